import { answers, otherThan, readJsonText } from "../../../../app/endpoint.ts";
import { holdAnswer } from "../../../../app/leaks.ts";
import { jsonTextAnswer } from "../../../../app/problem.ts";

export const POST = answers(async (app, { request }) =>
  jsonTextAnswer(await holdAnswer(app, await readJsonText(request), request.signal)),
);
export const ALL = otherThan("POST");
