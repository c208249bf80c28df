/**
 * Shapes of events. An event is stored as it was written and never changed; a field that is renamed later is brought to
 * today's name when the event is read. Database, exported files and queues on phones all hold events of earlier shapes.
 */
import { firstRoleOf, roleBroughtForward } from "../step/index.ts";

/** Number of today's shape; raised by one with every group of changes below. */
export const EVENT_SHAPE = 9;

type Fields = Readonly<Record<string, unknown>>;

export interface ShapeChange {
  /** Shape that an event has after the change. */
  readonly to: number;
  readonly kind: string;
  readonly why: string;
  /**
   * Returns the event in the newer shape. Must leave an event alone that has the newer shape already: files and queues
   * do not say which shape their events have.
   */
  readonly bring: (event: Fields) => Fields;
}

const isObject = (value: unknown): value is Fields =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** Renames a field where only the old name is present. */
function renamed(event: Fields, from: string, to: string): Fields {
  if (!(from in event) || to in event) return event;
  const { [from]: value, ...others } = event;
  return { ...others, [to]: value };
}

/** The event with where each joint of its plan is made under today's name. */
function withJointsBrought(event: Fields): Fields {
  const { plan } = event;
  if (!isObject(plan) || !Array.isArray(plan["joints"])) return event;
  const joints = plan["joints"].map((joint: unknown) =>
    isObject(joint) ? renamed(joint, "made", "where") : joint,
  );
  return { ...event, plan: { ...plan, joints } };
}

/** The event with the bang of its plan in today's terms: without an arrestor, and with it. Working pressures no longer measure it. */
function withBangBrought(event: Fields): Fields {
  const { plan } = event;
  if (!isObject(plan) || !("hammer" in plan)) return event;
  const { hammer, ...others } = plan;
  if (!isObject(hammer)) return { ...event, plan: others };
  const { closureMs, highestPsi, barePsi, isUpstreamAssumed } = hammer;
  const psi = barePsi ?? highestPsi;
  if (psi === null) return { ...event, plan: others };
  const bang = {
    closureMs,
    psi,
    rangePsi: [psi, psi],
    ...(barePsi === null ? {} : { withArrestorPsi: highestPsi }),
    arrestor: barePsi === null ? "none" : "planned",
    assumed: isUpstreamAssumed === true ? ["pipe-before"] : [],
  };
  return { ...event, plan: { ...others, bang } };
}

/** Every change of an event's shape since the first, oldest first. A change is never taken out. */
export const SHAPE_CHANGES: readonly ShapeChange[] = [
  {
    to: 2,
    kind: "plan-chosen",
    why: "what the planner is asked is a request; a problem is a failure",
    bring: (event) => renamed(event, "problem", "request"),
  },
  {
    to: 2,
    kind: "connection-dropped",
    why: "on screen a connection is removed and restored",
    bring: (event) => ({ ...event, kind: "connection-removed" }),
  },
  {
    to: 2,
    kind: "step-done",
    why: "a step is known by its role: a shop may rename the step",
    bring: (event) =>
      "role" in event || typeof event["step"] !== "string"
        ? event
        : { ...event, role: firstRoleOf(event["step"]) },
  },
  {
    to: 3,
    kind: "plan-chosen",
    why: "a joint is made somewhere: on the bench or in place; made is what becomes of it",
    bring: withJointsBrought,
  },
  {
    to: 4,
    kind: "step-done",
    why: "a role is the code of its step: one word for both",
    bring: (event) => ("role" in event ? { ...event, role: roleBroughtForward(event["role"]) } : event),
  },
  {
    to: 9,
    kind: "plan-chosen",
    why: "a bang is advice with its range, not a share of what a part is rated for",
    bring: withBangBrought,
  },
];

/** Instants that a working clock can say: the years from 2000 to 2099. A device that lost its clock says another. */
const FIRST = "2000-01-01T00:00:00.000Z";
const END = "2100-01-01T00:00:00.000Z";

/** Returns true for an instant, UTC ISO 8601 with Z, that a working clock can say. */
export const isPossibleInstant = (text: string): boolean => text >= FIRST && text < END;

/** An event whose time no working clock says, with the time it was received in its place. */
function withKnownTime(event: Fields, receivedAt: string): Fields {
  const { typedAt, deviceTypedAt } = event;
  if (typeof typedAt !== "string" || isPossibleInstant(typedAt)) return event;
  return { ...event, typedAt: receivedAt, deviceTypedAt: deviceTypedAt ?? typedAt, isClockUnknown: true };
}

/**
 * Brings an event of an earlier shape to today's. `shape` is the shape the event was stored in; 1 where nobody says. With
 * `receivedAt`, UTC, a time that no working clock says becomes the time of receiving, and is marked so.
 * Anything that is no object is returned as it came: the schema refuses it with better words.
 */
export function broughtForward(event: unknown, shape = 1, receivedAt?: string): unknown {
  if (!isObject(event)) return event;
  const timed = receivedAt === undefined ? event : withKnownTime(event, receivedAt);
  if (shape >= EVENT_SHAPE) return timed;
  return SHAPE_CHANGES.filter(({ to }) => to > shape).reduce<Fields>(
    (now, { kind, bring }) => (now["kind"] === kind ? bring(now) : now),
    timed,
  );
}
