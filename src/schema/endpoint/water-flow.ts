/** POST /api/v1/water/flow: of the contract, not served yet. */
import { z } from "zod";
import { post } from "./definition.ts";

const flowRequest = z.strictObject({
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
const flowResponse = z.object({
  flowGpm: z.number(),
  residualPsi: z.number(),
  elements: z.array(z.object({ lossPsi: z.number(), velocityFtS: z.number(), reynolds: z.number() })),
});

export const flowEndpoint = post({
  path: "/api/v1/water/flow",
  summary: "What flows through a branch, and what is left of the pressure",
  isServed: false,
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
        elements: [{ lossPsi: 20, velocityFtS: 12, reynolds: 24000 }],
      },
    },
  ],
});
