import { z } from "zod";
import { otherMethods, reads } from "../../../../app/endpoint.ts";
import { visitFile } from "../../../../schema/visit.ts";

export const GET = reads(async () => z.toJSONSchema(visitFile, { io: "input" }));
export const ALL = otherMethods;
