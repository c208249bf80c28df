import { answers, otherThan, readJsonText } from "../../../../app/endpoint.ts";
import { jsonAnswer } from "../../../../app/problem.ts";
import { importVisit } from "../../../../app/visit-file.ts";

export const POST = answers(async (app, { request }) =>
  jsonAnswer(await importVisit(app, await readJsonText(request), request.signal)),
);
export const ALL = otherThan("POST");
