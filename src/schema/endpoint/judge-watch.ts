/** POST /api/v1/leaks/watch. */
import { watchRequest, watchResponse } from "../hold.ts";
import { post } from "./definition.ts";
export const watchEndpoint = post({
  path: "/api/v1/leaks/watch",
  summary: "What a look, a tissue, counted drips or a meter says, and could not have seen",
  request: watchRequest,
  response: watchResponse,
  examples: [
    {
      asks: { method: "look", windowMin: 15, confidence: 0.95 },
      answers: {
        verdict: "none-seen",
        estimateMlPerMin: null,
        low: null,
        high: null,
        detectableMlPerMin: 0.005,
      },
    },
    { asks: { method: "tissue", wantedMlPerMin: 0.01, confidence: 0.95 }, answers: { windowMin: 3 } },
  ],
});
