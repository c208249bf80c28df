import { otherThan, rawEndpoint } from "../../../app/http/endpoint.ts";
import { fileAnswer } from "../../../app/http/file-response.ts";
import { dueCalendar } from "../../../app/site/due.ts";

export const GET = rawEndpoint(async (app) => fileAnswer(await dueCalendar(app), "due.ics"));
export const ALL = otherThan("GET");
