/** POST /api/v1/water/hammer: of the contract, not served yet. */
import { z } from "zod";
import { post } from "./definition.ts";

const hammerRequest = z.strictObject({
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
const hammerResponse = z.object({
  joukowskyPsi: z.number(),
  peakPsi: z.number(),
  minPsi: z.number(),
  trace: z.array(z.object({ ms: z.number(), psi: z.number() })),
});

export const hammerEndpoint = post({
  path: "/api/v1/water/hammer",
  summary: "How hard a branch bangs when a valve closes",
  isServed: false,
  request: hammerRequest,
  response: hammerResponse,
  examples: [
    {
      asks: {
        staticPsi: 60,
        flowGpm: 2,
        waterTempF: 55,
        pipes: [{ lengthFt: 30, idIn: 0.545, waveSpeedFtS: 4280 }],
        closureMs: 20,
        arrestor: null,
      },
      answers: { joukowskyPsi: 160, peakPsi: 215, minPsi: -5, trace: [{ ms: 0, psi: 55 }] },
    },
  ],
});
