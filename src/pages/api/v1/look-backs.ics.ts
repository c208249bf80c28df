import { answers, otherThan } from "../../../app/endpoint.ts";
import { fileAnswer } from "../../../app/file-answer.ts";
import { lookBackCalendar, readCalendar } from "../../../app/look-backs.ts";

export const GET = answers(async (app) =>
  fileAnswer(lookBackCalendar(await readCalendar(app), app.now()), "look-backs.ics"),
);
export const ALL = otherThan("GET");
