/** Why an event is not taken: what every rule answers with. */

import type { ConnectionState, VisitState } from "./connection-state.ts";
import type { EventStamp, VisitAct } from "./event.ts";

/** Why an event is not taken: the field that is wrong and what to do instead. */
export interface Refusal {
  readonly field: string;
  readonly message: string;
  /** Somebody else was quicker: what the writer looked at is no longer what is there. */
  readonly isStale?: true;
  /** Asked only of an event that arrives, not of one that is read in from a file or judged again. */
  readonly isOfArrival?: true;
}

/** An event of one kind. */
export type On<K extends VisitAct["kind"]> = EventStamp & Extract<VisitAct, { kind: K }>;

/** Returns a refusal that names the field and the way out. */
export const no = (field: string, message: string): Refusal => ({ field, message });

/** What an event on a connection happens in: the visit, and the connections of its fixture. */
export interface Surroundings {
  readonly visit: VisitState;
  readonly fixture: readonly ConnectionState[];
}
