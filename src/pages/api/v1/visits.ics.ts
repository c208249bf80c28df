import { otherThan, rawEndpoint } from "../../../app/http/endpoint.ts";
import { fileAnswer } from "../../../app/http/file-response.ts";
import { shopCalendar } from "../../../app/schedule/week.ts";

export const GET = rawEndpoint(async (app) => fileAnswer(await shopCalendar(app), "visits.ics"));
export const ALL = otherThan("GET");
