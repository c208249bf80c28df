import { otherThan, rawEndpoint } from "../../../app/http/endpoint.ts";
import { fileAnswer, isForSpreadsheet } from "../../../app/http/file-response.ts";
import { exportRestock } from "../../../app/shop/truck.ts";

export const GET = rawEndpoint(async (app, { url }) =>
  fileAnswer(await exportRestock(app, isForSpreadsheet(url)), "restock.csv"),
);
export const ALL = otherThan("GET");
