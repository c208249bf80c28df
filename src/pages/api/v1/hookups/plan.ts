import { otherThan, postEndpoint } from "../../../../app/http/endpoint.ts";
import { planForShop } from "../../../../app/plan/plan-options.ts";
import { planEndpoint } from "../../../../schema/endpoint/plan.ts";
import { planRequestFrom } from "../../../../schema/plan.ts";

export const POST = postEndpoint(planEndpoint, (app, body, { request }) =>
  planForShop(app, planRequestFrom(body), request.signal),
);
export const ALL = otherThan("POST");
