import { otherThan, rawEndpoint } from "../../../app/http/endpoint.ts";
import { fileAnswer, isForSpreadsheet } from "../../../app/http/file-response.ts";
import { exportCatalogue } from "../../../app/shop/shop.ts";

export const GET = rawEndpoint(async (app, { url }) =>
  fileAnswer(await exportCatalogue(app, isForSpreadsheet(url)), "catalogue.csv"),
);
export const ALL = otherThan("GET");
