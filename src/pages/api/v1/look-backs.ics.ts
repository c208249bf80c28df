import { otherThan, rawEndpoint } from "../../../app/endpoint.ts";
import { fileAnswer } from "../../../app/file-answer.ts";
import { followUpCalendar, readCalendar } from "../../../app/look-backs.ts";

export const GET = rawEndpoint(async (app) =>
  fileAnswer(followUpCalendar(await readCalendar(app), app.now()), "look-backs.ics"),
);
export const ALL = otherThan("GET");
