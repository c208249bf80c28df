/** The scheduler at the border. */
import { z } from "zod";
import { FIXTURES } from "../core/plan/index.ts";
import { ZONE_KINDS } from "../core/schedule/index.ts";
import { planSchema } from "./plan.ts";
import { instant, line } from "./text.ts";

/** Most connections of one request: a long day of a large crew. */
const MOST_CONNECTIONS = 24;

/** Body of POST /api/v1/visits/run-sheet. */
export const scheduleRequest = z
  .strictObject({
    connections: z
      .array(
        z.strictObject({
          id: line(80),
          fixture: z.enum(FIXTURES),
          zone: line(80),
          plan: planSchema.nullable().default(null),
          stop: z.enum(["holds", "weeps", "dead", "seized"]),
          water: z.enum(["cold", "hot"]),
        }),
      )
      .min(1)
      .max(MOST_CONNECTIONS),
    startAt: instant,
    hands: z.union([z.literal(1), z.literal(2)]).exactOptional(),
  })
  .meta({ id: "ScheduleRequest" });

const minutes = z.strictObject({ low: z.number(), likely: z.number(), high: z.number() });

/** Answer of POST /api/v1/visits/run-sheet. */
export const scheduleResponse = z
  .strictObject({
    steps: z.array(
      z.strictObject({
        id: z.string(),
        connection: z.string().nullable(),
        text: z.string(),
        handsOnMin: minutes,
        waitMin: z.number(),
        after: z.array(z.string()),
        waterOff: z.string().nullable(),
        cautions: z.array(z.string()),
      }),
    ),
    schedule: z.array(z.strictObject({ step: z.string(), startMin: z.number(), endMin: z.number() })),
    waterOff: z.array(z.strictObject({ zone: z.string(), fromMin: z.number(), toMin: z.number() })),
    totalMin: z.number(),
    /** No schedule with as little time without water is shorter. */
    leastTotalMin: z.number().exactOptional(),
    proved: z.boolean().exactOptional(),
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

export type ScheduleRequest = z.output<typeof scheduleRequest>;
export type ScheduleAnswer = z.output<typeof scheduleResponse>;
