/** POST /api/v1/visits/run-sheet. */
import { scheduleRequest, scheduleResponse } from "../schedule.ts";
import { post } from "./definition.ts";
export const runSheetEndpoint = post({
  path: "/api/v1/visits/run-sheet",
  summary: "The steps of some connections, with when each is done and when the water is off",
  request: scheduleRequest,
  response: scheduleResponse,
  examples: [
    {
      asks: {
        connections: [
          { id: "a", fixture: "toilet", zone: "stop a", plan: null, stop: "holds", water: "cold" },
        ],
        startAt: "2026-11-24T12:00:00Z",
      },
      answers: {
        steps: [
          {
            id: "s",
            connection: "a",
            text: "look",
            handsOnMin: { low: 1, likely: 2, high: 4 },
            waitMin: 0,
            after: [],
            waterOff: null,
            cautions: [],
          },
        ],
        schedule: [{ step: "s", startMin: 0, endMin: 2 }],
        waterOff: [{ zone: "stop a", fromMin: 0, toMin: 2 }],
        totalMin: 2,
      },
    },
  ],
});
