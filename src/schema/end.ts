/** Identifying and matching ends, at the border. Core owns the types; these only let what can be through. */
import { z } from "zod";
import {
  evidenceFaults,
  type Measured,
  NEXT_KINDS,
  PLACES,
  SEATS,
  SEEN_MATERIALS,
} from "../core/identify/index.ts";
import { CONTACT_CODES, FIT_VERDICTS, JOINT_TYPES, SEALANTS } from "../core/joint/index.ts";
import { endCode } from "./plan.ts";

/** Coarsest half-width of a reading that still says anything, inches. */
const COARSEST_IN = 0.5;
const toleranceIn = z.number().nonnegative().max(COARSEST_IN);
const crests = z.number().int().min(2).max(40);

const measured = z
  .strictObject({
    outsideIn: z.number().nullable().default(null),
    insideIn: z.number().nullable().default(null),
    toleranceIn: toleranceIn.meta({ description: "Half-width of both readings' uncertainty: two sigma" }),
    threadsPerInch: z.number().nullable().default(null),
    tpiTolerance: z.number().nonnegative().max(20).default(1),
    pitchMm: z.number().positive().exactOptional(),
    count: z
      .strictObject({ threads: z.number().int().min(1).max(99), overIn: z.number().min(0.125).max(3) })
      .exactOptional(),
    span: z.strictObject({ crests, spanIn: z.number().positive(), toleranceIn }).nullable().default(null),
    further: z.strictObject({ outsideIn: z.number(), alongIn: z.number().min(0.1).max(2) }).exactOptional(),
    flankDeg: z.literal([55, 60]).exactOptional(),
    gender: z.enum(["male", "female"]).nullable().default(null),
    taper: z.enum(["no", "yes", "unknown"]).default("unknown"),
    threaded: z.boolean().exactOptional(),
    material: z.enum(SEEN_MATERIALS).exactOptional(),
    seal: z.array(z.enum(SEATS)).max(SEATS.length).default([]),
    noSeal: z.boolean().exactOptional(),
    where: z.enum(PLACES).default("unknown"),
  })
  .superRefine((evidence, context) => {
    for (const { field, message } of evidenceFaults(evidence))
      context.addIssue({ code: "custom", path: [field], message });
  }) satisfies z.ZodType<Measured>;

/** Body of POST /api/v1/ends/identify. */
export const identifyRequest = z.strictObject({ measured }).meta({ id: "IdentifyRequest" });

const turns = z.number().nullable();

/** Answer of POST /api/v1/ends/identify. */
export const identifyResponse = z
  .strictObject({
    candidates: z.array(
      z.strictObject({
        end: endCode.nullable().meta({ description: "Null: none of the listed ends" }),
        name: z.string(),
        thread: z.string().nullable(),
        probability: z.number().min(0).max(1),
        why: z.array(z.string()),
        twins: z.array(endCode).exactOptional(),
      }),
    ),
    next: z
      .strictObject({
        measure: z.string(),
        separates: z.array(endCode),
        kind: z.enum(NEXT_KINDS).exactOptional(),
        crests: z.number().int().nullable().exactOptional(),
        gainBits: z.number().nonnegative().exactOptional(),
      })
      .nullable(),
    lookAlikes: z.array(
      z.strictObject({
        a: endCode.meta({ description: "What it is taken for" }),
        b: endCode.meta({ description: "What it may be; the mate of a is put on it" }),
        mate: endCode.exactOptional(),
        on: endCode.exactOptional(),
        verdict: z.enum(FIT_VERDICTS).exactOptional(),
        turnsBeforeBind: turns,
        symptom: z.string(),
        forcing: z.string().exactOptional(),
        seals: z.boolean(),
      }),
    ),
  })
  .meta({ id: "IdentifyResponse" });

/** Body of POST /api/v1/ends/match. */
export const matchRequest = z.strictObject({ a: endCode, b: endCode }).meta({ id: "MatchRequest" });

const turnRange = z
  .strictObject({ handOnly: z.boolean(), min: z.number().nonnegative(), max: z.number().nonnegative() })
  .nullable();

/** Answer of POST /api/v1/ends/match. */
export const matchResponse = z
  .strictObject({
    fits: z.boolean(),
    joint: z
      .strictObject({
        type: z.enum(JOINT_TYPES),
        sealant: z.enum(SEALANTS),
        turns: turnRange,
        wrenches: z.array(z.string()),
        label: z.string(),
        hardMaxTurns: turns,
        backUp: z.boolean(),
        backUpWrenches: z.array(z.string()),
        sealsOn: z.string(),
        pieces: z.array(z.string()),
        lookFirst: z.array(z.string()),
        reason: z.string(),
        note: z.string().nullable().meta({ description: "What is said of every such joint, in words." }),
        variants: z.array(z.strictObject({ label: z.string(), turns: turnRange })),
      })
      .nullable(),
    startsButWillNotSeal: z.boolean(),
    turnsBeforeBind: turns,
    turnsRange: z.tuple([turns, turns]),
    why: z.string(),
    advice: z.string().nullable(),
    verdict: z.enum(FIT_VERDICTS),
    code: z.enum(CONTACT_CODES),
    wobbleIn: z.number().nullable(),
    symptom: z.string(),
    forcing: z.string(),
    forcingDoesDamage: z.boolean(),
  })
  .meta({ id: "MatchResponse" });
