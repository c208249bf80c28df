import { idFrom, otherThan, rawEndpoint } from "../../../../../app/http/endpoint.ts";
import { bytesAnswer } from "../../../../../app/http/file-response.ts";
import { recordPdf } from "../../../../../app/visit/record-pdf.ts";

export const GET = rawEndpoint(async (app, { params, url, request }) =>
  bytesAnswer(
    await recordPdf(app, idFrom(params["id"], "visit"), url.origin, request.signal),
    "application/pdf",
    "record.pdf",
  ),
);
export const ALL = otherThan("GET");
