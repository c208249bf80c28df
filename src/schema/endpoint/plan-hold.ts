/** POST /api/v1/leaks/plan-hold. */
import { planHoldRequest, planHoldResponse } from "../hold.ts";
import { post } from "./definition.ts";
export const planHoldEndpoint = post({
  path: "/api/v1/leaks/plan-hold",
  summary: "How long a pressure test must last to tell a wanted leak",
  request: planHoldRequest,
  response: planHoldResponse,
  examples: [
    {
      asks: {
        section: { volumeMl: 120, hoseFt: 0, hoseType: null, material: "copper" },
        startPsi: 60,
        stopChecked: true,
        gauge: { resolutionPsi: 0.1, type: "digital" },
        wantedMlPerMin: 0.01,
      },
      answers: { minutes: 5, lengths: [{ minutes: 5, smallestMlPerMin: 0.008 }] },
    },
  ],
});
