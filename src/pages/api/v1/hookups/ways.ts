import { otherThan, postEndpoint } from "../../../../app/http/endpoint.ts";
import { tryRequest } from "../../../../app/plan/plan-options.ts";
import { planOptionsEndpoint } from "../../../../schema/endpoint/plan-options.ts";
import { planRequestFrom } from "../../../../schema/plan.ts";

export const POST = postEndpoint(planOptionsEndpoint, (app, body, { request }) =>
  tryRequest(app, planRequestFrom(body), request.signal),
);
export const ALL = otherThan("POST");
