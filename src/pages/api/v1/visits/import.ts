import { jsonResponse } from "../../../../app/http/app-error.ts";
import { otherThan, rawEndpoint, readJsonText } from "../../../../app/http/endpoint.ts";
import { importVisit } from "../../../../app/visit/visit-file.ts";

export const POST = rawEndpoint(async (app, { request }) =>
  jsonResponse(await importVisit(app, await readJsonText(request), request.signal)),
);
export const ALL = otherThan("POST");
