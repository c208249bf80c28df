import { jsonEndpoint, otherThan } from "../../../../app/endpoint.ts";
import { planHoldAnswer } from "../../../../app/leaks.ts";
import { planHoldRequest } from "../../../../schema/leaks.ts";

export const POST = jsonEndpoint(planHoldRequest, (app, body, { request }) =>
  planHoldAnswer(app, body, request.signal),
);
export const ALL = otherThan("POST");
