import { otherMethods, takes } from "../../../../app/endpoint.ts";
import { planAsShop } from "../../../../app/hookup-ways.ts";
import { planRequest, problemFromRequest } from "../../../../schema/hookup.ts";

export const POST = takes(planRequest, async (app, body) => planAsShop(app, problemFromRequest(body)));
export const ALL = otherMethods;
