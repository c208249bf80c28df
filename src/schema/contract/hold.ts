/** Contract of the pressure hold and of the watch. */
import {
  holdRequest,
  holdResponse,
  planHoldRequest,
  planHoldResponse,
  watchRequest,
  watchResponse,
} from "../hold.ts";
import { example } from "./example.ts";

export const holdContract = [
  example({
    path: "/api/v1/leaks/hold",
    isServed: true,
    request: holdRequest,
    response: holdResponse,
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
  }),
  example({
    path: "/api/v1/leaks/watch",
    isServed: true,
    request: watchRequest,
    response: watchResponse,
    asks: { method: "look", windowMin: 15, confidence: 0.95 },
    answers: {
      verdict: "none-seen",
      estimateMlPerMin: null,
      low: null,
      high: null,
      detectableMlPerMin: 0.005,
    },
  }),
  example({
    path: "/api/v1/leaks/watch",
    isServed: true,
    request: watchRequest,
    response: watchResponse,
    asks: { method: "tissue", wantedMlPerMin: 0.01, confidence: 0.95 },
    answers: { windowMin: 3 },
  }),
  example({
    path: "/api/v1/leaks/plan-hold",
    isServed: true,
    request: planHoldRequest,
    response: planHoldResponse,
    asks: {
      section: { volumeMl: 120, hoseFt: 0, hoseType: null, material: "copper" },
      startPsi: 60,
      stopChecked: true,
      gauge: { resolutionPsi: 0.1, type: "digital" },
      wantedMlPerMin: 0.01,
    },
    answers: { minutes: 5, lengths: [{ minutes: 5, smallestMlPerMin: 0.008 }] },
  }),
];
