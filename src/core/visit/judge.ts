/**
 * A visit's log judged event by event. An event taken back is judged by what came after on the same connection alone:
 * the state before the event is still held, so nothing earlier is gone through again.
 */

import type { StepTables } from "../step/index.ts";
import { liveEvents, type VisitEvent } from "./event.ts";
import { type Refusal, refusal } from "./rules.ts";
import { applyEvent, type ConnectionState, foldVisit, type VisitState } from "./state.ts";

/** A live event of a connection, with the connection as the event met it; null: the event adds the connection. */
interface Lived {
  readonly event: VisitEvent;
  readonly before: ConnectionState | null;
}

/** No rule looks at notes and pictures: they are judged when they come and change nothing for what follows. */
const ASIDE: ReadonlySet<VisitEvent["kind"]> = new Set([
  "visit-noted",
  "connection-noted",
  "photo-added",
  "photo-removed",
]);

const no = (message: string): Refusal => ({ field: "undoes", message });

/** One connection's part of the visit: all a rule about the connection looks at. */
function alone(state: VisitState, connection: ConnectionState | null): VisitState {
  return { ...state, connections: connection === null ? [] : [connection] };
}

/** The log of a visit as it grows, with what the rules need to know of the visit. */
class GrowingLog {
  readonly #tables: StepTables;
  readonly #live = new Map<string, VisitEvent>();
  readonly #lives = new Map<string, Lived[]>();
  /** Ids of the live notes and pictures of each connection. */
  readonly #aside = new Map<string, Set<string>>();
  /** Without notes and pictures. */
  #state: VisitState = foldVisit([]);

  constructor(events: readonly VisitEvent[], tables: StepTables) {
    this.#tables = tables;
    for (const event of liveEvents(events)) this.#add(event);
  }

  /** Takes one event more, unless a rule refuses the event. */
  take(event: VisitEvent): Refusal | null {
    if (event.kind === "event-undone") return this.#undo(event.undoes);
    const refused = refusal(this.#state, event, this.#tables);
    if (refused === null) this.#add(event);
    return refused;
  }

  #connection(id: string): ConnectionState | null {
    return this.#state.connections.find((each) => each.id === id) ?? null;
  }

  #add(event: VisitEvent): void {
    this.#live.set(event.id, event);
    const connection = "connection" in event ? event.connection : null;
    if (ASIDE.has(event.kind)) {
      if (connection === null) return;
      this.#aside.set(connection, (this.#aside.get(connection) ?? new Set()).add(event.id));
      return;
    }
    if (connection !== null) {
      const lives = this.#lives.get(connection) ?? [];
      this.#lives.set(connection, lives);
      lives.push({ event, before: this.#connection(connection) });
    }
    this.#state = applyEvent(this.#state, event);
  }

  #undo(id: string): Refusal | null {
    const target = this.#live.get(id);
    if (!target) return no("That is not there to undo.");
    if (target.kind === "visit-opened") return no("A visit cannot be un-opened.");
    if (target.kind === "photo-removed") return no("The picture is deleted: it cannot come back.");
    if (target.kind === "connection-signed")
      return no("A signature stands: re-open the connection with the reason, and check it afresh.");
    if ("connection" in target) {
      if (ASIDE.has(target.kind)) this.#aside.get(target.connection)?.delete(id);
      else {
        const refused = this.#replayWithout(target.connection, target);
        if (refused !== null) return refused;
      }
    }
    this.#live.delete(id);
    return null;
  }

  /** Judges and takes again what came after on the connection, as if the target had not been. */
  #replayWithout(connection: string, target: VisitEvent): Refusal | null {
    const lives = this.#lives.get(connection) ?? [];
    const at = lives.findIndex(({ event }) => event.id === target.id);
    const before = lives.slice(0, at);
    let now = lives[at]?.before ?? null;
    if (now === null && (this.#aside.get(connection)?.size ?? 0) > 0)
      return no("Something later stands on it. Notes or pictures belong to this connection.");
    for (const { event } of lives.slice(at + 1)) {
      const here = alone(this.#state, now);
      const broken = refusal(here, event, this.#tables);
      // Which survey an event was written over matters when the event arrives, not afterwards.
      if (broken !== null && broken.isStale !== true)
        return no(`Something later stands on it. ${broken.message}`);
      before.push({ event, before: now });
      now = applyEvent(here, event).connections.find((each) => each.id === connection) ?? null;
    }
    this.#lives.set(connection, before);
    this.#state = {
      ...this.#state,
      connections: this.#state.connections.flatMap((each) =>
        each.id !== connection ? [each] : now === null ? [] : [now],
      ),
    };
    return null;
  }
}

export interface RefusedAt {
  /** Which of the added events. */
  readonly index: number;
  readonly refusal: Refusal;
}

/**
 * Returns the first of `added` that may not follow what comes before it, or null when all may.
 * The one rule for the server, the browser and imported files.
 * `now` is what the events before have come to, where somebody knows already.
 */
export function firstRefused(
  before: readonly VisitEvent[],
  added: readonly VisitEvent[],
  tables: StepTables,
  now?: VisitState,
): RefusedAt | null {
  if (now !== undefined && added.every(({ kind }) => kind !== "event-undone")) {
    let state = now;
    for (const [index, event] of added.entries()) {
      const refused = refusal(state, event, tables);
      if (refused !== null) return { index, refusal: refused };
      state = applyEvent(state, event);
    }
    return null;
  }
  const log = new GrowingLog(before, tables);
  for (const [index, event] of added.entries()) {
    const refused = log.take(event);
    if (refused !== null) return { index, refusal: refused };
  }
  return null;
}

/** Returns why `event` may not follow `events`, or null. */
export function refuseNext(
  events: readonly VisitEvent[],
  event: VisitEvent,
  tables: StepTables,
): Refusal | null {
  return firstRefused(events, [event], tables)?.refusal ?? null;
}
