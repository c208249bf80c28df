import { jsonEndpoint, otherThan } from "../../../../app/endpoint.ts";
import { matchCodes } from "../../../../app/ends.ts";
import { matchRequest } from "../../../../schema/ends.ts";

export const POST = jsonEndpoint(matchRequest, async (app, { a, b }) => matchCodes(app, a, b));
export const ALL = otherThan("POST");
