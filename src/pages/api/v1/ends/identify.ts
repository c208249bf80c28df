import { otherThan, postEndpoint } from "../../../../app/http/endpoint.ts";
import { identifyEnd } from "../../../../app/identify/end.ts";
import { identifyEndpoint } from "../../../../schema/endpoint/identify-end.ts";

export const POST = postEndpoint(identifyEndpoint, async (app, { measured }) => identifyEnd(app, measured));
export const ALL = otherThan("POST");
