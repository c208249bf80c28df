/** A connection as a visit left it, as its row keeps it. */
import { z } from "zod";
import { PART_KINDS, PRESENT_DEVICES } from "../core/part/index.ts";
import { FIXTURES, SUPPLY_KINDS } from "../core/plan/index.ts";
import type { ConnectionAsLeft } from "../core/site/index.ts";
import { STOP_PROOFS } from "../core/survey/index.ts";
import { surveySchema } from "./survey.ts";

const end = z.string();
const at = z.string();

export const asLeftSchema = z.strictObject({
  visit: z.string(),
  connection: z.string(),
  signing: z.string(),
  signedAt: at,
  signedBy: z.string(),
  isCorrected: z.boolean(),
  continues: z.string().nullable(),
  isTakenOut: z.boolean(),
  label: z.string(),
  room: z.string(),
  fixture: z.enum(FIXTURES),
  fixtureKey: z.string(),
  water: z.enum(["cold", "hot"]),
  supply: z.strictObject({ end, kind: z.enum(SUPPLY_KINDS) }),
  inlet: end,
  line: z
    .strictObject({
      name: z.string(),
      sku: z.string().nullable(),
      kind: z.enum(PART_KINDS),
      material: z.string(),
      lengthIn: z.number().nullable(),
      fittedAt: at.nullable(),
    })
    .nullable(),
  stop: z.strictObject({
    name: z.string(),
    place: z.string(),
    proof: z.enum(STOP_PROOFS),
    isNew: z.boolean(),
    provedAt: at.nullable(),
  }),
  devices: z.array(z.enum(PRESENT_DEVICES)),
  parts: z.array(z.strictObject({ sku: z.string(), name: z.string(), quantity: z.number() })),
  checkedAt: at.nullable(),
  followUp: z.strictObject({ dueAt: at, result: z.enum(["dry", "weeping"]).nullable() }),
  photos: z.array(z.strictObject({ id: z.string(), caption: z.string() })),
  notes: z.array(z.string()),
  survey: surveySchema,
}) satisfies z.ZodType<ConnectionAsLeft>;
