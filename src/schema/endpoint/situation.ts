/** POST /api/v1/visits/situation. */
import { situationRequest, situationResponse } from "../schedule.ts";
import { post } from "./definition.ts";

export const situationEndpoint = post({
  path: "/api/v1/visits/situation",
  summary:
    "How some connections stand after the acts that were done: what is shut, where pressure can stand, what is owed, what may be done now",
  request: situationRequest,
  response: situationResponse,
  examples: [
    {
      asks: {
        connections: [
          { id: "a", fixture: "toilet", zone: "stop a", plan: null, stop: "holds", water: "cold" },
        ],
        startAt: "2026-11-24T12:00:00Z",
        done: [{ step: "a/close-stop", at: "2026-11-24T12:05:00Z" }],
      },
      answers: {
        shut: ["stop a"],
        open: [],
        power: { unplugged: [], off: [] },
        pressure: { a: "no" },
        owed: [{ code: "stop-shut", about: "a" }],
        next: ["a/prove"],
        blocked: [
          {
            step: "a/take-off",
            need: "order",
            first: "a/prove",
            reason: "before the shut-off is proved nothing is opened",
          },
        ],
      },
    },
  ],
});
