/** The scheduler at the border. */
import { z } from "zod";
import { ZONE_KINDS } from "../core/piping/index.ts";
import { FIXTURES, POWERS, WORK_PHASES } from "../core/plan/index.ts";
import { LEFT_CODES, NEED_CODES } from "../core/situation/index.ts";
import { SOURCE_KINDS } from "../core/source/index.ts";
import { REPLACES, STOP_PROOFS } from "../core/survey/index.ts";
import { lineFound, planRequest, planSchema } from "./plan.ts";
import { standardsSchema } from "./standards.ts";
import { instant, line } from "./text.ts";

/** Most connections of one request: a long day of a large crew. */
const MOST_CONNECTIONS = 24;

/** Most sources of one request. */
const MOST_SOURCES = 12;

/** A valve above a fixture's stop, or its own. */
const valve = z.strictObject({
  name: line(80),
  shuts: z.enum(ZONE_KINDS),
  kind: line(80).nullish(),
  proof: z.enum(STOP_PROOFS).nullish(),
});

const connection = z.strictObject({
  id: line(80),
  fixture: z.enum(FIXTURES),
  zone: line(80).nullish(),
  plan: planSchema.nullish(),
  stop: z.enum(STOP_PROOFS),
  water: z.enum(["cold", "hot"]),
  fixtureId: line(80).nullish().meta({ description: "The connections of one fixture share it." }),
  supply: planRequest.shape.supply
    .partial()
    .nullish()
    .meta({ description: "As hookups/plan takes it; what is left out is as usual for the fixture." }),
  replaces: z.enum(REPLACES).nullish(),
  power: z.enum(POWERS).nullish(),
  inPlace: z.boolean().nullish(),
  sharedWith: z.enum(FIXTURES).nullish(),
  phase: z.enum(WORK_PHASES).nullish(),
  line: lineFound.nullish(),
  valves: z.array(valve).max(12).nullish().meta({ description: "Nearest first." }),
});

/** Body of POST /api/v1/visits/run-sheet. */
export const scheduleRequest = z
  .strictObject({
    connections: z.array(connection).min(1).max(MOST_CONNECTIONS),
    sources: z
      .array(
        z.strictObject({
          kind: z.enum(SOURCE_KINDS),
          valve: line(80).nullish(),
          feeds: z.array(line(80)).min(1).max(MOST_CONNECTIONS),
        }),
      )
      .max(MOST_SOURCES)
      .nullish()
      .meta({ description: "Where the water comes from besides the street, and the valve that shuts it." }),
    startAt: instant,
    hands: z.union([z.literal(1), z.literal(2)]).nullish(),
    houseRules: standardsSchema.nullish(),
    trace: z.boolean().nullish().meta({ description: "The answer says how things stand after each step." }),
  })
  .meta({ id: "ScheduleRequest" });

/** Minutes from the least to the most. */
export const minutes = z.strictObject({ low: z.number(), likely: z.number(), high: z.number() });

/** Answer of POST /api/v1/visits/run-sheet. */
export const scheduleResponse = z
  .strictObject({
    steps: z.array(
      z.strictObject({
        id: z.string(),
        /** Null: done once for the whole fixture. */
        connection: z.string().nullable(),
        /** Fixture the step is part of; null: the request names none. */
        fixture: z.string().nullable().exactOptional(),
        /** The step's role, which stays when a shop renames or rewords the step. */
        code: z.string().exactOptional(),
        joint: z.number().int().nullable().exactOptional(),
        text: z.string(),
        handsOnMin: minutes,
        waitMin: z.number(),
        after: z.array(z.string()),
        waterOff: z.string().nullable(),
        cautions: z.array(z.string()),
        /** What is done before, by the order of the fixture's work. */
        needs: z.array(z.strictObject({ step: z.string().nullable(), reason: z.string() })).exactOptional(),
        /** What it leaves until another step undoes it. */
        leaves: z.array(z.enum(LEFT_CODES)).exactOptional(),
      }),
    ),
    schedule: z.array(
      z.strictObject({
        step: z.string(),
        startMin: z.number(),
        endMin: z.number(),
        /** Pair of hands that does it. */
        hand: z.union([z.literal(1), z.literal(2)]).exactOptional(),
      }),
    ),
    waterOff: z.array(z.strictObject({ zone: z.string(), fromMin: z.number(), toMin: z.number() })),
    totalMin: z.number(),
    /** How things stand after each step, where that was asked for. */
    situation: z
      .array(
        z.strictObject({
          afterStep: z.string(),
          shut: z.array(z.string()),
          pressure: z.record(z.string(), z.enum(["yes", "possible", "no"])),
          owed: z.array(z.strictObject({ code: z.enum(LEFT_CODES), about: z.string() })),
        }),
      )
      .exactOptional(),
    zones: z
      .array(
        z.strictObject({
          connection: z.string(),
          zone: z.string(),
          kind: z.enum(ZONE_KINDS),
          because: z.string(),
        }),
      )
      .exactOptional(),
  })
  .meta({ id: "ScheduleResponse" });

/** What a proof or a look came to. */
const ANSWERS = ["holds", "weeps", "dead", "unreachable", "dry", "wet"] as const;

/** Most acts of one request: every step of a long day. */
const MOST_DONE = 2000;

/** Body of POST /api/v1/visits/situation. */
export const situationRequest = scheduleRequest
  .extend({
    done: z
      .array(
        z.strictObject({
          step: line(200).meta({
            description: "Id of a step as visits/run-sheet gives it for the same request.",
          }),
          at: instant,
          answer: z.enum(ANSWERS).nullish(),
        }),
      )
      .max(MOST_DONE),
  })
  .meta({ id: "SituationRequest" });

/** Answer of POST /api/v1/visits/situation. */
export const situationResponse = z
  .strictObject({
    /** Valves and stops that are shut. */
    shut: z.array(z.string()),
    /** Outlets that stand open, by fixture. */
    open: z.array(z.string()),
    power: z.strictObject({ unplugged: z.array(z.string()), off: z.array(z.string()) }),
    /** Whether pressure can stand behind each connection's own stop. */
    pressure: z.record(z.string(), z.enum(["yes", "possible", "no"])),
    owed: z.array(z.strictObject({ code: z.enum(LEFT_CODES), about: z.string() })),
    /** Steps that may be done now. */
    next: z.array(z.string()),
    blocked: z.array(
      z.strictObject({
        step: z.string(),
        need: z.enum(NEED_CODES),
        /** Step that meets the need; null: none of this request does. */
        first: z.string().nullable(),
        reason: z.string(),
      }),
    ),
  })
  .meta({ id: "SituationResponse" });

export type SituationRequest = z.output<typeof situationRequest>;
export type SituationAnswer = z.output<typeof situationResponse>;
export type ScheduleRequest = z.output<typeof scheduleRequest>;
export type ScheduleAnswer = z.output<typeof scheduleResponse>;
