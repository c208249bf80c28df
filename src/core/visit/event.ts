/** Everything that can happen in a visit. A visit's life is the list of these, only ever added to. */

import type { Bill } from "../bill/index.ts";
import {
  type CheckMethod,
  type Checkpoint,
  CUSTOMER_BY_LINK,
  type StageCode,
  type Target,
} from "../check/index.ts";
import type { HoldRecord, MeterReading } from "../hold/index.ts";
import type { Valve } from "../piping/index.ts";
import type { Plan, PlanRequest } from "../plan/index.ts";
import type { PlanJudgement } from "../planner/index.ts";
import type { LeftCode } from "../situation/index.ts";
import type { StepRole } from "../step/index.ts";
import type { StopProved, Survey } from "../survey/index.ts";
import type { HeardHammer } from "../watch/index.ts";

/** A picture of a valve, kept with the visit on which it was taken. */
interface ValvePicture {
  readonly visit: string;
  readonly photo: string;
}

/** Why something is left as it is when a connection is signed. */
export interface LeftReason {
  readonly code: LeftCode;
  readonly reason: string;
}

/** A valve of a site: what it shuts, where it is, and how it was last proved. */
export interface SiteValve extends Valve {
  /** A fixture's own stop is no valve of the site. */
  readonly shuts: Exclude<Valve["shuts"], "fixture">;
  readonly place: string;
  /** When it was last proved, UTC; null: never. */
  readonly provedAt: string | null;
  /** Absent: nobody took one. */
  readonly picture?: ValvePicture;
}

export interface Site {
  readonly name: string;
  readonly address: string;
  /** IANA zone its times are shown in. */
  readonly zone: string;
}

interface OnConnection {
  readonly connection: string;
}

export type VisitAct =
  | {
      readonly kind: "visit-opened";
      readonly site: Site;
      readonly title: string;
      readonly startsAt: string;
      /** A visit for practice or show: simulated readings may be kept on it, and its record says so. */
      readonly training?: true;
    }
  /** Another name, site or address than the visit was opened with. */
  | {
      readonly kind: "visit-renamed";
      readonly site: Site;
      readonly title: string;
      /** Another day or time, UTC; absent: as it was. */
      readonly startsAt?: string;
    }
  /** Put into the bin, where nothing is lost: the visit is on no list until it is restored. */
  | { readonly kind: "visit-binned"; readonly reason: string }
  /** Back from the bin, or booked again after it was cancelled. */
  | { readonly kind: "visit-restored" }
  /** Called off: the visit stays on the list of all visits, with its reason. */
  | { readonly kind: "visit-cancelled"; readonly reason: string }
  | (OnConnection & {
      readonly kind: "connection-added";
      readonly survey: Survey;
      readonly checkpoints: readonly Checkpoint[];
      /** The connection of an earlier visit whose state this one begins from, as it was left; absent: it begins from a preset. */
      readonly continues?: string;
    })
  | (OnConnection & { readonly kind: "connection-removed"; readonly reason: string })
  | (OnConnection & { readonly kind: "connection-restored" })
  | (OnConnection & {
      readonly kind: "survey-saved";
      readonly survey: Survey;
      /** Event that made the survey its writer looked at; absent: not said. */
      readonly basedOn?: string;
    })
  | (OnConnection & {
      readonly kind: "plan-chosen";
      readonly plan: Plan;
      readonly request: PlanRequest;
      /** What the planner said of the choice when it came in; the server writes this. Absent: nobody compared. */
      readonly judged?: PlanJudgement;
    })
  | (OnConnection & {
      readonly kind: "step-done";
      readonly step: string;
      /** Role of the step when it was ticked; the server writes what the visit's own library says. */
      readonly role: StepRole | null;
      readonly joint: number | null;
      readonly turns: number | null;
      /** The step is done once for all connections of the fixture; absent: for this one. */
      readonly forFixture?: true;
      /** Why the step was done before what the order asks for first; absent: nothing was open. */
      readonly override?: string;
      /** Told with one tap together with what it led to: its minute is that of the tap. Absent: it had a tap of its own. */
      readonly together?: true;
    })
  | (OnConnection & {
      readonly kind: "target-checked";
      readonly target: Target;
      readonly stage: StageCode;
      readonly result: "dry" | "weeping";
      readonly method: CheckMethod;
      /** Minutes watched as the plumber tells them; null: nobody counted, and the clock of the visit's own events says. */
      readonly watchedMin: number | null;
      readonly note: string;
      /** Seconds between drips, tapped one by one; absent: not timed. */
      readonly intervalsSec?: readonly number[];
    })
  | (OnConnection & {
      /** Wiped dry: from then on a joint collects its own water, and looks count their time. */
      readonly kind: "joints-wiped";
      /** One joint or checkpoint; absent: all of them. */
      readonly target?: Target;
    })
  | (OnConnection & {
      readonly kind: "hold-recorded";
      readonly hold: HoldRecord;
      /** What was done since a test that called a leak; absent: the test before called none. */
      readonly afterLeak?: string;
    })
  | (OnConnection & { readonly kind: "meter-read"; readonly meter: MeterReading })
  | (OnConnection & { readonly kind: "joint-snugged"; readonly joint: number; readonly turns: number })
  /** A joint that weeps is opened: its water is shut, proved and let off first. */
  | (OnConnection & { readonly kind: "remake-begun"; readonly joint: number })
  | (OnConnection & {
      readonly kind: "joint-remade";
      readonly joint: number;
      readonly turns: number | null;
      readonly renewed: string;
      /** Why it was opened before what comes first; absent: nothing was open. */
      readonly override?: string;
    })
  | (OnConnection & {
      readonly kind: "exception-written";
      readonly target: Target;
      readonly stage: StageCode;
      readonly reason: string;
    })
  | (OnConnection & {
      readonly kind: "connection-signed";
      readonly name: string;
      readonly lookBackBy: "plumber" | "customer";
      /** What became of a leak that a pressure test called, or of a weep that stands behind an exception; absent: there is neither. */
      readonly resolved?: string;
      /** Why something is left as it is, for each thing that the work still owes. */
      readonly left?: readonly LeftReason[];
    })
  | (OnConnection & { readonly kind: "connection-reopened"; readonly reason: string })
  | (OnConnection & { readonly kind: "connection-noted"; readonly text: string; readonly forCustomer?: true })
  | (OnConnection & {
      readonly kind: "stop-proved";
      readonly result: StopProved;
      readonly method: NonNullable<Survey["stop"]["method"]>;
      /** Drops a minute where it weeps; null: not counted. */
      readonly dropsPerMin: number | null;
      /** It is the new stop, tried when its water came. Absent: the stop that was found. */
      readonly isNew?: true;
      /** Name of the valve above that was proved in the stop's place. Absent: the stop itself. */
      readonly valve?: string;
    })
  /** What was heard when the fixture's valve shut. */
  | (OnConnection & { readonly kind: "hammer-heard" } & HeardHammer)
  | (OnConnection & {
      readonly kind: "photo-added";
      /** uuid of the picture, which is kept beside the visit's events. */
      readonly photo: string;
      readonly caption: string;
    })
  | (OnConnection & {
      /** The picture is deleted, or struck where a signature stood on it; that it was there, and why it went, stays. */
      readonly kind: "photo-removed";
      readonly photo: string;
      readonly reason: string;
    })
  /** `forCustomer`: stands on the record that is handed over; absent: stays in the shop. */
  | { readonly kind: "visit-noted"; readonly text: string; readonly forCustomer?: true }
  /** What the visit costs, as it was told before the work or comes to after it. */
  | { readonly kind: "bill-kept"; readonly bill: Bill }
  /** A valve of the site, found, proved or corrected: the latest of its name counts. */
  | { readonly kind: "valve-noted"; readonly valve: SiteValve }
  /** Taken back. `reason`: struck from what counts by somebody who says why; absent: undone at once. */
  | { readonly kind: "event-undone"; readonly undoes: string; readonly reason?: string }
  /** What a person of the shop did about a follow-up check that was answered wet. */
  | (OnConnection & { readonly kind: "alert-answered"; readonly answers: string; readonly text: string });

/** An act on one connection of the visit. */
export type ConnectionAct = Extract<VisitAct, OnConnection>;

export interface EventStamp {
  /** uuid made by whoever writes it. */
  readonly id: string;
  readonly actor: string;
  /** When it was typed, UTC, ISO 8601 with Z. */
  readonly typedAt: string;
  /** What the clock of the device said, where that clock was wrong and `typedAt` is corrected. */
  readonly deviceTypedAt?: string;
  /** No time could be made of what the device said: `typedAt` is when the event was received. */
  readonly isClockUnknown?: true;
}

/** Returns true for what a customer has said: nobody of the shop takes it back. */
export function isCustomersWord({ kind, actor }: Pick<VisitEvent, "kind" | "actor">): boolean {
  return kind === "target-checked" && actor === CUSTOMER_BY_LINK;
}

export type VisitEvent = EventStamp & VisitAct;

/** Returns the events that count: neither undone nor an undoing. What a customer said cannot be undone. */
export function liveEvents(events: readonly VisitEvent[]): readonly VisitEvent[] {
  const undone = new Set(events.flatMap((event) => (event.kind === "event-undone" ? [event.undoes] : [])));
  return events.filter(
    (event) => event.kind !== "event-undone" && (!undone.has(event.id) || isCustomersWord(event)),
  );
}
