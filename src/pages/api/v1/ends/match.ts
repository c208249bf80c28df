import { jsonEndpoint, otherThan } from "../../../../app/http/endpoint.ts";
import { matchCodes } from "../../../../app/identify/end.ts";
import { matchRequest } from "../../../../schema/end.ts";

export const POST = jsonEndpoint(matchRequest, async (app, { a, b }) => matchCodes(app, a, b));
export const ALL = otherThan("POST");
