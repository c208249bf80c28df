import { readDay } from "../../../app/day.ts";
import { answers, otherMethods } from "../../../app/endpoint.ts";
import { fileAnswer } from "../../../app/file-answer.ts";
import { lookBackCalendar, lookBacksOf } from "../../../app/look-backs.ts";

export const GET = answers(async (app) =>
  fileAnswer(lookBackCalendar(lookBacksOf(await readDay(app)), app.now()), "look-backs.ics"),
);
export const ALL = otherMethods;
