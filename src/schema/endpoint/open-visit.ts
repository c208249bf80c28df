/** POST /api/v1/visits. */
import { addEventsResponse, openVisitRequest } from "../visit-requests.ts";
import { post } from "./definition.ts";

const visit = "00000000-0000-4000-8000-0000000000e1";

export const openVisitEndpoint = post({
  path: "/api/v1/visits",
  summary: "Open a visit",
  request: openVisitRequest,
  response: addEventsResponse,
  status: 201,
  failures: { 409: "The id is taken" },
  examples: [
    {
      asks: {
        visit,
        events: [
          {
            id: "00000000-0000-4000-8000-0000000000e2",
            kind: "visit-opened",
            actor: "Robin Sedge",
            typedAt: "2026-11-24T12:00:00.000Z",
            site: { name: "Gullwing Hall", address: "3 Slipway Road", zone: "America/Halifax" },
            title: "Staff kitchen",
            startsAt: "2026-11-24T12:00:00.000Z",
          },
        ],
      },
      answers: { visit, version: 1, added: 1 },
    },
  ],
});
