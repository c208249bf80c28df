import { otherThan, takes } from "../../../../app/endpoint.ts";
import { tryOut } from "../../../../app/hookup-ways.ts";
import { planRequest, problemFromRequest } from "../../../../schema/hookup.ts";

export const POST = takes(planRequest, (app, body, { request }) =>
  tryOut(app, problemFromRequest(body), request.signal),
);
export const ALL = otherThan("POST");
