import { z } from "zod";
import { otherThan, reads } from "../../../../app/endpoint.ts";
import { visitFile } from "../../../../schema/visit.ts";

export const GET = reads(async () => z.toJSONSchema(visitFile, { io: "input" }));
export const ALL = otherThan("GET");
