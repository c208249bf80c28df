import { jsonEndpoint, otherThan } from "../../../../app/endpoint.ts";
import { identifyEnd } from "../../../../app/ends.ts";
import { identifyRequest } from "../../../../schema/ends.ts";

export const POST = jsonEndpoint(identifyRequest, async (app, { measured }) => identifyEnd(app, measured));
export const ALL = otherThan("POST");
