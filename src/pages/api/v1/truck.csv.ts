import { otherThan, rawEndpoint } from "../../../app/http/endpoint.ts";
import { fileAnswer } from "../../../app/http/file-response.ts";
import { exportTruck } from "../../../app/shop/truck.ts";

export const GET = rawEndpoint(async (app) => fileAnswer(await exportTruck(app), "truck.csv"));
export const ALL = otherThan("GET");
