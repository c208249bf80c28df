import { otherMethods, takes } from "../../../../app/endpoint.ts";
import { fitAnswer } from "../../../../app/lines.ts";
import { fitRequest } from "../../../../schema/line.ts";

export const POST = takes(fitRequest, (_, body, { request }) => fitAnswer(body, request.signal));
export const ALL = otherMethods;
