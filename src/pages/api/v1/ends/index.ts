import { otherThan, reads } from "../../../../app/endpoint.ts";
import { endKnowledge } from "../../../../app/ends.ts";

export const GET = reads(async (app) => endKnowledge(app));
export const ALL = otherThan("GET");
