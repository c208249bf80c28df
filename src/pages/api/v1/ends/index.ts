import { getEndpoint, otherThan } from "../../../../app/http/endpoint.ts";
import { endKnowledge } from "../../../../app/identify/end.ts";
import { endTablesEndpoint } from "../../../../schema/endpoint/list-ends.ts";

export const GET = getEndpoint(endTablesEndpoint, async (app) => endKnowledge(app));
export const ALL = otherThan("GET");
