/** POST /api/v1/truck/reach: of the contract, not served yet. */
import { z } from "zod";
import { endCode, lengthRange } from "../plan.ts";
import { post } from "./definition.ts";

const reachRequest = z.strictObject({
  stock: z.record(z.string(), z.number().int().nonnegative()),
  demand: z
    .array(
      z.strictObject({
        supply: endCode,
        inlet: endCode,
        lengthIn: lengthRange,
        weight: z.number().nonnegative(),
      }),
    )
    .exactOptional(),
});
const reachResponse = z.object({
  cells: z.array(z.object({ supply: endCode, inlet: endCode, makes: z.number().int().nonnegative() })),
  coverage: z.number().min(0).max(1),
  adds: z.array(z.object({ sku: z.string(), gain: z.number(), priceCents: z.number().int() })),
});

export const reachEndpoint = post({
  path: "/api/v1/truck/reach",
  summary: "Which jobs the truck can do",
  isServed: false,
  request: reachRequest,
  response: reachResponse,
  examples: [
    {
      asks: {
        stock: { "LB-C38B78-012": 3 },
        demand: [{ supply: "comp-3/8-m", inlet: "bc-7/8-m", lengthIn: { min: 9, max: 13 }, weight: 1 }],
      },
      answers: {
        cells: [{ supply: "comp-3/8-m", inlet: "bc-7/8-m", makes: 3 }],
        coverage: 0.82,
        adds: [{ sku: "AR-C38C38", gain: 0.1, priceCents: 1690 }],
      },
    },
  ],
});
