import { otherThan, rawEndpoint } from "../../../app/http/endpoint.ts";
import { fileAnswer, isForSpreadsheet } from "../../../app/http/file-response.ts";
import { exportVisits } from "../../../app/site/lists-csv.ts";

export const GET = rawEndpoint(async (app, { url }) =>
  fileAnswer(await exportVisits(app, isForSpreadsheet(url)), "visits.csv"),
);
export const ALL = otherThan("GET");
