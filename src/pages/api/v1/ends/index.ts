import { getEndpoint, otherThan } from "../../../../app/http/endpoint.ts";
import { endKnowledge } from "../../../../app/identify/end.ts";

export const GET = getEndpoint(async (app) => endKnowledge(app));
export const ALL = otherThan("GET");
