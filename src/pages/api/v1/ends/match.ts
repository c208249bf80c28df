import { otherThan, postEndpoint } from "../../../../app/http/endpoint.ts";
import { matchCodes } from "../../../../app/identify/end.ts";
import { matchEndpoint } from "../../../../schema/endpoint/match-ends.ts";

export const POST = postEndpoint(matchEndpoint, async (app, { a, b }) => matchCodes(app, a, b));
export const ALL = otherThan("POST");
