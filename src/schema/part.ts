/** A part of the catalogue at the border: a row of the file, of the tables or of the shop's own. */
import { z } from "zod";
import { HAZARDS, PART_FUNCTIONS, PART_KINDS, SERVICES, UNION_SEALS } from "../core/part/index.ts";

const code = z.string().min(1);
const positive = z.number().positive();
const vector = z.tuple([z.number(), z.number(), z.number()]);
const port = z.strictObject({
  id: z.enum(["a", "b", "c"]),
  end: code,
  at: vector,
  direction: vector,
  boreIn: positive,
  plastic: z.boolean(),
});

/** A part of the catalogue, as a row of the file or of the database holds it. */
export const partSchema = z.strictObject({
  sku: z.string().regex(/^[A-Z0-9-]+$/, "a SKU has capitals, digits and dashes only"),
  kind: z.enum(PART_KINDS),
  name: code,
  priceCents: z.number().int().positive(),
  material: code,
  pack: z.number().int().positive().max(1000).default(1),
  lengthIn: positive.nullable(),
  cutToLength: z.boolean(),
  minBendRadiusIn: positive.nullable(),
  cuffIn: positive.nullable(),
  ratedPsi: positive,
  ratedF: positive,
  ratedHot: z.strictObject({ psi: positive, f: positive }).nullable().default(null),
  service: z.enum(SERVICES).nullable().default(null),
  backflow: z
    .strictObject({ hazard: z.enum(HAZARDS), takesConstantPressure: z.boolean(), isLast: z.boolean() })
    .nullable()
    .default(null),
  unionSeal: z.enum(UNION_SEALS).nullable().default(null),
  flats: z.array(code).max(4).default([]),
  leadFree: z.boolean(),
  oneWay: z.boolean(),
  contents: z.array(code),
  functions: z.array(z.enum(PART_FUNCTIONS)),
  joins: z.tuple([code, code]).nullable(),
  ports: z.array(port),
});
