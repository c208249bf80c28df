import { otherThan, rawEndpoint } from "../../../app/http/endpoint.ts";
import { fileAnswer } from "../../../app/http/file-response.ts";
import { exportRestock } from "../../../app/shop/truck.ts";

export const GET = rawEndpoint(async (app) => fileAnswer(await exportRestock(app), "restock.csv"));
export const ALL = otherThan("GET");
