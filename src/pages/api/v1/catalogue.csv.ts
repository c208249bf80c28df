import { otherThan, rawEndpoint } from "../../../app/endpoint.ts";
import { fileAnswer, isForSpreadsheet } from "../../../app/file-answer.ts";
import { exportCatalogue } from "../../../app/shop.ts";

export const GET = rawEndpoint(async (app, { url }) =>
  fileAnswer(await exportCatalogue(app, isForSpreadsheet(url)), "catalogue.csv"),
);
export const ALL = otherThan("GET");
