/** Planning requests and answers, at the border. Core owns the types; these only let what fits through. */

import { z } from "zod";
import { UPSTREAM_MATERIALS } from "../core/branch/index.ts";
import { JOINT_TYPES, PREPARATIONS, SEALANTS } from "../core/joint/index.ts";
import { PART_KINDS, PEX_TYPES, PIPE_DIRECTIONS, PRESENT_DEVICES } from "../core/part/index.ts";
import {
  BANG_ASSUMPTIONS,
  FIXTURES,
  INLET_DIRECTIONS,
  LINE_KINDS,
  LINE_SOURCES,
  NEEDS,
  PIPE_MATERIALS,
  type Plan,
  type PlanRequest,
  type PortRef,
  STOP_LEFTOVERS,
  SUPPLY_KINDS,
  TREATMENTS,
  WORK_PHASES,
} from "../core/plan/index.ts";
import { PRACTICES } from "../core/standard/index.ts";
import { ASSUMED_STATIC_PSI } from "../core/survey/index.ts";
import { lineEnd, wallList } from "./line.ts";
import { standardsSchema } from "./standards.ts";

/** Highest pressure that is taken for a reading, psi gauge: twice what house gauges show. */
const HIGHEST_PSI = 300;
/** Longest line anybody asks for, inches (100 ft). */
const LONGEST_IN = 1200;

export const endCode = z
  .string()
  .min(1)
  .max(40)
  .meta({ id: "EndCode", description: "Code of an end, as data/ends.csv lists them" });
const lengthIn = z.number().positive().max(LONGEST_IN);

export const lengthRange = z
  .strictObject({ min: z.number().min(0).max(LONGEST_IN), max: z.number().min(0).max(LONGEST_IN) })
  .refine((range) => range.min <= range.max, { error: "min must not be above max", path: ["min"] });

/** Both spellings of galvanized pipe are taken. */
export const pipeMaterial = z
  .enum([...PIPE_MATERIALS, "galvanized"])
  .transform((material) => (material === "galvanized" ? "galvanised" : material))
  .pipe(z.enum(PIPE_MATERIALS));

/** The pipe that comes before a supply end. */
/** Where a tee goes, under both spellings: at the stop, or at the fixture. */
const TEE_PLACES = {
  supply: "supply",
  stop: "supply",
  "far-end": "far-end",
  fixture: "far-end",
} as const;

export const upstreamPipe = z.strictObject({
  lengthFt: z.number().min(0).max(10_000),
  idIn: z.number().min(0.1).max(24),
  riseFt: z.number().min(-500).max(500),
  material: z.enum(UPSTREAM_MATERIALS).exactOptional(),
});

/** Farthest an inlet lies from its stop either way, inches. */
const keptOffset = z.number().min(-LONGEST_IN).max(LONGEST_IN);

const supplySchema = z.strictObject({
  end: endCode,
  kind: z.enum(SUPPLY_KINDS),
  water: z.enum(["cold", "hot"]),
  looks: z.enum(PIPE_DIRECTIONS).exactOptional(),
  staticPsi: z.number().positive().max(HIGHEST_PSI),
  isStaticAssumed: z.literal(true).exactOptional(),
  boreIn: z.number().min(0.05).max(2).exactOptional(),
  stopHolds: z.boolean().nullable(),
  keepsExistingLine: z.boolean(),
  keptLine: z
    .strictObject({
      inlet: endCode,
      measured: z
        .strictObject({
          lengthIn,
          to: z.tuple([keptOffset, keptOffset, keptOffset]),
        })
        .exactOptional(),
    })
    .exactOptional(),
  keptNut: z.enum(["plastic", "metal"]).exactOptional(),
  teeAt: z
    .enum(["supply", "far-end", "stop", "fixture"])
    .transform((at) => TEE_PLACES[at])
    .pipe(z.enum(["supply", "far-end"]))
    .exactOptional(),
  material: pipeMaterial.exactOptional(),
  treated: z.enum(TREATMENTS).exactOptional(),
  pexType: z.enum(PEX_TYPES).exactOptional(),
  behindValve: z.enum(["holds", "fails"]).exactOptional(),
  leftOn: z.enum(STOP_LEFTOVERS).exactOptional(),
  upstream: upstreamPipe.exactOptional(),
});

/** Widest room in front of an inlet that anybody measures, inches. */
const HIGHEST_CLEARANCE_IN = 240;

/** The line as the job finds it. */
export const lineFound = z.strictObject({
  by: z.enum(LINE_SOURCES).default("new"),
  end: endCode.exactOptional(),
  lengthIn: lengthIn.exactOptional(),
  nut: z.enum(["plastic", "metal"]).exactOptional(),
  ageYears: z.number().min(0).max(100).exactOptional(),
});

/** Where the two ends lie, as the line fitter takes them. */
const endsInSpace = z.strictObject({
  a: lineEnd,
  b: lineEnd,
  walls: wallList,
  freeBulgeIn: z.number().positive().max(LONGEST_IN).nullable().default(null),
});

const requestShape = {
  supply: supplySchema,
  inlet: z.strictObject({
    end: endCode,
    fixture: z.enum(FIXTURES),
    plastic: z.boolean(),
    tailIn: z.number().positive().max(1200).exactOptional(),
  }),
  lengthIn: lengthRange,
  ends: endsInSpace.exactOptional(),
  lineKind: z.enum(LINE_KINDS).exactOptional(),
  hotF: z.number().min(80).max(212).exactOptional(),
  needs: z.array(z.enum(NEEDS)).max(NEEDS.length),
  for: z.partialRecord(z.enum(NEEDS), z.enum(["branch", "both"])).exactOptional(),
  arrestorAt: z.enum(PRACTICES.arrestorPlace).exactOptional(),
  line: lineFound.exactOptional(),
  inletLooks: z.enum(INLET_DIRECTIONS).exactOptional(),
  clearanceIn: z.number().min(0).max(HIGHEST_CLEARANCE_IN).exactOptional(),
  phase: z.enum(WORK_PHASES).exactOptional(),
  stockInBox: z.record(z.string().max(40), z.number().int().nonnegative()).exactOptional(),
  present: z.array(z.enum(PRESENT_DEVICES)).max(PRESENT_DEVICES.length).exactOptional(),
  access: z.enum(["open", "closed-wall"]),
  houseRules: standardsSchema,
  swaps: z.record(z.string().max(40), z.string().max(40)).exactOptional(),
};

/** Body of POST /api/v1/hookups/plan. */
export const planRequest = z
  .strictObject({
    ...requestShape,
    supply: supplySchema.extend({
      staticPsi: supplySchema.shape.staticPsi.nullable().meta({
        description: "Null: not measured; 60 psi is assumed, and the plan says so.",
      }),
    }),
    needs: requestShape.needs.default([]),
    access: requestShape.access.default("open"),
    houseRules: requestShape.houseRules.default({}),
    stock: z.record(z.string().max(40), z.number().int().nonnegative()).nullable().default(null),
    keptNut: z.enum(["plastic", "metal"]).exactOptional().meta({
      description: "Nut of the other fixture's line that stays; the same as supply.keptNut.",
    }),
  })
  .meta({ id: "PlanRequest" });

/** A request as it is kept with a visit: stock is not part of it. */
export const storedPlanRequest = z
  .strictObject({ ...requestShape, stock: z.null() })
  .meta({ id: "StoredProblem" }) satisfies z.ZodType<PlanRequest>;

/** Converts a parsed request into the planner's own shape: stock counted by SKU, a pressure nobody measured assumed. */
export function planRequestFrom({
  stock,
  supply,
  keptNut,
  ...rest
}: z.output<typeof planRequest>): PlanRequest {
  const { staticPsi, ...found } = supply;
  const known = keptNut === undefined ? found : { ...found, keptNut };
  return {
    ...rest,
    supply:
      staticPsi === null
        ? { ...known, staticPsi: ASSUMED_STATIC_PSI, isStaticAssumed: true }
        : { ...known, staticPsi },
    stock: stock === null ? null : new Map(Object.entries(stock)),
  };
}

const vector = z.tuple([z.number(), z.number(), z.number()]);
const portRef = z.union([
  z.literal(["supply", "inlet", "kept", "outlet"]),
  z.templateLiteral(["p", z.number().int().nonnegative(), ".", z.enum(["a", "b", "c"])]),
]) satisfies z.ZodType<PortRef>;
const turns = z.number().nonnegative().max(10);
export const text = z.string().max(400);
export const advice = z.strictObject({ code: text, message: text });
const planPart = z.strictObject({
  sku: z.string().max(40),
  kind: z.enum(PART_KINDS),
  name: text,
  quantity: z.number().int().nonnegative().max(1000),
  branch: z.enum(["main", "kept", "outlet", "chamber"]),
  contents: z.array(text).max(8),
  material: text,
  ports: z
    .array(
      z.strictObject({
        id: z.enum(["a", "b", "c"]),
        end: endCode,
        at: vector,
        direction: vector,
        boreIn: z.number(),
        plastic: z.boolean(),
      }),
    )
    .max(3),
  lengthIn: lengthIn.exactOptional(),
  shutsOff: z.literal(true).exactOptional(),
  shutsByItself: z.literal(true).exactOptional(),
});

const planJoint = z.strictObject({
  number: z.number().int().positive(),
  between: z.tuple([portRef, portRef]),
  ends: z.tuple([endCode, endCode]).nullable(),
  type: z.enum(JOINT_TYPES),
  rule: text,
  sealant: z.enum(SEALANTS),
  turns: z.strictObject({ handOnly: z.boolean(), min: turns, max: turns }).nullable(),
  hardMaxTurns: turns.nullable(),
  wrenches: z.array(text).max(6),
  backUp: z.boolean(),
  holdBack: z.strictObject({ what: text, wrenches: z.array(text).max(6) }).exactOptional(),
  where: z.enum(["bench", "place"]),
  turning: z.enum(["a", "b"]).nullable().exactOptional(),
  held: z.enum(["a", "b"]).exactOptional(),
  prepare: z.array(z.enum(PREPARATIONS)).max(12).exactOptional(),
  depthIn: z.number().positive().max(12).exactOptional(),
  notes: z.array(text).max(8),
  label: text,
  sealsOn: text,
  pieces: z.array(text).max(8),
  lookFirst: z.array(text).max(8),
  remake: text,
  reason: text,
  maySnug: z.boolean(),
  aside: z.literal(true).exactOptional(),
});

export const planSchema = z
  .strictObject({
    id: text,
    parts: z.array(planPart).max(24),
    joints: z.array(planJoint).min(1).max(24),
    priceCents: z.number().int().nonnegative(),
    makeUpOrder: z.array(z.number().int().positive()).max(24).exactOptional(),
    tools: z.array(text).max(40).exactOptional(),
    consumables: z.array(text).max(20).exactOptional(),
    cutOutIn: z.number().nonnegative().exactOptional(),
    flow: z
      .strictObject({
        usualGpm: z.number().positive(),
        leastPsi: z.number().nonnegative(),
        lossPsi: z.number().nonnegative(),
        residualPsi: z.number(),
        availableGpm: z.number().nonnegative().nullable(),
        holdsGal: z.number().nonnegative().exactOptional(),
      })
      .exactOptional(),
    bang: z
      .strictObject({
        closureMs: z.number().nonnegative(),
        psi: z.number(),
        rangePsi: z.tuple([z.number(), z.number()]),
        withArrestorPsi: z.number().exactOptional(),
        arrestor: z.enum(["planned", "there", "none"]),
        assumed: z.array(z.enum(BANG_ASSUMPTIONS)).max(BANG_ASSUMPTIONS.length),
      })
      .exactOptional(),
    gaveWay: z.array(standardsSchema.keyof()).max(20).exactOptional(),
    kindFaults: z.number().int().nonnegative().exactOptional(),
    unusual: z.array(text).max(24).exactOptional(),
    headLossPsi: z.number().nonnegative().exactOptional(),
    inStock: z.boolean(),
    missing: z.array(text).max(24),
    warnings: z.array(advice).max(24),
    why: z.array(text).max(24),
  })
  .meta({ id: "Plan" }) satisfies z.ZodType<Plan>;
