import { otherThan, postEndpoint } from "../../../../app/http/endpoint.ts";
import { withoutFaults } from "../../../../app/plan/plan-faults.ts";
import { tryRequest } from "../../../../app/plan/plan-options.ts";
import { planOptionsEndpoint } from "../../../../schema/endpoint/plan-options.ts";
import { planRequestFrom } from "../../../../schema/plan.ts";

export const POST = postEndpoint(planOptionsEndpoint, async (app, body, { request, locals }) =>
  withoutFaults(locals, await tryRequest(app, planRequestFrom(body), request.signal)),
);
export const ALL = otherThan("POST");
