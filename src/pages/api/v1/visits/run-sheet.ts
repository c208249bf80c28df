import { otherMethods, takes } from "../../../../app/endpoint.ts";
import { runSheetAnswer } from "../../../../app/visit-schedule.ts";
import { scheduleRequest } from "../../../../schema/schedule.ts";

export const POST = takes(scheduleRequest, (app, body) => runSheetAnswer(app, body));
export const ALL = otherMethods;
