/** The reference tables as they stand in data/*.csv and in src/generated/tables.json. */
import { z } from "zod";
import { CHECK_METHODS, CHECK_SCOPES, STAGE_CODES } from "../core/check/index.ts";
import { CONFIDENCES, RARITIES, THREAD_SYSTEMS } from "../core/end/index.ts";
import { INSTRUMENT_CODES, PLACES, SEATS } from "../core/identify/index.ts";
import { CONTACT_CODES, FIT_VERDICTS, JOINT_TYPES, PREPARATIONS, SEALANTS } from "../core/joint/index.ts";
import { HAZARDS, PART_KINDS, PIPE_DIRECTIONS } from "../core/part/index.ts";
import { FIXTURES, LINE_KINDS, POWERS, SUPPLY_KINDS } from "../core/plan/index.ts";
import { PART_SHAPES, TOOL_KINDS } from "../core/planner/index.ts";
import { UPKEEP_CODES } from "../core/site/index.ts";
import { STEP_PHASES, STEP_ROLES, stepBroughtForward } from "../core/step/index.ts";
import type { Tables } from "../core/tables.ts";
import { SEAT_KINDS } from "../core/tube/index.ts";
import { partSchema } from "./part.ts";
import { arrestorSize, inletValve, loss, pipeSize, roughness, waveSpeed } from "./water-tables.ts";
import { demand, ladder, move, outlet } from "./work-tables.ts";

const positive = z.number().positive();
const code = z.string().min(1);
const gender = z.enum(["m", "f"]).nullable();
const side = z.strictObject({ family: code, gender });

const range = (fault: string) =>
  z.strictObject({ low: positive, high: positive }).refine(({ low, high }) => low <= high, fault);
const confidence = z.enum(CONFIDENCES);

const end = z.strictObject({
  code,
  form: z.enum(["thread", "plain", "socket", "seat"]),
  family: code,
  size: code,
  fitSize: code,
  gender,
  swivel: z.boolean(),
  name: code,
  thread: code.nullable(),
  standard: code.nullable(),
  readAcross: z.enum(["outside", "inside"]),
  readsIn: range("reads_low_in must not exceed reads_high_in").nullable(),
  outsideIn: positive.nullable(),
  boreIn: positive.nullable(),
  material: code.nullable(),
  wrenches: z.array(code),
  confidence,
});

const thread = z.strictObject({
  id: code,
  designation: code,
  system: z.enum(THREAD_SYSTEMS),
  flankDeg: z.literal([55, 60]),
  pitchIn: positive,
  majorIn: positive,
  engagement: z.enum(["diameter", "nine-pitches"]).nullable(),
  gaugeIn: positive.nullable(),
  toleranceIn: z.strictObject({ major: positive, pitch: positive, minor: positive }).nullable(),
  mouldedIn: z.number().nonnegative(),
  tabulatedIn: z
    .strictObject({
      maleMajor: range("male_major_low_in must not exceed male_major_high_in"),
      femaleMinor: range("female_minor_low_in must not exceed female_minor_high_in"),
    })
    .nullable(),
  usableIn: z.strictObject({ male: positive, female: positive }),
  rarity: z.enum(RARITIES),
  standard: code,
  confidence: z.strictObject({ thread: confidence, limits: confidence }),
});

const mating = z.strictObject({
  id: code,
  a: side,
  b: side,
  bMaterials: z.array(code),
  type: z.enum(JOINT_TYPES),
  needsKit: z.boolean(),
  note: code.nullable(),
});

const jointRule = z.strictObject({
  id: code,
  type: z.enum(JOINT_TYPES),
  label: code,
  whenSize: code.nullable(),
  whenPlastic: z.enum(["none", "nut", "body", "male", "tube", "cpvc"]).nullable(),
  turns: z
    .strictObject({ min: z.number().nonnegative(), max: z.number().nonnegative(), hardMax: positive })
    .refine(
      (turns) => turns.min <= turns.max && turns.max <= turns.hardMax,
      "turns must rise: turns_min, turns_max, hard_max",
    )
    .nullable(),
  handOnly: z.boolean(),
  sealant: z.enum(SEALANTS),
  maySnug: z.boolean(),
  sealsOn: code,
  pieces: z.array(code),
  lookFirst: z.array(code),
  prepare: z.array(z.enum(PREPARATIONS)),
  remake: code,
  reason: code,
});

const meeting = z.strictObject({
  code: z.enum(CONTACT_CODES),
  verdict: z.enum(FIT_VERDICTS),
  feels: code,
  forcing: code,
  harms: z.boolean(),
  advice: code.nullable(),
});

const chance = z.number().gt(0).lt(1);
const seatChance = z.strictObject({
  family: code,
  gender,
  seat: z.enum(SEATS),
  chance,
  note: code.nullable(),
});
const placeWeight = z.strictObject({
  place: z.enum(PLACES),
  end: z.string().regex(/^[^*]*\*?[^*]*$/, "at most one *"),
  weight: positive,
  reason: code,
});
const instrument = z.strictObject({
  code: z.enum(INSTRUMENT_CODES),
  label: code,
  halfWidthIn: positive,
  note: code,
});

const fixture = z.strictObject({
  fixture: z.enum(FIXTURES),
  label: code,
  drinking: z.boolean(),
  solenoid: z.boolean(),
  unattended: z.boolean(),
  suggestsBackflow: z.boolean(),
  mixing: z.boolean(),
  power: z.enum(POWERS),
  heavy: z.boolean(),
  isBuiltIn: z.boolean(),
  flowGpm: positive,
  leastPsi: positive,
  leastBoreIn: positive,
  lengthKinds: z.array(z.enum(LINE_KINDS)).min(1),
  hazard: z.enum(HAZARDS),
  hasHoseOutlet: z.boolean(),
  isFixtureEndFirst: z.boolean(),
  like: z.enum(FIXTURES).nullable(),
});

const preference = z.strictObject({
  id: code,
  kind: z.enum(PART_KINDS),
  material: code.nullable(),
  shape: z.enum(PART_SHAPES).nullable(),
  looks: z.enum(PIPE_DIRECTIONS).nullable(),
  narrows: z.boolean(),
  isCloseToPipe: z.boolean(),
  faults: z.number().int().positive(),
  reason: code,
});
const tool = z.strictObject({
  id: code,
  kind: z.enum(TOOL_KINDS),
  label: code,
  joints: z.array(z.enum(JOINT_TYPES)),
  sealants: z.array(z.enum(SEALANTS)),
  ends: z.array(code),
  reason: code,
});

const insertion = z.strictObject({
  id: code,
  label: code,
  joint: z.enum(SEAT_KINDS),
  size: code.nullable(),
  depthIn: z
    .strictObject({ low: z.number().nonnegative(), high: z.number().nonnegative() })
    .refine(({ low, high }) => low <= high, "low_in must not exceed high_in"),
  note: code,
});

const school = z.strictObject({ key: code, choice: code, label: code, isDefault: z.boolean(), reason: code });
const judgement = z.strictObject({
  code,
  severity: z.enum(["refuse", "warn", "note"]),
  message: code,
  reason: code,
});

const preset = z.strictObject({
  id: code,
  group: code,
  label: code,
  fixture: z.enum(FIXTURES),
  water: z.enum(["cold", "hot"]),
  inletEnd: code,
  inletPlastic: z.boolean(),
  supplyEnd: code,
  supplyKind: z.enum(SUPPLY_KINDS),
  keptLineInlet: code.nullable(),
  lengthIn: z.strictObject({ min: positive, max: positive }),
  lineKind: z.enum(LINE_KINDS).nullable(),
  inletAboveSupply: z.boolean(),
  wantsPsi: z.strictObject({ min: positive, max: positive }),
  purge: code,
  exercise: code,
  placeBack: code,
  checkpoints: z.array(code),
  why: code,
});

const checkpoint = z.strictObject({
  id: code,
  label: code,
  look: code,
  makeUp: code,
  remedies: z.array(code).min(1),
});
const stage = z.strictObject({
  code: z.enum(STAGE_CODES),
  label: code,
  scope: z.enum(CHECK_SCOPES),
  watchMin: positive,
  required: z.boolean(),
  method: z.enum(CHECK_METHODS),
  sees: code,
  blindTo: code,
});

/** Minutes of a step: a day at most. */
const minutes = z.number("must be minutes, like 1.5").nonnegative().max(1440);

export const stepSchema = z.strictObject({
  id: z.string().regex(/^[a-z][a-z0-9-]{0,58}$/, "must be small letters, figures and hyphens"),
  phase: z.enum(STEP_PHASES),
  when: code.nullable(),
  per: z.enum(["fixture", "connection", "joint"]),
  text: code,
  handsOnMin: z.strictObject({ low: minutes, likely: minutes, high: minutes }),
  waitMin: minutes,
  effect: z.enum(["water-off", "water-on"]).nullable(),
  stage: z.enum(STAGE_CODES).nullable(),
  caution: code.nullable(),
  role: z.enum(STEP_ROLES).nullable(),
});
/** A step as the database, an exported visit or another program holds it: in today's shape or an earlier one. */
export const storedStep = z.preprocess(stepBroughtForward, stepSchema);
const caution = z.strictObject({ code, text: code });
const months = z.number().int().nonnegative().max(600);
const endWords = z.strictObject({ end: code, words: code });
const partWord = z.strictObject({ words: code, means: z.array(z.array(code).min(1)).min(1) });
const template = z.strictObject({ id: code, label: code, groups: z.array(code).min(1) });
const upkeep = z.strictObject({
  code: z.enum(UPKEEP_CODES),
  label: code,
  months,
  warnMonths: months,
  reason: code,
});

export const tablesSchema = z.strictObject({
  ends: z.array(end),
  threads: z.array(thread),
  meetings: z.array(meeting),
  seats: z.array(seatChance),
  places: z.array(placeWeight),
  instruments: z.array(instrument),
  matings: z.array(mating),
  joints: z.array(jointRule),
  parts: z.array(partSchema),
  fixtures: z.array(fixture),
  schools: z.array(school),
  judgements: z.array(judgement),
  losses: z.array(loss),
  roughness: z.array(roughness),
  preferences: z.array(preference),
  pipeSizes: z.array(pipeSize),
  waveSpeeds: z.array(waveSpeed),
  inletValves: z.array(inletValve),
  arrestorSizes: z.array(arrestorSize),
  insertions: z.array(insertion),
  tools: z.array(tool),
  presets: z.array(preset),
  checkpoints: z.array(checkpoint),
  moves: z.array(move),
  demands: z.array(demand),
  outlets: z.array(outlet),
  ladders: z.array(ladder),
  stages: z.array(stage),
  steps: z.array(stepSchema),
  cautions: z.array(caution),
  upkeep: z.array(upkeep),
  templates: z.array(template),
  partWords: z.array(partWord),
  endWords: z.array(endWords),
}) satisfies z.ZodType<Tables>;

/** Answer of GET /api/v1/ends: what the identifier in the browser works over. */
export const endTablesResponse = tablesSchema.pick({
  ends: true,
  threads: true,
  matings: true,
  joints: true,
  meetings: true,
  seats: true,
  places: true,
  instruments: true,
});
