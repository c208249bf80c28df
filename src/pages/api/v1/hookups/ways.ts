import { otherMethods, takes } from "../../../../app/endpoint.ts";
import { tryOut } from "../../../../app/hookup-ways.ts";
import { planRequest, problemFromRequest } from "../../../../schema/hookup.ts";

export const POST = takes(planRequest, async (app, body) => tryOut(app, problemFromRequest(body)));
export const ALL = otherMethods;
