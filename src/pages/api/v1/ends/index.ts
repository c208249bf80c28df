import { getEndpoint, otherThan } from "../../../../app/endpoint.ts";
import { endKnowledge } from "../../../../app/ends.ts";

export const GET = getEndpoint(async (app) => endKnowledge(app));
export const ALL = otherThan("GET");
