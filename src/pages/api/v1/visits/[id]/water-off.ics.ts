import { otherThan, rawEndpoint } from "../../../../../app/http/endpoint.ts";
import { fileAnswer } from "../../../../../app/http/file-response.ts";
import { readTimeLine, waterOffCalendar } from "../../../../../app/schedule/timeline.ts";

export const GET = rawEndpoint(async (app, context) => {
  const { visit, line } = await readTimeLine(app, context);
  return fileAnswer(waterOffCalendar(visit.id, visit.state, line.notices, app.now()), "water-off.ics");
});
export const ALL = otherThan("GET");
