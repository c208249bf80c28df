import { planHoldAnswer } from "../../../../app/hold/hold-answers.ts";
import { jsonEndpoint, otherThan } from "../../../../app/http/endpoint.ts";
import { planHoldRequest } from "../../../../schema/hold.ts";

export const POST = jsonEndpoint(planHoldRequest, (app, body, { request }) =>
  planHoldAnswer(app, body, request.signal),
);
export const ALL = otherThan("POST");
