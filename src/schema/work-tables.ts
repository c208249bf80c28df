/** Rows of the tables about the work itself: what is tried when something sits fast, how a fixture is taken out and put in. */
import { z } from "zod";
import { FIXTURES, SUPPLY_KINDS } from "../core/plan/index.ts";
import { STEP_ROLES } from "../core/step/index.ts";

const code = z.string().min(1);

export const ladder = z.strictObject({
  id: code,
  label: code,
  role: z.enum(STEP_ROLES),
  rungs: z.array(code).min(2),
  stopWhen: code,
});
export const move = z.strictObject({
  fixture: z.enum(FIXTURES),
  out: code,
  drainOff: code.nullable(),
  makeSafe: code.nullable(),
  in: code,
  level: code.nullable(),
  fasten: code.nullable(),
  runsInPlace: z.boolean(),
  reason: code,
});
export const demand = z.strictObject({
  fixture: z.enum(FIXTURES),
  waters: z.enum(["cold", "any"]),
  isInWall: z.boolean(),
  isStopExempt: z.boolean(),
  isHoseOnly: z.boolean(),
  hardPipeWithinIn: z.number().positive().nullable(),
  reason: code,
});
export const outlet = z.strictObject({
  end: code,
  kinds: z.array(z.enum(SUPPLY_KINDS)).min(1),
  boreIn: z.strictObject({
    low: z.number().positive(),
    likely: z.number().positive(),
    high: z.number().positive(),
  }),
  reason: code,
});
