import { jsonEndpoint, otherThan } from "../../../../app/endpoint.ts";
import { runSheetAnswer } from "../../../../app/visit-schedule.ts";
import { scheduleRequest } from "../../../../schema/schedule.ts";

export const POST = jsonEndpoint(scheduleRequest, (app, body, { request }) =>
  runSheetAnswer(app, body, request.signal),
);
export const ALL = otherThan("POST");
