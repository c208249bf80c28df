/** One connection of a visit, told by its events: what becomes of it, and what is refused. */
import assert from "node:assert/strict";
import type { ConnectionState } from "../../src/core/visit/connection-state.ts";
import type { VisitAct, VisitEvent } from "../../src/core/visit/event.ts";
import { firstRefused, refuseNext } from "../../src/core/visit/judge.ts";
import { foldVisit } from "../../src/core/visit/state.ts";
import { connectionPhase } from "../../src/core/visit/status.ts";
import { CONNECTION, event, look, signature, startedVisit, tickedTo } from "./story.ts";
import { tables } from "./tables.ts";

export const NOW = "2026-03-08T12:00:00.000Z";

export function connection(events: readonly VisitEvent[]): ConnectionState {
  const found = foldVisit(events).connections[0];
  assert.ok(found);
  return found;
}

export const phase = (events: readonly VisitEvent[], now = NOW) =>
  connectionPhase(connection(events), tables.stages, now);
export const refused = (events: readonly VisitEvent[], added: VisitEvent) =>
  refuseNext(events, added, tables);

export function accepted(events: readonly VisitEvent[]): void {
  assert.equal(firstRefused([], events, tables), null);
}

export const on = <A extends Omit<Extract<VisitAct, { connection: string }>, "connection">>(act: A) =>
  event({ connection: CONNECTION, ...act } as unknown as VisitAct);
export const sign = () => signature({ name: "Tester" });
export const snug = (joint: number, turns = 1 / 8) => on({ kind: "joint-snugged", joint, turns });
export const remake = (joint: number, turns: number | null = 0.25) =>
  on({ kind: "joint-remade", joint, turns, renewed: "new line" });

/** The bare tick of an act of a remake. */
export const remakeTick = (role: "shut-again" | "let-off-again" | "water-again", number = 1) =>
  on({ kind: "step-done", step: `${role}-${number}`, role, joint: null, turns: null });
export const provedAgain = (result: "holds" | "weeps" | "dead" = "holds") =>
  on({ kind: "stop-proved", result, method: "outlet-opened", dropsPerMin: null });

/** A joint that weeps, its water shut, proved and let off: it may come apart. */
export const opened = (events: readonly VisitEvent[], joint: number, number = 1): readonly VisitEvent[] => [
  ...events,
  on({ kind: "remake-begun", joint }),
  remakeTick("shut-again", number),
  provedAgain(),
  remakeTick("let-off-again", number),
];

/** A connection whose joint 1 was dry at first and weeps at the static check. */
export const jointWeeping = (): readonly VisitEvent[] => [
  ...tickedTo(startedVisit(), "water-in"),
  look("2", "first-fill"),
  look("1", "first-fill"),
  look("2", "static"),
  look("1", "static", "weeping"),
];
