import { otherMethods, takes } from "../../../../app/endpoint.ts";
import { planHoldAnswer } from "../../../../app/leaks.ts";
import { planHoldRequest } from "../../../../schema/leaks.ts";

export const POST = takes(planHoldRequest, async (_, body) => planHoldAnswer(body));
export const ALL = otherMethods;
