/** POST /api/v1/visits/import. */
import { VISIT_FORMAT, visitFile } from "../visit.ts";
import { addEventsResponse } from "../visit-requests.ts";
import { post } from "./definition.ts";
import { openVisitEndpoint } from "./open-visit.ts";
export const importVisitEndpoint = post({
  path: "/api/v1/visits/import",
  summary: "Read a visit from its file",
  request: visitFile,
  response: addEventsResponse,
  failures: { 409: "The visit here tells a different story" },
  examples: openVisitEndpoint.examples.map(({ asks: { visit, events }, answers }) => ({
    asks: {
      format: VISIT_FORMAT,
      visit,
      events: events.map((event) => ({ event, receivedAt: "2026-11-24T12:00:01.000Z" })),
    },
    answers,
  })),
});
