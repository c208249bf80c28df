/** POST /api/v1/ends/identify. */
import { identifyRequest, identifyResponse } from "../end.ts";
import { post } from "./definition.ts";
export const identifyEndpoint = post({
  path: "/api/v1/ends/identify",
  summary: "Which end it is, from what was measured",
  request: identifyRequest,
  response: identifyResponse,
  examples: [
    {
      asks: {
        measured: {
          outsideIn: 0.561,
          insideIn: null,
          toleranceIn: 0.005,
          threadsPerInch: 24,
          tpiTolerance: 1,
          span: { crests: 6, spanIn: 0.209, toleranceIn: 0.005 },
          gender: "male",
          taper: "no",
          seal: ["cone"],
          where: "stop-outlet",
        },
      },
      answers: {
        candidates: [
          {
            end: "comp-3/8-m",
            name: "3/8 in compression outlet",
            thread: "9/16-24 UNEF",
            probability: 0.93,
            why: ["reads as one"],
          },
        ],
        next: { measure: "span over 6 crests", separates: ["comp-1/4-m", "flare-1/4-m"] },
        lookAlikes: [
          { a: "comp-3/8-m", b: "flare-3/8-m", turnsBeforeBind: 1.5, symptom: "binds", seals: false },
        ],
      },
    },
  ],
});
