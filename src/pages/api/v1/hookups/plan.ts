import { otherThan, postEndpoint } from "../../../../app/http/endpoint.ts";
import { withoutFaults } from "../../../../app/plan/plan-faults.ts";
import { timedPlansForShop } from "../../../../app/plan/plan-options.ts";
import { planEndpoint } from "../../../../schema/endpoint/plan.ts";
import { planRequestFrom } from "../../../../schema/plan.ts";

export const POST = postEndpoint(planEndpoint, async (app, body, { request, locals }) =>
  withoutFaults(locals, await timedPlansForShop(app, planRequestFrom(body), request.signal)),
);
export const ALL = otherThan("POST");
