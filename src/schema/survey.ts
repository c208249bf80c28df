/** Surveys at the border: what was found at a connection, figures beside what was typed. */

import { z } from "zod";
import { PEX_TYPES, PIPE_DIRECTIONS, PRESENT_DEVICES } from "../core/part/index.ts";
import {
  FIXTURES,
  INLET_DIRECTIONS,
  LINE_KINDS,
  LINE_SOURCES,
  NEEDS,
  POWERS,
  STOP_LEFTOVERS,
  SUPPLY_KINDS,
  TREATMENTS,
} from "../core/plan/index.ts";
import { SOURCE_KINDS } from "../core/source/index.ts";
import {
  type LineSpace,
  PROOF_METHODS,
  REPLACES,
  STOP_KINDS,
  STOP_PROOFS,
  SURVEY_FACTS,
  type Survey,
  WALL_SIDES,
} from "../core/survey/index.ts";
import { parseFigure, parseLength, parseOffset } from "../core/units/index.ts";
import { lineDirection } from "./line.ts";
import { endCode, pipeMaterial, upstreamPipe } from "./plan.ts";
import { standardsSchema } from "./standards.ts";
import { line, looseLine, looseParagraph } from "./text.ts";

/** Two figures nearer than this are the same length, inches. */
const SAME_IN = 1e-6;
/** Two figures nearer than this are the same pressure, psi. */
const SAME_PSI = 1e-6;

/** A reading as typed beside its value in inches: the two must say the same. */
const typedInches = (value: z.ZodNumber, parse: typeof parseLength | typeof parseOffset) =>
  z
    .strictObject({ typed: z.string().trim().min(1).max(40), value })
    .superRefine(({ typed, value: inches }, context) => {
      const read = parse(typed);
      if (!read.ok || Math.abs(read.value.lengthIn - inches) >= SAME_IN)
        context.addIssue({
          code: "custom",
          path: ["value"],
          message: `must be the value of "${typed}" in inches`,
        });
    });

/** A coordinate may lie the other way. */
const typedOffset = typedInches(z.number().min(-1200).max(1200), parseOffset);
const typedLength = typedInches(z.number().positive(), parseLength);

const typedPsi = z
  .strictObject({ typed: z.string().trim().min(1).max(40), value: z.number().positive().max(300) })
  .superRefine(({ typed, value: psi }, context) => {
    const read = parseFigure(typed, "psi");
    if (!read.ok || Math.abs(read.value - psi) >= SAME_PSI)
      context.addIssue({
        code: "custom",
        path: ["value"],
        message: `must be the value of "${typed}" in psi`,
      });
  });

const spaceSchema = z.strictObject({
  inlet: z.strictObject({ right: typedOffset, up: typedOffset, out: typedOffset }),
  supplyWay: lineDirection,
  inletWay: lineDirection,
  walls: z.partialRecord(z.enum(WALL_SIDES), typedOffset),
  room: typedLength.nullable(),
}) satisfies z.ZodType<LineSpace>;

export const surveySchema = z
  .strictObject({
    label: line(120),
    place: looseLine(120),
    preset: line(60),
    fixture: z.enum(FIXTURES),
    water: z.enum(["cold", "hot"]),
    supply: z.strictObject({
      end: endCode,
      kind: z.enum(SUPPLY_KINDS),
      pexType: z.enum(PEX_TYPES).exactOptional(),
      looks: z.enum(PIPE_DIRECTIONS).exactOptional(),
      behindValve: z.enum(["holds", "fails"]).exactOptional(),
      leftOn: z.enum(STOP_LEFTOVERS).exactOptional(),
      line: z.enum(["stays", "renewed"]).exactOptional(),
      lineInlet: endCode.exactOptional(),
      lineMeasures: z
        .strictObject({
          length: typedLength.exactOptional(),
          right: typedOffset.exactOptional(),
          up: typedOffset.exactOptional(),
          out: typedOffset.exactOptional(),
        })
        .exactOptional(),
      material: pipeMaterial.exactOptional(),
      treated: z.enum(TREATMENTS).exactOptional(),
    }),
    stop: z.strictObject({
      kind: z.enum(STOP_KINDS),
      proof: z.enum(STOP_PROOFS),
      method: z.enum(PROOF_METHODS).nullable(),
      upstream: z.literal("fails").exactOptional(),
    }),
    inlet: z.strictObject({
      end: endCode,
      plastic: z.boolean(),
      looks: z.enum(INLET_DIRECTIONS).exactOptional(),
      clearance: typedLength.exactOptional(),
    }),
    line: z
      .strictObject({
        by: z.enum(LINE_SOURCES).exclude(["new"]),
        length: typedLength.exactOptional(),
        nut: z.enum(["plastic", "metal"]).exactOptional(),
        ageYears: z.number().min(0).max(100).exactOptional(),
      })
      .exactOptional(),
    phase: z.enum(["rough-in", "finish"]).exactOptional(),
    fixtureId: line(80).exactOptional(),
    replaces: z.enum(REPLACES).exactOptional(),
    power: z.enum(POWERS).exactOptional(),
    inPlace: z.boolean().exactOptional(),
    sharedWith: z.enum(FIXTURES).exactOptional(),
    sources: z
      .array(z.strictObject({ kind: z.enum(SOURCE_KINDS), valve: line(80).exactOptional() }))
      .max(SOURCE_KINDS.length)
      .exactOptional(),
    inletAboveSupply: z.boolean(),
    space: spaceSchema.exactOptional(),
    length: z
      .strictObject({ min: typedLength, max: typedLength })
      .refine(({ min, max }) => min.value <= max.value, {
        error: "the shortest must not be longer than the longest",
        path: ["min"],
      }),
    staticPsi: typedPsi.nullable(),
    upstream: upstreamPipe.exactOptional(),
    access: z.enum(["open", "closed-wall"]),
    lineKind: z.enum(LINE_KINDS).nullable(),
    needs: z.array(z.enum(NEEDS)).max(NEEDS.length),
    present: z.array(z.enum(PRESENT_DEVICES)).max(PRESENT_DEVICES.length).exactOptional(),
    houseRules: standardsSchema,
    notes: looseParagraph(2000),
    confirmed: z.array(z.enum(SURVEY_FACTS)).max(SURVEY_FACTS.length).exactOptional(),
  })
  .meta({ id: "Survey" }) satisfies z.ZodType<Survey>;
