import { followUpCalendar, readCalendar } from "../../../app/follow-up/follow-up.ts";
import { otherThan, rawEndpoint } from "../../../app/http/endpoint.ts";
import { fileAnswer } from "../../../app/http/file-response.ts";

export const GET = rawEndpoint(async (app) =>
  fileAnswer(followUpCalendar(await readCalendar(app), app.now()), "look-backs.ics"),
);
export const ALL = otherThan("GET");
