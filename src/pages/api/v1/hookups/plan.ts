import { jsonEndpoint, otherThan } from "../../../../app/endpoint.ts";
import { planForShop } from "../../../../app/hookup-ways.ts";
import { planRequest, planRequestFrom } from "../../../../schema/hookup.ts";

export const POST = jsonEndpoint(planRequest, (app, body, { request }) =>
  planForShop(app, planRequestFrom(body), request.signal),
);
export const ALL = otherThan("POST");
