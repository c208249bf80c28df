/** What is answered to planning requests: plans, what was refused, and what would make a plan possible. */
import { z } from "zod";
import { NEEDS, SUPPLY_KINDS } from "../core/plan/index.ts";
import type { StandingWay } from "../core/planner/index.ts";
import { WAY_OUT_CODES, type WayOut } from "../core/way-out/index.ts";
import { advice, endCode, planSchema, storedPlanRequest, text, upstreamPipe } from "./plan.ts";
import { minutes } from "./schedule.ts";

export const wayOut = z.strictObject({
  code: z.enum(WAY_OUT_CODES),
  about: text,
  /** Merged into the request, inside the supply too; null: the field goes. */
  change: z.strictObject({
    supply: z
      .strictObject({
        kind: z.enum(SUPPLY_KINDS).exactOptional(),
        end: endCode.exactOptional(),
        water: z.enum(["cold", "hot"]).exactOptional(),
        upstream: upstreamPipe.exactOptional(),
        boreIn: z.null().exactOptional(),
      })
      .exactOptional(),
    lengthIn: z.strictObject({ min: z.number(), max: z.number() }).exactOptional(),
    access: z.enum(["open", "closed-wall"]).exactOptional(),
    needs: z.array(z.enum(NEEDS)).exactOptional(),
    line: z.null().exactOptional(),
    lineKind: z.null().exactOptional(),
  }),
  plans: z.number().int().positive(),
  fromCents: z.number().int().nonnegative(),
}) satisfies z.ZodType<WayOut>;
/** Why something was left out, and what would make a plan possible. */
const refused = advice.extend({ wayOut: wayOut.exactOptional() });

/** A plan with the minutes of its run sheet. */
const timedPlan = planSchema.extend({ handsOnMin: minutes, waitMin: z.number().nonnegative() });

/** Answer of POST /api/v1/hookups/plan. */
export const planResponse = z
  .strictObject({ plans: z.array(timedPlan), refused: z.array(refused), complete: z.boolean() })
  .meta({ id: "PlanResponse" });

const endFigure = z.strictObject({
  name: text,
  form: z.enum(["thread", "plain", "socket", "seat"]),
  gender: z.enum(["m", "f"]).nullable(),
  acrossIn: z.number().positive(),
});

/** What stands there before anything is bought, each element with what it takes at the usual flow, psi. */
export const standingWay = z.strictObject({
  staticPsi: z.number(),
  isStaticAssumed: z.boolean(),
  flowGpm: z.number().positive(),
  leastPsi: z.number().nonnegative(),
  leastBoreIn: z.number().positive(),
  leftPsi: z.number(),
  elements: z.array(
    z.discriminatedUnion("kind", [
      z.strictObject({
        kind: z.literal("pipe"),
        lengthFt: z.number(),
        boreIn: z.number().positive(),
        psi: z.number(),
      }),
      z.strictObject({ kind: z.literal("rise"), riseFt: z.number(), psi: z.number() }),
      z.strictObject({
        kind: z.literal("stop"),
        boreIn: z.strictObject({ low: z.number(), high: z.number() }),
        isTooSmall: z.boolean(),
        psi: z.number(),
      }),
    ]),
  ),
}) satisfies z.ZodType<StandingWay>;

/** Answer of POST /api/v1/hookups/ways. */
export const planOptionsResponse = z
  .strictObject({
    request: storedPlanRequest,
    hasStock: z.boolean(),
    plans: z.array(planSchema),
    ways: z.array(
      z.strictObject({
        plan: planSchema,
        request: storedPlanRequest,
        change: text,
        jointsMore: z.number().int(),
        centsMore: z.number().int(),
      }),
    ),
    refused: z.array(refused),
    complete: z.boolean(),
    standing: standingWay.exactOptional(),
    codes: z.array(endCode),
    swaps: z.record(
      z.string(),
      z.array(z.strictObject({ sku: text, name: text, priceCents: z.number().int() })),
    ),
    ends: z.record(endCode, endFigure),
  })
  .meta({ id: "PlanOptionsResponse" });
