/** A visit, its fixtures and connections as they stand: what the events of a visit have come to. */

import type { Bill } from "../bill/index.ts";
import type { Check, LetteredCheckpoint, Target, WrittenException } from "../check/index.ts";
import type { HoldRecord, MeterReading } from "../hold/index.ts";
import type { Plan, PlanJoint, PlanRequest } from "../plan/index.ts";
import type { PlanJudgement } from "../planner/index.ts";
import type { Remake, StepRole } from "../step/index.ts";
import type { StopProved, Survey } from "../survey/index.ts";
import type { HeardHammer } from "../watch/index.ts";
import type { LeftReason, Site, SiteValve } from "./event.ts";

export interface JointState {
  readonly joint: PlanJoint;
  readonly madeAt: string | null;
  /** Counted past hand-tight, snugs included; null: not turned or not counted. */
  readonly turns: number | null;
  readonly snugs: number;
  readonly remakes: number;
  /** What was renewed each time the joint was re-made, the latest last. */
  readonly renewed: readonly string[];
  /** When the joint was last turned further or re-made after it was first made, UTC; null: never. */
  readonly touchedAt: string | null;
  /** Its making was told together with other steps by one tap. */
  readonly isTogether: boolean;
}

export interface Note {
  /** The event that wrote it. */
  readonly id: string;
  readonly text: string;
  /** Stands on the record that is handed over; else it stays in the shop. */
  readonly isForCustomer: boolean;
  readonly at: string;
  readonly by: string;
}

export interface ProvedStop {
  readonly result: StopProved;
  readonly method: NonNullable<Survey["stop"]["method"]>;
  readonly dropsPerMin: number | null;
  /** The new stop, tried when its water came; false: the stop that was found. */
  readonly isNew: boolean;
  /** The valve above that was proved in the stop's place; null: the stop itself. */
  readonly valve: string | null;
  readonly at: string;
  readonly by: string;
}

export interface Photo {
  readonly id: string;
  readonly caption: string;
  readonly at: string;
  readonly by: string;
}

/** A picture that was taken off a connection after a signature stood on it: kept, and shown no more. */
export interface StruckPhoto extends Photo {
  readonly reason: string;
}

/** A follow-up check that was answered wet and that no person of the shop has answered yet. */
export interface WetAnswer {
  /** The event of the look. */
  readonly id: string;
  readonly at: string;
  readonly by: string;
}

export interface KeptBill extends Bill {
  readonly at: string;
  readonly by: string;
}

export interface Heard extends HeardHammer {
  readonly at: string;
  readonly by: string;
}

export interface KeptHold extends HoldRecord {
  /** Its event: what its file is asked for by. */
  readonly id: string;
  readonly at: string;
  readonly by: string;
}

export interface KeptMeter extends MeterReading {
  readonly at: string;
  readonly by: string;
}

export interface ConnectionState {
  readonly id: string;
  readonly survey: Survey;
  /** The connection of an earlier visit that this one began from; null: none. */
  readonly continues: string | null;
  /** Valves of the site above its stop, the nearest first. */
  readonly valves: readonly SiteValve[];
  /** Event that made the survey what it is. */
  readonly surveyEvent: string;
  /** When its stop was last found not to close, UTC: what was proved before no longer holds. Null: never. */
  readonly stopFailedAt: string | null;
  readonly checkpoints: readonly LetteredCheckpoint[];
  readonly plan: {
    readonly plan: Plan;
    readonly request: PlanRequest;
    readonly chosenAt: string;
    /** What the planner said of the choice when it came in; null: nobody compared. */
    readonly judged: PlanJudgement | null;
  } | null;
  readonly joints: readonly JointState[];
  /** Time each step was ticked, by step id. */
  readonly steps: ReadonlyMap<string, string>;
  /** Steps that were told together with others by one tap. */
  readonly together: ReadonlySet<string>;
  /** Roles of the steps that are ticked. */
  readonly doneRoles: ReadonlySet<StepRole>;
  /** Since when pressure stands without a break, UTC: when water was let in, or when the valve above was opened again. Null: no water yet. */
  readonly waterInAt: string | null;
  /** Valves that were shut since water was let in here and are not open again, for another fixture or to make a joint anew: pressure is broken. */
  readonly cutOffBy: readonly string[];
  /** Times that water was shut to make joints anew, the latest last. */
  readonly remakes: readonly Remake[];
  /** When all joints were last wiped dry, UTC; null: nobody said. */
  readonly wipedAt: string | null;
  /** When a single joint or checkpoint was last wiped: by itself, with its snug or re-make, or by a dry tissue. */
  readonly wiped: ReadonlyMap<Target, string>;
  /** Latest time a person typed for this connection, UTC; null: none yet. */
  readonly latestTypedAt: string | null;
  /** Water came, or joints were wiped, at a time before something that stands earlier in the log: that time is told, by no clock. */
  readonly isWindowTold: boolean;
  readonly checks: readonly Check[];
  readonly exceptions: readonly WrittenException[];
  readonly notes: readonly Note[];
  /** Proofs of its stop, the latest last; the survey holds what the latest came to. */
  readonly proofs: readonly ProvedStop[];
  readonly photos: readonly Photo[];
  readonly struckPhotos: readonly StruckPhoto[];
  /** Pictures a signature stood on: struck when taken off, never deleted. */
  readonly signedPhotos: ReadonlySet<string>;
  /** Answered wet and not seen to, the latest last. */
  readonly wetAnswers: readonly WetAnswer[];
  /** What was heard when its valve shut, the latest last. */
  readonly heard: readonly Heard[];
  readonly holds: readonly KeptHold[];
  readonly meters: readonly KeptMeter[];
  readonly signed: {
    readonly name: string;
    readonly at: string;
    readonly lookBackBy: "plumber" | "customer";
    readonly lookBackDueAt: string;
    /** What became of a leak or weep that was on record; null: there was none. */
    readonly resolved: string | null;
    /** Why something is left as it is. */
    readonly left: readonly LeftReason[];
  } | null;
  readonly removed: { readonly reason: string; readonly at: string } | null;
}

export interface VisitState {
  readonly site: Site | null;
  readonly title: string;
  readonly startsAt: string;
  /** Practice or show: opened as such, or a simulated reading came in with a file. */
  readonly isTraining: boolean;
  /** In the bin: on no list until it is restored. Null: not. */
  readonly binned: { readonly reason: string; readonly at: string } | null;
  /** Called off; null: not. */
  readonly cancelled: { readonly reason: string; readonly at: string } | null;
  readonly connections: readonly ConnectionState[];
  /** Valves of the site that somebody has named, the nearest to the fixtures first. */
  readonly valves: readonly SiteValve[];
  readonly notes: readonly Note[];
  /** Estimates and actuals that were kept, the latest last. */
  readonly bills: readonly KeptBill[];
}

export const EMPTY_VISIT: VisitState = {
  site: null,
  title: "",
  startsAt: "",
  isTraining: false,
  binned: null,
  cancelled: null,
  connections: [],
  valves: [],
  notes: [],
  bills: [],
};

/** Returns the connections of the fixture that a connection belongs to, itself among them; removed ones are left out. */
export function fixtureOf(
  { connections }: Pick<VisitState, "connections">,
  { id, survey: { fixtureId } }: Pick<ConnectionState, "id" | "survey">,
): readonly ConnectionState[] {
  return connections.filter(
    (each) =>
      each.removed === null &&
      (each.id === id || (fixtureId !== undefined && each.survey.fixtureId === fixtureId)),
  );
}

/** What a survey says of the whole fixture. */
const FIXTURE_WIDE = ["replaces", "power", "inPlace"] as const;

/** Returns a connection with what is said of the fixture at another of its connections. */
export function withFixtureFacts(connection: ConnectionState, said: Survey, event: string): ConnectionState {
  const { replaces: _, power: __, inPlace: ___, ...own } = connection.survey;
  const isSame = FIXTURE_WIDE.every((key) => connection.survey[key] === said[key]);
  if (isSame) return connection;
  const survey: Survey = {
    ...own,
    ...(said.replaces === undefined ? {} : { replaces: said.replaces }),
    ...(said.power === undefined ? {} : { power: said.power }),
    ...(said.inPlace === undefined ? {} : { inPlace: said.inPlace }),
  };
  return { ...connection, survey, surveyEvent: event };
}
