/** The leak analyst at the border: holds, watches, and planning a hold. */
import { z } from "zod";
import { DOUBTS, type HoldRecord, MOST_KEPT_SAMPLES, READING_SOURCES, SUSPECTS } from "../core/hold/index.ts";
import { SECTION_MATERIALS } from "../core/water/index.ts";

/** A reading every second for five hours. */
const MOST_SAMPLES = 18_000;

export const sectionSchema = z.strictObject({
  volumeMl: z.number().positive().max(100_000),
  hoseFt: z.number().nonnegative().max(500),
  hoseType: z.enum(["braided", "rubber"]).nullable().default(null),
  /** copper, brass, steel, galvanized, cpvc, pex; anything else counts as not known. */
  material: z.string().max(60),
});

/** No gauge shows finer steps, psi; one that claims to is read as this. */
const FINEST_PSI = 0.001;

export const gaugeSchema = z.strictObject({
  resolutionPsi: z
    .number()
    .positive()
    .max(50)
    .overwrite((step) => Math.max(step, FINEST_PSI)),
  type: z.enum(["digital", "dial"]),
});

export const drawOffSchema = z.strictObject({
  ml: z.number().positive(),
  psiBefore: z.number().min(0).max(1000),
  psiAfter: z.number().min(0).max(1000),
  mlSd: z.number().positive().exactOptional(),
});

export const sampleSchema = z.strictObject({
  t: z.number().nonnegative(),
  psi: z.number().min(-20).max(2000),
  tempF: z.number().min(20).max(250).nullish(),
});

const range = z.strictObject({ low: z.number().nonnegative(), high: z.number().nonnegative().nullable() });

/** Body of POST /api/v1/leaks/hold. */
export const holdRequest = z
  .strictObject({
    section: sectionSchema,
    startPsi: z.number().positive().max(1000),
    supplyPsi: z.number().nonnegative().max(1000).exactOptional(),
    heldSec: z.number().nonnegative().exactOptional(),
    ambientF: z.number().min(20).max(250).exactOptional(),
    /** Which water stands in the section. */
    water: z.enum(["cold", "hot"]).exactOptional(),
    /** Minutes since water last ran through it, before the first reading. */
    restedMin: z.number().nonnegative().max(100_000).exactOptional(),
    stopChecked: z.boolean().nullable().default(null),
    gauge: gaugeSchema,
    drawOff: drawOffSchema.nullable().default(null),
    samples: z.array(sampleSchema).min(1).max(MOST_SAMPLES),
    /** What was seen at the joints, mL/min, to be held against what the section lost. */
    seen: range.nullable().exactOptional(),
  })
  .meta({ id: "HoldRequest" });
export type HoldRequest = z.output<typeof holdRequest>;

/** Answer of POST /api/v1/leaks/hold. */
export const holdResponse = z
  .strictObject({
    verdict: z.enum(["tight", "leak", "inconclusive"]),
    leakMlPerMin: z.strictObject({ best: z.number(), low: z.number(), high: z.number().nullable() }),
    minimumDetectableMlPerMin: z.number().nullable(),
    suspected: z.array(z.enum(SUSPECTS)),
    fit: z.array(
      z.strictObject({
        t: z.number(),
        psi: z.number(),
        low: z.number().exactOptional(),
        high: z.number().exactOptional(),
      }),
    ),
    advice: z.string(),
    /** Seconds at which the pressure jumped. */
    steps: z.array(z.number()).exactOptional(),
    /** Conditions of "tight" that the test does not meet, the one to see to first at the head. */
    doubts: z.array(z.enum(DOUBTS)).exactOptional(),
    /** The joints against the gauge, in one line. */
    reconciled: z
      .strictObject({
        agree: z.boolean(),
        hiddenUpTo: z.number().nullable(),
        hiddenAtLeast: z.number(),
        line: z.string(),
      })
      .exactOptional(),
  })
  .meta({ id: "HoldResponse" });
export type HoldAnswered = z.input<typeof holdResponse>;

/** Body of POST /api/v1/leaks/plan-hold. */
export const planHoldRequest = z
  .strictObject({
    section: sectionSchema,
    startPsi: z.number().positive().max(1000),
    stopChecked: z.boolean().nullable().default(null),
    ambientF: z.number().exactOptional(),
    gauge: gaugeSchema,
    wantedMlPerMin: z.number().positive(),
  })
  .meta({ id: "PlanHoldRequest" });
export type PlanHoldRequest = z.output<typeof planHoldRequest>;

export const planHoldResponse = z
  .strictObject({
    /** Null: no usual length tells it. */
    minutes: z.number().nullable(),
    lengths: z.array(z.strictObject({ minutes: z.number(), smallestMlPerMin: z.number() })),
  })
  .meta({ id: "PlanHoldResponse" });

/** Body of POST /api/v1/leaks/watch. */
export const watchRequest = z
  .strictObject({
    method: z.enum(["look", "tissue", "drips", "meter"]),
    windowMin: z.number().positive().max(1e6).exactOptional(),
    wantedMlPerMin: z.number().positive().exactOptional(),
    confidence: z.number().gt(0.5).lt(1),
    dripMl: z.number().positive().exactOptional(),
    tissueMl: z.number().positive().exactOptional(),
    spreadCv: z.number().nonnegative().max(2).exactOptional(),
    evapMlPerMin: z.number().nonnegative().exactOptional(),
    markMl: z.number().positive().exactOptional(),
    startFlowMlPerMin: z.number().nonnegative().exactOptional(),
    process: z.enum(["even", "random"]).exactOptional(),
    drips: z.number().int().nonnegative().max(1_000_000).exactOptional(),
    intervalsSec: z.array(z.number().positive()).max(10_000).exactOptional(),
    wet: z.boolean().exactOptional(),
    marks: z.number().int().nonnegative().max(1_000_000).exactOptional(),
  })
  .meta({ id: "WatchRequest" });
export type WatchRequest = z.output<typeof watchRequest>;

/** Answer of POST /api/v1/leaks/watch. */
export const watchResponse = z
  .union([
    z.strictObject({
      verdict: z.enum(["none-seen", "leak"]),
      estimateMlPerMin: z.number().nullable(),
      low: z.number().nullable(),
      high: z.number().nullable(),
      detectableMlPerMin: z.number(),
    }),
    z.strictObject({ windowMin: z.number() }),
  ])
  .meta({ id: "WatchResponse" });
export type WatchAnswered = z.input<typeof watchResponse>;

/** A hold as an event of a visit. */
export const holdRecordSchema = z.strictObject({
  source: z.enum(READING_SOURCES),
  test: z.strictObject({
    section: z.strictObject({
      volumeMl: z.number().positive().max(100_000),
      hoseFt: z.number().nonnegative().max(500),
      hoseType: z.enum(["braided", "rubber"]).nullable(),
      material: z.enum(SECTION_MATERIALS).nullable(),
    }),
    startPsi: z.number().positive().max(1000),
    supplyPsi: z.number().nonnegative().max(1000).nullable(),
    heldSec: z.number().nonnegative().nullable(),
    ambientF: z.number().min(20).max(250).nullable(),
    water: z.enum(["cold", "hot"]).exactOptional(),
    restedMin: z.number().nonnegative().max(100_000).exactOptional(),
    stopChecked: z.boolean().nullable(),
    gauge: gaugeSchema,
    drawOff: drawOffSchema.nullable(),
    samples: z
      .array(
        z.strictObject({
          t: z.number().nonnegative(),
          psi: z.number().min(0).max(2000),
          tempF: z.number().min(20).max(250).exactOptional(),
        }),
      )
      .min(1)
      .max(MOST_KEPT_SAMPLES)
      .refine((samples) => samples.every(({ t }, at) => at === 0 || t > (samples[at - 1]?.t ?? 0)), {
        error: "must be in the order of time",
      }),
  }),
  verdict: z.enum(["tight", "leak", "inconclusive"]),
  bestMlPerMin: z.number().nonnegative(),
  lowMlPerMin: z.number().nonnegative(),
  highMlPerMin: z.number().nonnegative().nullable(),
  smallestMlPerMin: z.number().nonnegative().nullable(),
  suspected: z.array(z.enum(SUSPECTS)),
}) satisfies z.ZodType<HoldRecord>;
