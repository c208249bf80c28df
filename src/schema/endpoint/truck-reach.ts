/** POST /api/v1/truck/reach */
import { z } from "zod";
import { endCode, lengthRange } from "../plan.ts";
import { post } from "./definition.ts";

/** Lines of a demand one request may hold: each takes some hundredths of a second. */
const MOST_DEMAND = 60;
const MOST_KINDS = 5000;
const MOST_OF_ONE = 99_999;

const demand = z.strictObject({
  supply: endCode,
  inlet: endCode,
  lengthIn: lengthRange,
  weight: z.number().nonnegative().max(1e6),
});

const reachRequest = z.strictObject({
  stock: z
    .record(z.string().max(40), z.number().int().nonnegative().max(MOST_OF_ONE))
    .refine((stock) => Object.keys(stock).length <= MOST_KINDS, `holds ${MOST_KINDS} kinds at most`),
  /** Absent: what the shop's own log and the presets lead to expect. */
  demand: z.array(demand).max(MOST_DEMAND).nullish(),
});
const reachResponse = z.object({
  cells: z.array(
    z.object({
      supply: endCode,
      inlet: endCode,
      makes: z.number().int().nonnegative().meta({ description: "Counted up to 9." }),
    }),
  ),
  coverage: z.number().min(0).max(1),
  adds: z.array(
    z.object({ sku: z.string(), name: z.string(), gain: z.number(), priceCents: z.number().int() }),
  ),
  complete: z
    .boolean()
    .meta({ description: "False where the time was up before every cell was gone through." }),
});

export const reachEndpoint = post({
  path: "/api/v1/truck/reach",
  summary: "Which connections a stock can make, and which parts would cover more of the demand",
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
        coverage: 1,
        adds: [],
        complete: true,
      },
    },
  ],
});
