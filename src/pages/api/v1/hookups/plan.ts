import { otherThan, takes } from "../../../../app/endpoint.ts";
import { planAsShop } from "../../../../app/hookup-ways.ts";
import { planRequest, problemFromRequest } from "../../../../schema/hookup.ts";

export const POST = takes(planRequest, (app, body, { request }) =>
  planAsShop(app, problemFromRequest(body), request.signal),
);
export const ALL = otherThan("POST");
