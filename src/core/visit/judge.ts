/**
 * A visit's log judged event by event. An event taken back is judged by what came after on the same connection alone:
 * the state before the event is still held, so nothing earlier is gone through again.
 */

import type { StepTables } from "../step/index.ts";
import type { ConnectionState, VisitState } from "./connection-state.ts";
import { isCustomersWord, liveEvents, type VisitEvent } from "./event.ts";
import type { Refusal } from "./refusal.ts";
import { refusal } from "./rules.ts";
import { applyEvent, foldVisit } from "./state.ts";

type ConnectionEvent = Extract<VisitEvent, { readonly connection: string }>;

/** A live event on a fixture, with the fixture's connections as the event met them. */
interface Lived {
  readonly event: ConnectionEvent;
  readonly before: readonly ConnectionState[];
}

/** No rule looks at notes and pictures: they are judged when they come and change nothing for what follows. */
const ASIDE: ReadonlySet<VisitEvent["kind"]> = new Set([
  "visit-noted",
  "connection-noted",
  "hammer-heard",
  "bill-kept",
  "photo-added",
  "photo-removed",
]);

const no = (message: string): Refusal => ({ field: "undoes", message });

/** Refusals of the moment an event arrives in: of what has happened they are not asked again. */
const isForArrivalOnly = ({ isStale, isOfArrival }: Refusal): boolean =>
  isStale === true || isOfArrival === true;

/** The log of a visit as it grows, with what the rules need to know of the visit. */
class GrowingLog {
  readonly #tables: StepTables;
  readonly #live = new Map<string, VisitEvent>();
  /** What was lived through, by the fixture's key. */
  readonly #lives = new Map<string, Lived[]>();
  /** Key of each connection's fixture. */
  readonly #fixtures = new Map<string, string>();
  /** Ids of the live notes and pictures of each connection. */
  readonly #aside = new Map<string, Set<string>>();
  /** Without notes and pictures. */
  #state: VisitState = foldVisit([]);

  constructor(events: readonly VisitEvent[], tables: StepTables) {
    this.#tables = tables;
    for (const event of liveEvents(events)) this.#add(event);
  }

  /** Takes one event more, unless a rule refuses the event. */
  take(event: VisitEvent, isHistory: boolean): Refusal | null {
    if (event.kind === "event-undone") return this.#undo(event.undoes, isHistory);
    const refused = refusal(this.#state, event, this.#tables);
    if (refused !== null && !(isHistory && isForArrivalOnly(refused))) return refused;
    this.#add(event);
    return null;
  }

  #key(connection: string): string {
    return this.#fixtures.get(connection) ?? connection;
  }

  /** The connections of a fixture, removed ones too. */
  #connections(key: string): readonly ConnectionState[] {
    return this.#state.connections.filter(({ id }) => this.#key(id) === key);
  }

  #add(event: VisitEvent): void {
    this.#live.set(event.id, event);
    if ("connection" in event) {
      const { connection } = event;
      if (ASIDE.has(event.kind)) {
        this.#aside.set(connection, (this.#aside.get(connection) ?? new Set()).add(event.id));
        return;
      }
      if (event.kind === "connection-added" && event.survey.fixtureId !== undefined)
        this.#fixtures.set(connection, `fixture ${event.survey.fixtureId}`);
      const key = this.#key(connection);
      const lives = this.#lives.get(key) ?? [];
      this.#lives.set(key, lives);
      lives.push({ event, before: this.#connections(key) });
    }
    if (!ASIDE.has(event.kind)) this.#state = applyEvent(this.#state, event);
  }

  #undo(id: string, isHistory: boolean): Refusal | null {
    const target = this.#live.get(id);
    if (!target) return no("That is not there to undo.");
    // An earlier version let it through; it never counted.
    if (isCustomersWord(target))
      return isHistory
        ? null
        : no("A customer's answer stands: say what was done about it, or look and write down what you see.");
    if (target.kind === "visit-opened") return no("A visit cannot be un-opened.");
    if (target.kind === "photo-removed") return no("The picture is deleted: it cannot come back.");
    if (target.kind === "connection-signed")
      return no("A signature stands: re-open the connection with the reason, and check it afresh.");
    if (
      target.kind === "visit-binned" ||
      target.kind === "visit-restored" ||
      target.kind === "visit-cancelled"
    )
      return no(
        "Cancel the visit, put it into the bin or restore it again: what was done stays in its history.",
      );
    if (target.kind === "alert-answered") return no("What was done about the wet answer stays written down.");
    if (target.kind === "valve-noted") return no("Note the valve again as it is: the latest word counts.");
    if ("connection" in target) {
      if (ASIDE.has(target.kind)) this.#aside.get(target.connection)?.delete(id);
      else {
        const refused = this.#replayWithout(target);
        if (refused !== null) return refused;
      }
    }
    this.#live.delete(id);
    return null;
  }

  /** Judges and takes again what came after on the fixture, as if the target had not been. */
  #replayWithout(target: ConnectionEvent): Refusal | null {
    const key = this.#key(target.connection);
    const lives = this.#lives.get(key) ?? [];
    const at = lives.findIndex(({ event }) => event.id === target.id);
    const kept = lives.slice(0, at);
    let now = lives[at]?.before ?? [];
    if (target.kind === "connection-added" && (this.#aside.get(target.connection)?.size ?? 0) > 0)
      return no("Something later stands on it. Notes or pictures belong to this connection.");
    for (const { event } of lives.slice(at + 1)) {
      const here: VisitState = { ...this.#state, connections: now };
      const broken = refusal(here, event, this.#tables);
      // Which survey an event was written over, and in which order steps were ticked, matters when the event arrives.
      if (broken !== null && !isForArrivalOnly(broken))
        return no(`Something later stands on it. ${broken.message}`);
      kept.push({ event, before: now });
      now = applyEvent(here, event).connections;
    }
    this.#lives.set(key, kept);
    const left = new Map(now.map((each) => [each.id, each]));
    this.#state = {
      ...this.#state,
      connections: this.#state.connections.flatMap((each) => {
        const again = left.get(each.id);
        return this.#key(each.id) !== key ? [each] : again === undefined ? [] : [again];
      }),
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
 * `now` is what the events before have come to, where somebody knows already. `isHistory`: the events happened elsewhere and are read
 * in, so that what only counts at the moment an event is written is not asked.
 */
export function firstRefused(
  before: readonly VisitEvent[],
  added: readonly VisitEvent[],
  tables: StepTables,
  { now, isHistory = false }: { readonly now?: VisitState | undefined; readonly isHistory?: boolean } = {},
): RefusedAt | null {
  if (now !== undefined && added.every(({ kind }) => kind !== "event-undone")) {
    let state = now;
    for (const [index, event] of added.entries()) {
      const refused = refusal(state, event, tables);
      if (refused !== null && !(isHistory && isForArrivalOnly(refused))) return { index, refusal: refused };
      state = applyEvent(state, event);
    }
    return null;
  }
  const log = new GrowingLog(before, tables);
  for (const [index, event] of added.entries()) {
    const refused = log.take(event, isHistory);
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
