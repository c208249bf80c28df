import { otherThan, takes } from "../../../../app/endpoint.ts";
import { runSheetAnswer } from "../../../../app/visit-schedule.ts";
import { scheduleRequest } from "../../../../schema/schedule.ts";

export const POST = takes(scheduleRequest, (app, body, { request }) =>
  runSheetAnswer(app, body, request.signal),
);
export const ALL = otherThan("POST");
