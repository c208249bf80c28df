/** POST /api/v1/water/flow. */
import { z } from "zod";
import { WATER_RANGE_F } from "../../core/water/index.ts";
import { line } from "../text.ts";
import { post } from "./definition.ts";

const flowRequest = z.strictObject({
  waterTempF: z.number().min(WATER_RANGE_F.low).max(WATER_RANGE_F.high),
  supplyPsi: z
    .number()
    .min(0)
    .max(400)
    .meta({ description: "Static pressure where the branch begins, gauge." }),
  elevationFt: z.number().min(-500).max(500).meta({ description: "Height of the inlet above the supply." }),
  elements: z
    .array(
      z.strictObject({
        kind: line(60).meta({ description: "What it is: pipe, line, stop, tee, filter ..." }),
        lengthFt: z.number().min(0).max(10_000),
        idIn: z.number().min(0.02).max(24),
        roughnessMm: z.number().min(0).max(10).nullish().meta({
          description: "Null: not known; taken as drawn tube, bracketed.",
        }),
        k: z.number().min(0).max(1000).nullish().meta({
          description:
            "Minor loss on the velocity in this bore. Null: not known; the kind's usual range, bracketed.",
        }),
      }),
    )
    .min(1)
    .max(60),
  emitterGpmPerSqrtPsi: z.number().positive().max(1000),
});

const flowResponse = z.object({
  flowGpm: z.number(),
  residualPsi: z.number().meta({ description: "Left at the inlet while the branch flows." }),
  rangeGpm: z.object({ low: z.number(), high: z.number() }).meta({
    description: "The flow with everything unknown at its worst, and at its best.",
  }),
  reason: z
    .literal("supply-below-inlet")
    .nullable()
    .meta({ description: "Why nothing flows; null: water flows." }),
  costliest: z
    .number()
    .int()
    .nullable()
    .meta({ description: "Place of the element that takes the most pressure." }),
  elements: z.array(z.object({ lossPsi: z.number(), velocityFtS: z.number(), reynolds: z.number() })),
});

export const flowEndpoint = post({
  path: "/api/v1/water/flow",
  summary: "What flows through a branch, and what is left of the pressure",
  request: flowRequest,
  response: flowResponse,
  examples: [
    {
      asks: {
        waterTempF: 55,
        supplyPsi: 60,
        elevationFt: 2,
        elements: [{ kind: "line", lengthFt: 5, idIn: 0.27, roughnessMm: 0.01, k: 1 }],
        emitterGpmPerSqrtPsi: 0.4,
      },
      answers: {
        flowGpm: 2.2,
        residualPsi: 30,
        rangeGpm: { low: 2.2, high: 2.2 },
        reason: null,
        costliest: 0,
        elements: [{ lossPsi: 20, velocityFtS: 12, reynolds: 24000 }],
      },
    },
    {
      asks: {
        waterTempF: 120,
        supplyPsi: 8,
        elevationFt: 30,
        elements: [{ kind: "stop", lengthFt: 0, idIn: 0.27 }],
        emitterGpmPerSqrtPsi: 0.4,
      },
      answers: {
        flowGpm: 0,
        residualPsi: 0,
        rangeGpm: { low: 0, high: 0 },
        reason: "supply-below-inlet",
        costliest: null,
        elements: [{ lossPsi: 0, velocityFtS: 0, reynolds: 0 }],
      },
    },
  ],
});
