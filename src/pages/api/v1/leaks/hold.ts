import { holdAnswer } from "../../../../app/hold/hold-answers.ts";
import { jsonTextResponse } from "../../../../app/http/app-error.ts";
import { otherThan, rawEndpoint, readJsonText } from "../../../../app/http/endpoint.ts";

export const POST = rawEndpoint(async (app, { request }) =>
  jsonTextResponse(await holdAnswer(app, await readJsonText(request), request.signal)),
);
export const ALL = otherThan("POST");
