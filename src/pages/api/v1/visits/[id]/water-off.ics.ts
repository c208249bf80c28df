import { answers, idFrom, otherMethods } from "../../../../../app/endpoint.ts";
import { timeLineOf, waterOffCalendar } from "../../../../../app/time-line.ts";
import { readVisit } from "../../../../../app/visits.ts";

export const GET = answers(async (app, { params, url }) => {
  const visit = await readVisit(app, idFrom(params["id"], "visit"));
  const hands = url.searchParams.get("hands") === "2" ? 2 : 1;
  const { notices } = timeLineOf(app, visit.id, visit.state, hands);
  return new Response(waterOffCalendar(visit.id, visit.state, notices, app.now()), {
    headers: {
      "content-type": "text/calendar; charset=utf-8",
      "content-disposition": 'attachment; filename="water-off.ics"',
      "cache-control": "no-store",
    },
  });
});
export const ALL = otherMethods;
