/** POST /api/v1/visits/{id}/events. */
import { addEventsRequest, addEventsResponse } from "../visit-requests.ts";
import { post } from "./definition.ts";
import { openVisitEndpoint } from "./open-visit.ts";
import { onVisit } from "./visit-paths.ts";
export const addEventsEndpoint = post({
  path: "/api/v1/visits/{id}/events",
  summary: "Add events to a visit, exactly once each",
  params: onVisit,
  request: addEventsRequest,
  response: addEventsResponse,
  failures: { 409: "Stale version, or an id that says something else" },
  examples: openVisitEndpoint.examples.map(({ asks: { visit, events }, answers }) => ({
    params: { id: visit },
    asks: { events, version: 1 },
    answers: { ...answers, added: 0 },
  })),
});
