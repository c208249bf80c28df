import { jsonEndpoint, otherThan } from "../../../../app/http/endpoint.ts";
import { fitAnswer } from "../../../../app/line/line.ts";
import { fitRequest } from "../../../../schema/line.ts";

export const POST = jsonEndpoint(fitRequest, (app, body, { request }) =>
  fitAnswer(app, body, request.signal),
);
export const ALL = otherThan("POST");
