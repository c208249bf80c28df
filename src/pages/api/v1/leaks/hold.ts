import { otherThan, rawEndpoint, readJsonText } from "../../../../app/endpoint.ts";
import { holdAnswer } from "../../../../app/leaks.ts";
import { jsonTextResponse } from "../../../../app/problem.ts";

export const POST = rawEndpoint(async (app, { request }) =>
  jsonTextResponse(await holdAnswer(app, await readJsonText(request), request.signal)),
);
export const ALL = otherThan("POST");
