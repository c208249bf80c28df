import { jsonEndpoint, otherThan } from "../../../../app/http/endpoint.ts";
import { identifyEnd } from "../../../../app/identify/end.ts";
import { identifyRequest } from "../../../../schema/end.ts";

export const POST = jsonEndpoint(identifyRequest, async (app, { measured }) => identifyEnd(app, measured));
export const ALL = otherThan("POST");
