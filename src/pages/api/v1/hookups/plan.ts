import { jsonEndpoint, otherThan } from "../../../../app/http/endpoint.ts";
import { planForShop } from "../../../../app/plan/plan-options.ts";
import { planRequest, planRequestFrom } from "../../../../schema/plan.ts";

export const POST = jsonEndpoint(planRequest, (app, body, { request }) =>
  planForShop(app, planRequestFrom(body), request.signal),
);
export const ALL = otherThan("POST");
