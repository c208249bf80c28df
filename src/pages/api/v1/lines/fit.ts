import { otherThan, postEndpoint } from "../../../../app/http/endpoint.ts";
import { fitAnswer } from "../../../../app/line/line.ts";
import { fitEndpoint } from "../../../../schema/endpoint/fit-lines.ts";

export const POST = postEndpoint(fitEndpoint, (app, body, { request }) =>
  fitAnswer(app, body, request.signal),
);
export const ALL = otherThan("POST");
