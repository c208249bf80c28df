import { otherThan, rawEndpoint, readJsonText } from "../../../../app/endpoint.ts";
import { jsonResponse } from "../../../../app/problem.ts";
import { importVisit } from "../../../../app/visit-file.ts";

export const POST = rawEndpoint(async (app, { request }) =>
  jsonResponse(await importVisit(app, await readJsonText(request), request.signal)),
);
export const ALL = otherThan("POST");
