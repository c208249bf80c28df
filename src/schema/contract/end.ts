/** Contract of /api/v1/ends/*: identify an end, match two ends. */
import { identifyRequest, identifyResponse, matchRequest, matchResponse } from "../end.ts";
import { example } from "./example.ts";

export const endContract = [
  example({
    path: "/api/v1/ends/identify",
    isServed: true,
    request: identifyRequest,
    response: identifyResponse,
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
  }),
  example({
    path: "/api/v1/ends/match",
    isServed: true,
    request: matchRequest,
    response: matchResponse,
    asks: { a: "comp-1/4-m", b: "flare-1/4-f" },
    answers: {
      fits: false,
      joint: null,
      startsButWillNotSeal: true,
      turnsBeforeBind: 0.5,
      why: "another pitch",
    },
  }),
  example({
    path: "/api/v1/ends/match",
    isServed: true,
    request: matchRequest,
    response: matchResponse,
    asks: { a: "comp-3/8-m", b: "comp-3/8-f" },
    answers: {
      fits: true,
      joint: {
        type: "cone-gasket",
        sealant: "none",
        turns: { handOnly: false, min: 0.25, max: 0.5 },
        wrenches: ["5/8 in", "11/16 in"],
      },
    },
  }),
];
