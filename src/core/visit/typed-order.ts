/** Times that people typed, held against the order of the log. */
import type { ConnectionState } from "./connection-state.ts";
import type { ConnectionAct, EventStamp } from "./event.ts";

/** A device's clock and the order of its log may differ by this, ms: a minute. */
const ORDER_SLACK_MS = 60_000;

const beginsWindow = (event: ConnectionAct): boolean =>
  event.kind === "joints-wiped" ||
  event.kind === "joint-snugged" ||
  event.kind === "joint-remade" ||
  (event.kind === "step-done" && event.role === "water-in");

/** Returns the connection with the time that was typed, and whether the window of its looks still goes by a clock. */
export function timed(connection: ConnectionState, event: EventStamp & ConnectionAct): ConnectionState {
  const { latestTypedAt } = connection;
  const earlierMs = latestTypedAt === null ? Number.NEGATIVE_INFINITY : Date.parse(latestTypedAt);
  const isBackward = Date.parse(event.typedAt) < earlierMs - ORDER_SLACK_MS;
  return {
    ...connection,
    isWindowTold: beginsWindow(event) ? isBackward : connection.isWindowTold,
    latestTypedAt: Date.parse(event.typedAt) > earlierMs ? event.typedAt : latestTypedAt,
  };
}
