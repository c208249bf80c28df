/** When a pressure test may be kept: what its readings claim of the clock, and what the test before has said. */
import type { ConnectionState, KeptHold } from "./connection-state.ts";
import { no, type On, type Refusal } from "./refusal.ts";
import { isBeforeTouch } from "./unresolved.ts";

/** Difference between a watch on the wall and the clock of the visit that is let pass, ms. */
const TOLERANCE_MS = 60_000;
const MIN_MS = 60_000;

/** Time a test's readings span, ms. */
function spanMs({ test: { samples } }: Pick<KeptHold, "test">): number {
  return 1000 * ((samples.at(-1)?.t ?? 0) - (samples[0]?.t ?? 0));
}

/** The latest moment the section was opened, as far as the visit knows: a test begins after it. */
function closedAt({ joints }: Pick<ConnectionState, "joints">): number {
  return Math.max(
    ...joints
      .flatMap(({ madeAt, touchedAt }) => [madeAt, touchedAt])
      .map((at) => (at === null ? 0 : Date.parse(at))),
  );
}

/** Readings somebody typed were read by the clock of this visit; a logger's file and a simulation have times of their own. */
const isByClock = ({ source }: Pick<KeptHold, "source">) => source === "typed";

const minutesText = (ms: number) => `${Math.max(0, Math.floor(ms / MIN_MS))} min`;

function clockRefusal(connection: ConnectionState, { hold, typedAt }: On<"hold-recorded">): Refusal | null {
  if (!isByClock(hold)) return null;
  const end = Date.parse(typedAt);
  const span = spanMs(hold);
  const possible = end - closedAt(connection);
  if (span > possible + TOLERANCE_MS)
    return no(
      "hold.test.samples",
      `The readings span ${minutesText(span)}, but only ${minutesText(possible)} have gone by since the last joint was made or turned: check the minutes.`,
    );
  const overlapping = connection.holds.find((other) => {
    if (!isByClock(other)) return false;
    const otherEnd = Date.parse(other.at);
    return Math.min(end, otherEnd) - Math.max(end - span, otherEnd - spanMs(other)) > TOLERANCE_MS;
  });
  return overlapping === undefined
    ? null
    : no(
        "hold.test.samples",
        "Another test of this section is kept for the same minutes: one section is under one test at a time.",
      );
}

function sameFileRefusal({ holds }: ConnectionState, { hold }: On<"hold-recorded">): Refusal | null {
  if (hold.source !== "logger") return null;
  const text = JSON.stringify(hold.test.samples);
  return holds.some(({ source, test }) => source === "logger" && JSON.stringify(test.samples) === text)
    ? no("hold.test.samples", "These readings are kept already.")
    : null;
}

/** True where the latest test called a leak and nothing on record was done since: the next says what was. */
function asksWhatWasDone(connection: Pick<ConnectionState, "joints" | "holds">): boolean {
  const last = connection.holds.at(-1);
  return last?.verdict === "leak" && !isBeforeTouch(connection, last);
}

/** Returns why a pressure test is not kept, or null. */
export function holdRefusal(connection: ConnectionState, event: On<"hold-recorded">): Refusal | null {
  if (event.hold.source === "simulated") return null;
  const refused = clockRefusal(connection, event) ?? sameFileRefusal(connection, event);
  if (refused !== null) return { ...refused, isOfArrival: true };
  return asksWhatWasDone(connection) && event.afterLeak === undefined
    ? {
        ...no("afterLeak", "The test before this one called a leak: say what was done since."),
        isOfArrival: true,
      }
    : null;
}
