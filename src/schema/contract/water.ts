/** Contract of the water computations; not served yet. */
import { z } from "zod";
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

export const waterContract = [
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
