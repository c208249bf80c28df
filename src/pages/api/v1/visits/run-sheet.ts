import { jsonEndpoint, otherThan } from "../../../../app/http/endpoint.ts";
import { runSheetAnswer } from "../../../../app/schedule/run-sheet-answer.ts";
import { scheduleRequest } from "../../../../schema/schedule.ts";

export const POST = jsonEndpoint(scheduleRequest, (app, body, { request }) =>
  runSheetAnswer(app, body, request.signal),
);
export const ALL = otherThan("POST");
