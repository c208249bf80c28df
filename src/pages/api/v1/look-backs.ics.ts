import { readDay } from "../../../app/day.ts";
import { answers, otherMethods } from "../../../app/endpoint.ts";
import { lookBackCalendar, lookBacksOf } from "../../../app/look-backs.ts";

export const GET = answers(
  async (app) =>
    new Response(lookBackCalendar(lookBacksOf(await readDay(app)), app.now()), {
      headers: {
        "content-type": "text/calendar; charset=utf-8",
        "content-disposition": 'attachment; filename="look-backs.ics"',
        "cache-control": "no-store",
      },
    }),
);
export const ALL = otherMethods;
