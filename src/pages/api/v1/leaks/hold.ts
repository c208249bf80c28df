import { otherMethods, takes } from "../../../../app/endpoint.ts";
import { holdAnswer } from "../../../../app/leaks.ts";
import { holdRequest } from "../../../../schema/leaks.ts";

export const POST = takes(holdRequest, async (_, body) => holdAnswer(body));
export const ALL = otherMethods;
