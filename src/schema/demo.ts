import { z } from "zod";
import { BILL_STAGES } from "../core/bill/index.ts";
import { NEEDS, SUPPLY_KINDS } from "../core/plan/index.ts";
import { PROOF_METHODS, STOP_PROOFS } from "../core/survey/index.ts";
import { HAMMER_SOUNDS } from "../core/watch/index.ts";
import { ratesSchema } from "./bill.ts";
import { endCode, upstreamPipe } from "./plan.ts";
import { shopDetailsSchema } from "./shop-details.ts";
import { contactsSchema, customerForm } from "./site.ts";
import { surveySchema } from "./survey.ts";
import { siteSchema, valveSchema } from "./visit.ts";

export const DEMO_PROGRESS = [
  "surveyed",
  "planned",
  "half",
  "weeping",
  "ready",
  "signed",
  "done",
  "wet",
] as const;

const connection = z.strictObject({
  preset: z.string(),
  place: z.string(),
  stop: z.enum(STOP_PROOFS),
  method: z.enum(PROOF_METHODS).nullable(),
  psi: z.string().nullable(),
  min: z.string().optional(),
  max: z.string().optional(),
  /** Where the inlet lies from the supply, inches: right, up, out; and which way the supply end looks. */
  ends: z
    .strictObject({ right: z.string(), up: z.string(), out: z.string(), supplyLooks: z.enum(["up", "out"]) })
    .optional(),
  needs: z.array(z.enum(NEEDS)).default([]),
  /** What differs from the preset's supply, what runs to the fixture, and how far the work goes. */
  supply: z
    .strictObject({
      kind: z.enum(SUPPLY_KINDS).exactOptional(),
      end: endCode.exactOptional(),
      looks: surveySchema.shape.supply.shape.looks,
      material: surveySchema.shape.supply.shape.material,
      line: surveySchema.shape.supply.shape.line,
      lineInlet: surveySchema.shape.supply.shape.lineInlet,
      lineMeasures: surveySchema.shape.supply.shape.lineMeasures,
    })
    .default({}),
  line: surveySchema.shape.line,
  phase: surveySchema.shape.phase,
  /** Connections of a visit that name the same fixture are worked on as one, as far as the first of them has come. */
  fixture: z.string().exactOptional(),
  replaces: surveySchema.shape.replaces,
  inPlace: surveySchema.shape.inPlace,
  /** The visit's key and the place among its connections that this one goes on from. */
  continues: z.string().exactOptional(),
  sharedWith: surveySchema.shape.sharedWith,
  upstream: upstreamPipe.exactOptional(),
  /** What was heard when its valve shut, before the work and after the run. */
  heard: z
    .strictObject({
      before: z.enum(HAMMER_SOUNDS).exactOptional(),
      after: z.enum(HAMMER_SOUNDS).exactOptional(),
    })
    .default({}),
  /** A simulated hold kept on its record. */
  hold: z
    .strictObject({
      seed: z.number().int(),
      leakMlPerMin: z.number().nonnegative(),
      minutes: z.number().positive(),
    })
    .exactOptional(),
  progress: z.enum(DEMO_PROGRESS),
  lookBackBy: z.enum(["plumber", "customer"]).default("plumber"),
  notes: z.string().default(""),
});

/** data/demo.json: what stands in the demo, told by how far each connection has come. */
export const demoSchema = z.strictObject({
  plumber: z.string(),
  shop: shopDetailsSchema,
  rates: ratesSchema,
  site: siteSchema,
  customer: customerForm.omit({ version: true }),
  contacts: contactsSchema,
  accessNote: z.string(),
  /** On the truck: SKU, quantity, bin, least. */
  truck: z.array(
    z.strictObject({
      sku: z.string(),
      quantity: z.number().int(),
      bin: z.string(),
      least: z.number().int(),
    }),
  ),
  visits: z.array(
    z.strictObject({
      key: z.string(),
      title: z.string(),
      /** Start of the visit in minutes from the moment the demo is loaded. */
      startsInMin: z.number().int(),
      notes: z.array(z.string()),
      /** Notes that stand on the customer's record. */
      told: z.array(z.string()).default([]),
      /** Why the visit was cancelled; absent: it was not. */
      cancelled: z.string().exactOptional(),
      /** Valves of the site that this visit has found. */
      valves: z.array(valveSchema.omit({ provedAt: true })).default([]),
      /** An estimate or an actual that was kept, for so many minutes. */
      bills: z.array(z.strictObject({ stage: z.enum(BILL_STAGES), minutes: z.number() })).default([]),
      connections: z.array(connection).min(1),
    }),
  ),
});

export type Demo = z.output<typeof demoSchema>;
