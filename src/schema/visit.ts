/** Visits at the border: events, and the file a visit is exported to and read from. */
import { z } from "zod";
import { CHECK_METHODS, STAGE_CODES } from "../core/check/index.ts";
import { ZONE_KINDS } from "../core/piping/index.ts";
import { LEFT_CODES } from "../core/situation/index.ts";
import { STEP_ROLES } from "../core/step/index.ts";
import { PROOF_METHODS, STOP_PROOFS } from "../core/survey/index.ts";
import { broughtForward, type VisitEvent } from "../core/visit/index.ts";
import { HAMMER_SOUNDS, HEARD_OCCASIONS } from "../core/watch/index.ts";
import { billSchema } from "./bill.ts";
import { holdRecordSchema } from "./hold.ts";
import { planSchema, storedPlanRequest } from "./plan.ts";
import { surveySchema } from "./survey.ts";
import { storedStep } from "./tables.ts";
import { instant, line, looseLine, looseParagraph, paragraph, uuid } from "./text.ts";

const note = looseParagraph(2000);
const turns = z.number().nonnegative().max(10);

function isZone(zone: string): boolean {
  try {
    new Intl.DateTimeFormat("en", { timeZone: zone });
    return true;
  } catch {
    return false;
  }
}

export const siteSchema = z.strictObject({
  name: line(200),
  address: looseLine(300),
  zone: z.string().refine(isZone, "must be an IANA time zone like America/New_York"),
});

/** A valve of the site. */
export const valveSchema = z.strictObject({
  name: line(80),
  place: looseLine(200),
  shuts: z.enum(ZONE_KINDS).exclude(["fixture"]),
  water: z.enum(["cold", "hot"]).exactOptional(),
  kind: looseLine(80).nullable(),
  proof: z.enum(STOP_PROOFS),
  provedAt: instant.nullable(),
  picture: z.strictObject({ visit: uuid, photo: uuid }).exactOptional(),
});

const stamp = {
  id: uuid,
  actor: line(100).meta({
    description:
      "Who acted. The server writes who sent the request in its place; a file keeps the actors it names.",
  }),
  // What a lost clock says is taken too: the server writes the time of receiving in its place.
  typedAt: z.iso.datetime(),
  deviceTypedAt: z.iso.datetime().exactOptional(),
  isClockUnknown: z
    .literal(true)
    .exactOptional()
    .meta({ description: "No time could be made of what the device said: typedAt is when it was received." }),
};
const on = { ...stamp, connection: uuid };
const target = z
  .string()
  .regex(/^(\d{1,2}|[A-Z]|connection)$/, "must be a joint's number, a checkpoint's letter or connection");
const stage = z.enum(STAGE_CODES);
const checkpoint = z.strictObject({
  id: line(60),
  label: line(120),
  look: line(300),
  makeUp: line(400).exactOptional(),
  remedies: z.array(line(300)).max(12).exactOptional(),
});

/** One event of a visit. */
export const eventSchema = z
  .discriminatedUnion("kind", [
    z.strictObject({
      ...stamp,
      kind: z.literal("visit-opened"),
      site: siteSchema,
      title: line(200),
      startsAt: instant,
      training: z.literal(true).exactOptional(),
    }),
    z.strictObject({
      ...stamp,
      kind: z.literal("visit-renamed"),
      site: siteSchema,
      title: line(200),
      startsAt: instant.exactOptional(),
    }),
    z.strictObject({ ...stamp, kind: z.literal("visit-binned"), reason: paragraph(500) }),
    z.strictObject({ ...stamp, kind: z.literal("visit-cancelled"), reason: paragraph(500) }),
    z.strictObject({ ...stamp, kind: z.literal("visit-restored") }),
    z.strictObject({
      ...stamp,
      kind: z.literal("visit-noted"),
      text: paragraph(2000),
      forCustomer: z.literal(true).exactOptional(),
    }),
    z.strictObject({ ...stamp, kind: z.literal("bill-kept"), bill: billSchema }),
    z.strictObject({ ...stamp, kind: z.literal("valve-noted"), valve: valveSchema }),
    z.strictObject({
      ...stamp,
      kind: z.literal("event-undone"),
      undoes: uuid,
      reason: paragraph(500).exactOptional(),
    }),
    z.strictObject({
      ...on,
      kind: z.literal("connection-added"),
      survey: surveySchema,
      checkpoints: z.array(checkpoint).max(12),
      continues: uuid.exactOptional(),
    }),
    z.strictObject({
      ...on,
      kind: z.literal("connection-removed"),
      reason: paragraph(500),
    }),
    z.strictObject({ ...on, kind: z.literal("connection-restored") }),
    z.strictObject({
      ...on,
      kind: z.literal("connection-noted"),
      text: paragraph(2000),
      forCustomer: z.literal(true).exactOptional(),
    }),
    z.strictObject({
      ...on,
      kind: z.literal("survey-saved"),
      survey: surveySchema,
      basedOn: uuid.exactOptional(),
    }),
    z.strictObject({
      ...on,
      kind: z.literal("plan-chosen"),
      plan: planSchema,
      request: storedPlanRequest,
      judged: z
        .strictObject({ current: z.boolean(), differs: z.array(line(200)).max(40) })
        .exactOptional()
        .meta({
          description: "What the planner said of the choice when it came in: the server writes this.",
        }),
    }),
    z.strictObject({
      ...on,
      kind: z.literal("step-done"),
      step: line(60),
      role: z.enum(STEP_ROLES).nullable(),
      joint: z.number().int().positive().nullable(),
      turns: turns.nullable(),
      forFixture: z.literal(true).exactOptional(),
      override: paragraph(500).exactOptional(),
      together: z.literal(true).exactOptional(),
    }),
    z.strictObject({
      ...on,
      kind: z.literal("target-checked"),
      target,
      stage,
      result: z.enum(["dry", "weeping"]),
      method: z.enum(CHECK_METHODS),
      watchedMin: z.number().positive().max(10_000).nullable(),
      note,
      intervalsSec: z.array(z.number().positive().max(36_000)).min(1).max(200).exactOptional(),
    }),
    z.strictObject({ ...on, kind: z.literal("joints-wiped"), target: target.exactOptional() }),
    z.strictObject({
      ...on,
      kind: z.literal("hold-recorded"),
      hold: holdRecordSchema,
      afterLeak: paragraph(500).exactOptional(),
    }),
    z.strictObject({ ...on, kind: z.literal("alert-answered"), answers: uuid, text: paragraph(500) }),
    z.strictObject({
      ...on,
      kind: z.literal("meter-read"),
      meter: z.strictObject({
        marks: z.number().int().nonnegative().max(100_000),
        windowMin: z.number().positive().max(10_000),
        markMl: z.number().positive().max(100_000),
        startFlowMlPerMin: z.number().nonnegative().max(100_000),
      }),
    }),
    z.strictObject({ ...on, kind: z.literal("joint-snugged"), joint: z.number().int().positive(), turns }),
    z.strictObject({ ...on, kind: z.literal("remake-begun"), joint: z.number().int().positive() }),
    z.strictObject({
      ...on,
      kind: z.literal("joint-remade"),
      joint: z.number().int().positive(),
      turns: turns.nullable(),
      renewed: line(300),
      override: paragraph(500).exactOptional(),
    }),
    z.strictObject({
      ...on,
      kind: z.literal("exception-written"),
      target,
      stage,
      reason: paragraph(500),
    }),
    z.strictObject({
      ...on,
      kind: z.literal("connection-signed"),
      name: line(100),
      lookBackBy: z.enum(["plumber", "customer"]),
      resolved: paragraph(500).exactOptional(),
      left: z
        .array(z.strictObject({ code: z.enum(LEFT_CODES), reason: paragraph(500) }))
        .max(LEFT_CODES.length)
        .exactOptional(),
    }),
    z.strictObject({
      ...on,
      kind: z.literal("connection-reopened"),
      reason: paragraph(500),
    }),
    z.strictObject({
      ...on,
      kind: z.literal("stop-proved"),
      result: z.enum(STOP_PROOFS).exclude(["not-proved"]),
      method: z.enum(PROOF_METHODS),
      dropsPerMin: z.number().positive().max(600).nullable(),
      isNew: z.literal(true).exactOptional(),
      valve: line(120).exactOptional(),
    }),
    z.strictObject({
      ...on,
      kind: z.literal("hammer-heard"),
      occasion: z.enum(HEARD_OCCASIONS),
      sound: z.enum(HAMMER_SOUNDS),
    }),
    z.strictObject({
      ...on,
      kind: z.literal("photo-added"),
      photo: uuid,
      caption: looseLine(200),
    }),
    z.strictObject({
      ...on,
      kind: z.literal("photo-removed"),
      photo: uuid,
      reason: paragraph(500),
    }),
  ])
  .meta({ id: "VisitEvent" }) satisfies z.ZodType<VisitEvent>;

/** An event as a file, a phone's queue or another program sends it: in today's shape, or in any shape before. */
export const incomingEvent = z.preprocess((event) => broughtForward(event), eventSchema);

const importMark = z.strictObject({ at: instant, by: line(100) });

/** An event of a file, its time that of receiving where no working clock says the time. */
const withTimes = (kept: unknown): unknown =>
  typeof kept === "object" && kept !== null && "event" in kept && "receivedAt" in kept
    ? {
        ...kept,
        event: broughtForward(
          kept.event,
          1,
          typeof kept.receivedAt === "string" ? kept.receivedAt : undefined,
        ),
      }
    : kept;

const keptEventSchema = z
  .strictObject({
    event: incomingEvent,
    receivedAt: instant,
    imported: z.array(importMark).min(1).max(20).exactOptional().meta({
      description: "Each time the event was read from a file, and by whom; absent: written where it is kept.",
    }),
  })
  .meta({ id: "KeptEvent" });
const keptEvent = z.preprocess(withTimes, keptEventSchema);

/** Answer of GET /api/v1/visits/{id}. */
export const visitResponse = z
  .strictObject({
    visit: uuid,
    version: z.number().int(),
    phase: z.string(),
    lookBackDueAt: instant.nullable(),
    events: z.array(keptEvent),
  })
  .meta({ id: "VisitResponse" });

export const VISIT_FORMAT = "brass-nut/visit@1" as const;

/** Most events one visit may have: some two hundred connections' worth. */
export const MOST_EVENTS = 10_000;

/** The exported file: everything that is known of a visit, in the order it happened. Its published schema is /api/v1/schema/visit.json. */
export const visitFile = z
  .strictObject({
    format: z.literal(VISIT_FORMAT),
    visit: uuid,
    events: z.array(keptEvent).min(1).max(MOST_EVENTS),
    steps: z
      .array(storedStep)
      .min(1)
      .max(300)
      .exactOptional()
      .meta({ description: "The visit's own step library, where it is not the one that ships." }),
  })
  .meta({
    title: "Brass Nut visit",
    description: "One visit: its events in order. Lengths in inches, pressures in psi gauge, times in UTC.",
  });
