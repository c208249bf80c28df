/** Contract of the leak analyst and the water computations; the latter are not served yet. */
import { z } from "zod";
import {
  holdRequest,
  holdResponse,
  planHoldRequest,
  planHoldResponse,
  watchRequest,
  watchResponse,
} from "../leaks.ts";
import { example } from "./example.ts";

export const flowRequest = z.strictObject({
  waterTempF: z.number(),
  supplyPsi: z.number(),
  elevationFt: z.number(),
  elements: z.array(
    z.strictObject({
      kind: z.string(),
      lengthFt: z.number().nonnegative(),
      idIn: z.number().positive(),
      roughnessMm: z.number().nonnegative(),
      k: z.number().nonnegative(),
    }),
  ),
  emitterGpmPerSqrtPsi: z.number().positive(),
});
export const flowResponse = z.object({
  flowGpm: z.number(),
  residualPsi: z.number(),
  elements: z.array(z.object({ lossPsi: z.number(), velocityFtS: z.number(), reynolds: z.number() })),
});

export const hammerRequest = z.strictObject({
  staticPsi: z.number(),
  flowGpm: z.number().nonnegative(),
  waterTempF: z.number(),
  pipes: z
    .array(
      z.strictObject({
        lengthFt: z.number().positive(),
        idIn: z.number().positive(),
        waveSpeedFtS: z.number().positive(),
        roughnessMm: z.number().exactOptional(),
      }),
    )
    .min(1),
  closureMs: z.number().nonnegative(),
  arrestor: z
    .strictObject({ volumeIn3: z.number().positive(), prechargePsi: z.number(), polytropicN: z.number() })
    .nullable(),
});
export const hammerResponse = z.object({
  joukowskyPsi: z.number(),
  peakPsi: z.number(),
  minPsi: z.number(),
  trace: z.array(z.object({ ms: z.number(), psi: z.number() })),
});

export const leaksWaterContract = [
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
  example({
    path: "/api/v1/water/flow",
    isServed: false,
    request: flowRequest,
    response: flowResponse,
    asks: {
      waterTempF: 55,
      supplyPsi: 60,
      elevationFt: 2,
      elements: [{ kind: "line", lengthFt: 5, idIn: 0.27, roughnessMm: 0.01, k: 1 }],
      emitterGpmPerSqrtPsi: 0.4,
    },
    answers: { flowGpm: 2.2, residualPsi: 30, elements: [{ lossPsi: 20, velocityFtS: 12, reynolds: 24000 }] },
  }),
  example({
    path: "/api/v1/water/hammer",
    isServed: false,
    request: hammerRequest,
    response: hammerResponse,
    asks: {
      staticPsi: 60,
      flowGpm: 2,
      waterTempF: 55,
      pipes: [{ lengthFt: 30, idIn: 0.545, waveSpeedFtS: 4280 }],
      closureMs: 20,
      arrestor: null,
    },
    answers: { joukowskyPsi: 160, peakPsi: 215, minPsi: -5, trace: [{ ms: 0, psi: 55 }] },
  }),
];
