import { otherThan, takes } from "../../../../app/endpoint.ts";
import { holdAnswer } from "../../../../app/leaks.ts";
import { holdRequest } from "../../../../schema/leaks.ts";

export const POST = takes(holdRequest, (app, body, { request }) => holdAnswer(app, body, request.signal));
export const ALL = otherThan("POST");
