import { otherThan, postEndpoint } from "../../../../app/http/endpoint.ts";
import { runSheetAnswer } from "../../../../app/schedule/run-sheet-answer.ts";
import { runSheetEndpoint } from "../../../../schema/endpoint/run-sheet.ts";

export const POST = postEndpoint(runSheetEndpoint, (app, body, { request }) =>
  runSheetAnswer(app, body, request.signal),
);
export const ALL = otherThan("POST");
