import { otherMethods, takes } from "../../../../app/endpoint.ts";
import { planHookup } from "../../../../core/hookup/index.ts";
import { planRequest, problemFromRequest } from "../../../../schema/hookup.ts";

export const POST = takes(planRequest, async ({ shop }, body) => planHookup(shop, problemFromRequest(body)));
export const ALL = otherMethods;
