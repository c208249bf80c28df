/** POST /api/v1/water/hammer. */
import { z } from "zod";
import { WATER_RANGE_F } from "../../core/water/index.ts";
import { post } from "./definition.ts";

const hammerRequest = z.strictObject({
  staticPsi: z
    .number()
    .min(1)
    .max(400)
    .meta({ description: "Kept by the supply, at the height of the valve." }),
  flowGpm: z.number().min(0).max(100).meta({ description: "Flow before the valve closes." }),
  waterTempF: z.number().min(WATER_RANGE_F.low).max(WATER_RANGE_F.high),
  pipes: z
    .array(
      z.strictObject({
        lengthFt: z.number().min(0.5).max(2000),
        idIn: z.number().min(0.05).max(12),
        waveSpeedFtS: z.number().min(100).max(5000),
        roughnessMm: z.number().min(0).max(10).nullish().meta({
          description: "Null: not known, taken as drawn tube.",
        }),
        k: z.number().min(0).max(1000).nullish().meta({
          description: "Minor losses of its fittings. Null: none.",
        }),
      }),
    )
    .min(1)
    .max(2)
    .meta({ description: "From the supply to the valve." }),
  closureMs: z.number().min(0).max(10_000).meta({ description: "0: at once." }),
  arrestor: z
    .strictObject({
      volumeIn3: z.number().positive().max(1000).meta({ description: "Gas at the precharge." }),
      prechargePsi: z.number().min(0).max(300),
      polytropicN: z.number().min(1).max(1.67),
    })
    .nullable(),
  arrestorAt: z.enum(["valve", "junction"]).nullish().meta({
    description: "At the valve, or where the first pipe goes over into the second. Null: at the valve.",
  }),
  checkAt: z.enum(["supply", "junction"]).nullish().meta({
    description: "Where water cannot run back. Null: nowhere.",
  }),
});

const hammerResponse = z.object({
  flowingPsi: z.number().meta({ description: "At the valve before it closes." }),
  joukowskyPsi: z.number().meta({ description: "Rise if the water stopped at once." }),
  returnMs: z.number().meta({ description: "A wave to the supply and back." }),
  peakPsi: z.number().meta({ description: "At the valve, up to the parting of the column." }),
  peakAtMs: z.number(),
  minPsi: z.number().meta({ description: "At the valve; where the column parts, the boiling of the water." }),
  highestPsi: z.number().meta({ description: "Anywhere on the branch." }),
  partsAtMs: z.number().nullable().meta({
    description:
      "When the column parts. Its closing again may exceed the first peak: nothing is computed after that. Null: nowhere.",
  }),
  vapour: z.boolean().meta({ description: "Water boils somewhere on the branch: the column parts." }),
  energyGap: z.number().meta({ description: "Share of the energy that the computation cannot account for." }),
  trace: z.array(z.object({ ms: z.number(), psi: z.number() })).meta({ description: "At the valve." }),
});

export const hammerEndpoint = post({
  path: "/api/v1/water/hammer",
  summary: "How hard a branch bangs when a valve closes",
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
      answers: {
        flowingPsi: 58,
        joukowskyPsi: 159,
        returnMs: 14,
        peakPsi: 165,
        peakAtMs: 20,
        minPsi: -14.5,
        highestPsi: 165,
        partsAtMs: 32,
        vapour: true,
        energyGap: 0.00001,
        trace: [{ ms: 0, psi: 58 }],
      },
    },
  ],
});
