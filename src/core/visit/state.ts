/** What a visit has come to, as a pure projection of its events. */

import type { Check, LetteredCheckpoint, WrittenException } from "../check/index.ts";
import { STAGE_CODES, type StageCode, weepingStage } from "../check/index.ts";
import type { HoldRecord, MeterReading } from "../hold/index.ts";
import type { Plan, PlanJoint, PlanRequest } from "../plan/index.ts";
import type { StepRole } from "../step/index.ts";
import type { StopProved, Survey } from "../survey/index.ts";
import {
  type ConnectionAct,
  type EventStamp,
  liveEvents,
  type Site,
  type VisitAct,
  type VisitEvent,
} from "./event.ts";
import { followUpDueAt } from "./follow-up-due.ts";

export interface JointState {
  readonly joint: PlanJoint;
  readonly madeAt: string | null;
  /** Counted past hand-tight, snugs included; null: not turned or not counted. */
  readonly turns: number | null;
  readonly snugs: number;
  readonly remakes: number;
}

export interface Note {
  readonly text: string;
  readonly at: string;
  readonly by: string;
}

export interface ProvedStop {
  readonly result: StopProved;
  readonly method: NonNullable<Survey["stop"]["method"]>;
  readonly dropsPerMin: number | null;
  readonly at: string;
  readonly by: string;
}

export interface Photo {
  readonly id: string;
  readonly caption: string;
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
  /** Event that made the survey what it is. */
  readonly surveyEvent: string;
  readonly checkpoints: readonly LetteredCheckpoint[];
  readonly plan: { readonly plan: Plan; readonly request: PlanRequest; readonly chosenAt: string } | null;
  readonly joints: readonly JointState[];
  /** Time each step was ticked, by step id. */
  readonly steps: ReadonlyMap<string, string>;
  /** Roles of the steps that are ticked. */
  readonly doneRoles: ReadonlySet<StepRole>;
  readonly checks: readonly Check[];
  readonly exceptions: readonly WrittenException[];
  readonly notes: readonly Note[];
  /** Proofs of its stop, the latest last; the survey holds what the latest came to. */
  readonly proofs: readonly ProvedStop[];
  readonly photos: readonly Photo[];
  readonly holds: readonly KeptHold[];
  readonly meters: readonly KeptMeter[];
  readonly signed: {
    readonly name: string;
    readonly at: string;
    readonly lookBackBy: "plumber" | "customer";
    readonly lookBackDueAt: string;
  } | null;
  readonly removed: { readonly reason: string; readonly at: string } | null;
}

export interface VisitState {
  readonly site: Site | null;
  readonly title: string;
  readonly startsAt: string;
  readonly connections: readonly ConnectionState[];
  readonly notes: readonly Note[];
}

export const EMPTY_VISIT: VisitState = { site: null, title: "", startsAt: "", connections: [], notes: [] };
/** Steps of one joint end in its number; another plan has other joints, and keeps every other tick. */
const OF_A_JOINT = /-\d+$/;

type Change = (connection: ConnectionState) => ConnectionState;

function changeJoint(number: number, change: (joint: JointState) => JointState): Change {
  return (connection) => ({
    ...connection,
    joints: connection.joints.map((each) => (each.joint.number === number ? change(each) : each)),
  });
}

/** Looks at the joint from a stage on no longer count. */
function forgetChecks(number: number, from: StageCode | null): Change {
  const first = from === null ? 0 : STAGE_CODES.indexOf(from);
  return (connection) => ({
    ...connection,
    checks: connection.checks.map((check) =>
      check.target === String(number) && STAGE_CODES.indexOf(check.stage) >= first
        ? { ...check, stands: false }
        : check,
    ),
  });
}

function freshJoints(plan: Plan): readonly JointState[] {
  return plan.joints.map((joint) => ({ joint, madeAt: null, turns: null, snugs: 0, remakes: 0 }));
}

function changeFor(event: EventStamp & ConnectionAct): Change {
  const { typedAt: at, actor: by } = event;
  switch (event.kind) {
    case "connection-added":
      return (connection) => connection;
    case "survey-saved":
      return (connection) => ({ ...connection, survey: event.survey, surveyEvent: event.id });
    case "connection-removed":
      return (connection) => ({ ...connection, removed: { reason: event.reason, at } });
    case "plan-chosen":
      return (connection) => ({
        ...connection,
        plan: { plan: event.plan, request: event.request, chosenAt: at },
        joints: freshJoints(event.plan),
        steps: new Map([...connection.steps].filter(([step]) => !OF_A_JOINT.test(step))),
        doneRoles: new Set([...connection.doneRoles].filter((role) => role !== "makes-joint")),
      });
    case "step-done": {
      const ticked: Change = (connection) => ({
        ...connection,
        steps: new Map(connection.steps).set(event.step, at),
        doneRoles:
          event.role === null ? connection.doneRoles : new Set([...connection.doneRoles, event.role]),
      });
      const { joint, turns } = event;
      if (joint === null) return ticked;
      return (connection) =>
        changeJoint(joint, (each) => ({ ...each, madeAt: at, turns }))(ticked(connection));
    }
    case "target-checked": {
      const { target, stage, result, method, watchedMin, note, intervalsSec } = event;
      const timed = intervalsSec === undefined ? {} : { intervalsSec };
      const check: Check = {
        target,
        stage,
        result,
        method,
        watchedMin,
        note,
        ...timed,
        at,
        by,
        stands: true,
      };
      return (connection) => ({ ...connection, checks: [...connection.checks, check] });
    }
    case "joint-snugged":
      return (connection) =>
        changeJoint(event.joint, (each) => ({
          ...each,
          snugs: each.snugs + 1,
          turns: (each.turns ?? 0) + event.turns,
        }))(forgetChecks(event.joint, weepingStage(connection, String(event.joint)))(connection));
    case "joint-remade":
      return (connection) =>
        changeJoint(event.joint, (each) => ({
          ...each,
          madeAt: at,
          turns: event.turns,
          snugs: 0,
          remakes: each.remakes + 1,
        }))(forgetChecks(event.joint, null)(connection));
    case "exception-written": {
      const { target, stage, reason } = event;
      return (connection) => ({
        ...connection,
        exceptions: [...connection.exceptions, { target, stage, reason, at, by }],
      });
    }
    case "connection-signed": {
      const { name, lookBackBy } = event;
      return (connection) => ({
        ...connection,
        signed: { name, at, lookBackBy, lookBackDueAt: followUpDueAt(at) },
      });
    }
    case "connection-reopened":
      return (connection) => ({
        ...connection,
        signed: null,
        notes: [...connection.notes, { text: `Re-opened: ${event.reason}`, at, by }],
      });
    case "stop-proved": {
      const { result, method, dropsPerMin } = event;
      return (connection) => ({
        ...connection,
        survey: { ...connection.survey, stop: { ...connection.survey.stop, proof: result, method } },
        surveyEvent: event.id,
        proofs: [...connection.proofs, { result, method, dropsPerMin, at, by }],
      });
    }
    case "photo-added": {
      const { photo: id, caption } = event;
      return (connection) => ({
        ...connection,
        photos: [...connection.photos, { id, caption, at, by }],
      });
    }
    case "photo-removed":
      return (connection) => ({
        ...connection,
        photos: connection.photos.filter(({ id }) => id !== event.photo),
        notes: [...connection.notes, { text: `Picture removed: ${event.reason}`, at, by }],
      });
    case "hold-recorded":
      return (connection) => ({
        ...connection,
        holds: [...connection.holds, { ...event.hold, id: event.id, at, by }],
      });
    case "meter-read":
      return (connection) => ({ ...connection, meters: [...connection.meters, { ...event.meter, at, by }] });
    case "connection-noted":
      return (connection) => ({ ...connection, notes: [...connection.notes, { text: event.text, at, by }] });
  }
}

function added(event: EventStamp & Extract<VisitAct, { kind: "connection-added" }>): ConnectionState {
  return {
    id: event.connection,
    survey: event.survey,
    surveyEvent: event.id,
    checkpoints: event.checkpoints.map((checkpoint, index) => ({
      ...checkpoint,
      letter: String.fromCharCode(65 + index),
    })),
    plan: null,
    joints: [],
    steps: new Map(),
    doneRoles: new Set(),
    checks: [],
    exceptions: [],
    notes: [],
    proofs: [],
    photos: [],
    holds: [],
    meters: [],
    signed: null,
    removed: null,
  };
}

/** Returns one event more. The event is taken as accepted by `refuseNext`. */
export function applyEvent(state: VisitState, event: VisitEvent): VisitState {
  switch (event.kind) {
    case "visit-opened":
      return { ...state, site: event.site, title: event.title, startsAt: event.startsAt };
    case "visit-noted":
      return { ...state, notes: [...state.notes, { text: event.text, at: event.typedAt, by: event.actor }] };
    case "event-undone":
      return state;
    case "connection-added":
      return { ...state, connections: [...state.connections, added(event)] };
    default: {
      const change = changeFor(event);
      return {
        ...state,
        connections: state.connections.map((each) => (each.id === event.connection ? change(each) : each)),
      };
    }
  }
}

/** Returns the visit after all its events, undone ones left out. */
export function foldVisit(events: readonly VisitEvent[]): VisitState {
  return liveEvents(events).reduce(applyEvent, EMPTY_VISIT);
}
