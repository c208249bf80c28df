import { planHoldAnswer } from "../../../../app/hold/hold-answers.ts";
import { otherThan, postEndpoint } from "../../../../app/http/endpoint.ts";
import { planHoldEndpoint } from "../../../../schema/endpoint/plan-hold.ts";

export const POST = postEndpoint(planHoldEndpoint, (app, body, { request }) =>
  planHoldAnswer(app, body, request.signal),
);
export const ALL = otherThan("POST");
