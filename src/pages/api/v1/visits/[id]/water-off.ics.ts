import { otherThan, rawEndpoint } from "../../../../../app/endpoint.ts";
import { fileAnswer } from "../../../../../app/file-answer.ts";
import { readTimeLine, waterOffCalendar } from "../../../../../app/time-line.ts";

export const GET = rawEndpoint(async (app, context) => {
  const { visit, line } = await readTimeLine(app, context);
  return fileAnswer(waterOffCalendar(visit.id, visit.state, line.notices, app.now()), "water-off.ics");
});
export const ALL = otherThan("GET");
