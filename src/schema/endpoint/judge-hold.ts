/** POST /api/v1/leaks/hold. */
import { holdRequest, holdResponse } from "../hold.ts";
import { post } from "./definition.ts";
export const holdEndpoint = post({
  path: "/api/v1/leaks/hold",
  summary: "What a pressure test says, and what it could not have seen",
  request: holdRequest,
  response: holdResponse,
  examples: [
    {
      asks: {
        section: { volumeMl: 120, hoseFt: 5, hoseType: "braided", material: "copper" },
        startPsi: 60,
        stopChecked: true,
        gauge: { resolutionPsi: 0.1, type: "digital" },
        drawOff: null,
        samples: [
          { t: 0, psi: 60 },
          { t: 60, psi: 59.9, tempF: 68 },
        ],
      },
      answers: {
        verdict: "leak",
        leakMlPerMin: { best: 0.07, low: 0.05, high: null },
        minimumDetectableMlPerMin: 0.02,
        suspected: ["creep"],
        fit: [{ t: 0, psi: 60 }],
        advice: "draw off",
      },
    },
  ],
});
