/**
 * What the ticked acts of a fixture have left: shut, open, unplugged, off, rolled out; and what the work still owes before somebody leaves.
 * One entry an act: what it leaves until which other act, and what is owed although no act began it.
 */
import type { RunStep, StepRole } from "../step/index.ts";

/** What may be left when somebody leaves. */
export const LEFT_CODES = [
  "valve-shut",
  "stop-shut",
  "shut-for-remake",
  "other-side-shut",
  "outlet-open",
  "unplugged",
  "breaker-off",
  "heater-off",
  "pump-off",
  "loop-shut",
  "rolled-out",
  "drain-plugged",
  "not-made-safe",
  "not-flushed",
  "not-run",
  "not-put-back",
  "cap-not-held",
  "stop-open-behind-cap",
  "fire-not-watched",
] as const;
export type LeftCode = (typeof LEFT_CODES)[number];

interface Debt {
  readonly code: LeftCode;
  /** The act that begins it; null: it is owed by every fixture whose sheet asks for it. */
  readonly since: StepRole | null;
  /** The acts that settle it: whichever the sheet has first. */
  readonly until: readonly StepRole[];
}

/** Source: water, power and hands (docs/data-sources.md, "Trade practice"): what was shut is opened, what was opened is shut. */
const DEBTS: readonly Debt[] = [
  { code: "valve-shut", since: "close-upstream", until: ["open-upstream"] },
  { code: "stop-shut", since: "close-stop", until: ["water-in"] },
  { code: "shut-for-remake", since: "shut-again", until: ["water-again"] },
  { code: "other-side-shut", since: "other-side", until: ["open-other"] },
  { code: "outlet-open", since: "release-pressure", until: ["close-outlet"] },
  { code: "unplugged", since: "pull-plug", until: ["plug-in"] },
  { code: "breaker-off", since: "power-off", until: ["power-on"] },
  { code: "heater-off", since: "heater-safe", until: ["heater-back"] },
  { code: "pump-off", since: "pump-off", until: ["pump-on"] },
  { code: "loop-shut", since: "loop-off", until: ["loop-on"] },
  { code: "rolled-out", since: "roll-out", until: ["fixture-in", "place-back"] },
  { code: "drain-plugged", since: "plug-drain", until: ["unplug-drain"] },
  { code: "not-made-safe", since: null, until: ["make-safe"] },
  { code: "not-flushed", since: null, until: ["purge"] },
  { code: "not-run", since: null, until: ["exercise"] },
  { code: "not-put-back", since: null, until: ["place-back"] },
  { code: "cap-not-held", since: null, until: ["cap-and-hold"] },
  { code: "stop-open-behind-cap", since: null, until: ["leave-shut"] },
  { code: "fire-not-watched", since: null, until: ["fire-watch"] },
];

/** Returns what an act leaves until another act undoes it. */
export const leavesOf = (role: StepRole | null): readonly LeftCode[] =>
  DEBTS.flatMap(({ code, since }) => (since !== null && since === role ? [code] : []));

/** Something that is left as it should not stay. */
export interface Owed {
  readonly code: LeftCode;
  /** The step that settles it. */
  readonly step: RunStep;
  /** When the act was done that began it, UTC; null: no act did. */
  readonly since: string | null;
}

/**
 * Returns what a fixture's work owes, in the order of the table: acts that were done and not taken back, and what every fixture owes. `steps`:
 * its run sheet. A later proof or plan that voids a tick voids what the tick left.
 */
export function owedOf(steps: readonly RunStep[]): readonly Owed[] {
  return DEBTS.flatMap(({ code, since, until }) => {
    const settles = until.find((each) => steps.some(({ role }) => role === each));
    const open = steps.filter(({ role, isDone }) => role === settles && role !== null && !isDone);
    if (since === null) return open.slice(0, 1).map((step): Owed => ({ code, step, since: null }));
    return open.flatMap((step): readonly Owed[] => {
      const began = steps.find(
        (each) =>
          each.role === since &&
          each.ofRemake === step.ofRemake &&
          each.isDone &&
          each.connections.some((connection) => step.connections.includes(connection)),
      );
      return began === undefined ? [] : [{ code, step, since: began.doneAt }];
    });
  }).filter(
    ({ code }, _, all) =>
      // Rolled out and not put back are one thing.
      code !== "not-put-back" || !all.some((other) => other.code === "rolled-out"),
  );
}

/** Returns what is owed of one connection of a fixture before it is signed. */
export const owedAt = (steps: readonly RunStep[], connection: string): readonly Owed[] =>
  owedOf(steps).filter(({ step }) => step.connections.includes(connection));

/** How a fixture stands now: what was done to water, power and place and is not undone yet. */
export function nowOf(steps: readonly RunStep[]): readonly Owed[] {
  return owedOf(steps).filter(({ since }) => since !== null);
}
