import { answers, otherMethods } from "../../../../../app/endpoint.ts";
import { readTimeLine, waterOffCalendar } from "../../../../../app/time-line.ts";

export const GET = answers(async (app, context) => {
  const { visit, line } = await readTimeLine(app, context);
  return new Response(waterOffCalendar(visit.id, visit.state, line.notices, app.now()), {
    headers: {
      "content-type": "text/calendar; charset=utf-8",
      "content-disposition": 'attachment; filename="water-off.ics"',
      "cache-control": "no-store",
    },
  });
});
export const ALL = otherMethods;
