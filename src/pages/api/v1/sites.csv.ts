import { otherThan, rawEndpoint } from "../../../app/http/endpoint.ts";
import { fileAnswer, isForSpreadsheet } from "../../../app/http/file-response.ts";
import { exportSites } from "../../../app/site/lists-csv.ts";

export const GET = rawEndpoint(async (app, { url }) =>
  fileAnswer(await exportSites(app, isForSpreadsheet(url)), "sites.csv"),
);
export const ALL = otherThan("GET");
