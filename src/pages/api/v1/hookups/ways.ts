import { jsonEndpoint, otherThan } from "../../../../app/http/endpoint.ts";
import { tryRequest } from "../../../../app/plan/plan-options.ts";
import { planRequest, planRequestFrom } from "../../../../schema/plan.ts";

export const POST = jsonEndpoint(planRequest, (app, body, { request }) =>
  tryRequest(app, planRequestFrom(body), request.signal),
);
export const ALL = otherThan("POST");
