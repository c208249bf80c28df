/** What a visit has come to, as a pure projection of its events. */

import { STAGE_CODES, type StageCode, weepingStage } from "../check/index.ts";
import type { Plan } from "../plan/index.ts";
import { isRemakeRole } from "../step/index.ts";
import { signedConnection, withAnswer, withoutPhoto, withWetAnswer } from "./after-signature.ts";
import {
  type ConnectionState,
  EMPTY_VISIT,
  type JointState,
  type Note,
  type VisitState,
  withFixtureFacts,
} from "./connection-state.ts";
import { withCutOff } from "./cut-off.ts";
import {
  type ConnectionAct,
  type EventStamp,
  liveEvents,
  type SiteValve,
  type VisitAct,
  type VisitEvent,
} from "./event.ts";
import { withCheck } from "./look.ts";
import { withJointAnew, withRemakeBegun, withRemakeProof, withRemakeTick } from "./remaking.ts";
import { failedAt, withStopProof } from "./stop-proof.ts";
import { madeJoint, notesWith, withTick } from "./tick.ts";
import { timed } from "./typed-order.ts";
import { withValve } from "./with-valve.ts";

/** Steps of one joint end in its number; another plan has other joints, and keeps every other tick. */
const OF_A_JOINT = /-\d+$/;

type Change = (connection: ConnectionState) => ConnectionState;

/** True for what concerns all connections of a fixture. */
const isForFixture = (event: VisitAct): boolean =>
  event.kind === "survey-saved" || (event.kind === "step-done" && event.forFixture === true);

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
  return plan.joints.map((joint) => ({
    joint,
    madeAt: null,
    turns: null,
    snugs: 0,
    remakes: 0,
    renewed: [],
    touchedAt: null,
    isTogether: false,
  }));
}

function noteOf(
  { id, typedAt: at, actor: by }: EventStamp,
  { text, forCustomer }: { readonly text: string; readonly forCustomer?: true },
): Note {
  return { id, text, isForCustomer: forCustomer === true, at, by };
}

/** The connection with a joint wiped dry, as part of turning or re-making it. */
const wipedWith =
  (joint: number, at: string): Change =>
  (connection) => ({ ...connection, wiped: new Map(connection.wiped).set(String(joint), at) });

function changeFor(event: EventStamp & ConnectionAct): Change {
  const { typedAt: at, actor: by } = event;
  const inHouse = (text: string) => noteOf(event, { text });
  switch (event.kind) {
    case "connection-added":
      return (connection) => connection;
    case "survey-saved":
      return (connection) =>
        connection.id === event.connection
          ? {
              ...connection,
              survey: event.survey,
              surveyEvent: event.id,
              stopFailedAt: failedAt(connection, event.survey.stop.proof, at),
            }
          : withFixtureFacts(connection, event.survey, event.id);
    case "connection-removed":
      return (connection) => ({ ...connection, removed: { reason: event.reason, at } });
    case "connection-restored":
      return (connection) => ({ ...connection, removed: null });
    case "plan-chosen":
      return (connection) => ({
        ...connection,
        plan: {
          plan: event.plan,
          request: event.request,
          chosenAt: at,
          judged: event.judged ?? null,
        },
        joints: freshJoints(event.plan),
        remakes: [],
        steps: new Map([...connection.steps].filter(([step]) => !OF_A_JOINT.test(step))),
        doneRoles: new Set([...connection.doneRoles].filter((role) => role !== "make")),
      });
    case "step-done": {
      const { joint } = event;
      if (isRemakeRole(event.role)) return (connection) => withRemakeTick(connection, event);
      const ticked: Change = (connection) => withTick(connection, event);
      return joint === null
        ? ticked
        : (connection) => changeJoint(joint, (each) => madeJoint(each, event))(ticked(connection));
    }
    case "target-checked":
      return (connection) => withWetAnswer(withCheck(connection, event), event);
    case "joints-wiped": {
      const { target } = event;
      return (connection) =>
        target === undefined
          ? { ...connection, wipedAt: at }
          : { ...connection, wiped: new Map(connection.wiped).set(target, at) };
    }
    case "joint-snugged":
      return (connection) =>
        changeJoint(event.joint, (each) => ({
          ...each,
          snugs: each.snugs + 1,
          turns: each.turns === null ? null : each.turns + event.turns,
          touchedAt: at,
        }))(
          wipedWith(
            event.joint,
            at,
          )(forgetChecks(event.joint, weepingStage(connection, String(event.joint)))(connection)),
        );
    case "remake-begun":
      return (connection) => withRemakeBegun(connection, event.joint);
    case "joint-remade": {
      const { joint: number, turns, renewed } = event;
      const remade = changeJoint(number, (each) => ({
        ...each,
        madeAt: at,
        turns,
        snugs: 0,
        remakes: each.remakes + 1,
        renewed: [...each.renewed, renewed],
        touchedAt: at,
        isTogether: false,
      }));
      const unseen = forgetChecks(number, null);
      const wiped = wipedWith(number, at);
      return (connection) => {
        const notes = notesWith(connection, event, `joint ${number} made anew`);
        return remade(wiped(unseen(withJointAnew({ ...connection, notes }, number, at))));
      };
    }
    case "exception-written": {
      const { target, stage, reason } = event;
      return (connection) => ({
        ...connection,
        exceptions: [...connection.exceptions, { target, stage, reason, at, by }],
      });
    }
    case "connection-signed":
      return (connection) => signedConnection(connection, event);
    case "connection-reopened":
      return (connection) => ({
        ...connection,
        signed: null,
        wetAnswers: [],
        notes: [...connection.notes, inHouse(`Reopened: ${event.reason}`)],
      });
    case "stop-proved":
      return (connection) => withRemakeProof(withStopProof(connection, event), event);
    case "photo-added": {
      const { photo: id, caption } = event;
      return (connection) => ({
        ...connection,
        photos: [...connection.photos, { id, caption, at, by }],
      });
    }
    case "photo-removed":
      return (connection) => withoutPhoto(connection, event, inHouse(`Picture removed: ${event.reason}`));
    case "hold-recorded":
      return (connection) => ({
        ...connection,
        holds: [...connection.holds, { ...event.hold, id: event.id, at, by }],
      });
    case "meter-read":
      return (connection) => ({ ...connection, meters: [...connection.meters, { ...event.meter, at, by }] });
    case "hammer-heard": {
      const { occasion, sound } = event;
      return (connection) => ({ ...connection, heard: [...connection.heard, { occasion, sound, at, by }] });
    }
    case "alert-answered":
      return (connection) => withAnswer(connection, event, inHouse(`Wet answer seen to: ${event.text}`));
    case "connection-noted":
      return (connection) => ({ ...connection, notes: [...connection.notes, noteOf(event, event)] });
  }
}

function added(
  event: EventStamp & Extract<VisitAct, { kind: "connection-added" }>,
  valves: readonly SiteValve[],
): ConnectionState {
  return {
    id: event.connection,
    survey: event.survey,
    continues: event.continues ?? null,
    surveyEvent: event.id,
    stopFailedAt: null,
    checkpoints: event.checkpoints.map((checkpoint, index) => ({
      ...checkpoint,
      letter: String.fromCharCode(65 + index),
    })),
    valves,
    plan: null,
    joints: [],
    steps: new Map(),
    together: new Set(),
    doneRoles: new Set(),
    waterInAt: null,
    cutOffBy: [],
    remakes: [],
    wipedAt: null,
    wiped: new Map(),
    latestTypedAt: null,
    isWindowTold: false,
    checks: [],
    exceptions: [],
    notes: [],
    proofs: [],
    photos: [],
    struckPhotos: [],
    signedPhotos: new Set(),
    wetAnswers: [],
    heard: [],
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
      return {
        ...state,
        site: event.site,
        title: event.title,
        startsAt: event.startsAt,
        isTraining: event.training === true,
      };
    case "visit-renamed":
      return {
        ...state,
        site: event.site,
        title: event.title,
        startsAt: event.startsAt ?? state.startsAt,
      };
    case "visit-binned":
      return { ...state, binned: { reason: event.reason, at: event.typedAt } };
    case "visit-cancelled":
      return { ...state, cancelled: { reason: event.reason, at: event.typedAt } };
    case "visit-restored":
      // Cancelled and then put into the bin: out of the bin, the visit is cancelled still.
      return state.binned === null ? { ...state, cancelled: null } : { ...state, binned: null };
    case "visit-noted":
      return { ...state, notes: [...state.notes, noteOf(event, event)] };
    case "bill-kept":
      return { ...state, bills: [...state.bills, { ...event.bill, at: event.typedAt, by: event.actor }] };
    case "event-undone":
      return state;
    case "connection-added":
      return { ...state, connections: [...state.connections, added(event, state.valves)] };
    case "valve-noted": {
      const valves = withValve(state.valves, event.valve);
      return { ...state, valves, connections: state.connections.map((each) => ({ ...each, valves })) };
    }
    default: {
      const change = changeFor(event);
      const own = state.connections.find(({ id }) => id === event.connection);
      const isConcerned = ({ id, survey: { fixtureId } }: ConnectionState) =>
        id === event.connection ||
        (isForFixture(event) && fixtureId !== undefined && fixtureId === own?.survey.fixtureId);
      const visit: VisitState = {
        ...state,
        isTraining: state.isTraining || (event.kind === "hold-recorded" && event.hold.source === "simulated"),
        connections: state.connections.map((each) => (isConcerned(each) ? change(timed(each, event)) : each)),
      };
      return withCutOff(visit, event);
    }
  }
}

/** Returns the visit after all its events, undone ones left out. */
export function foldVisit(events: readonly VisitEvent[]): VisitState {
  return liveEvents(events).reduce(applyEvent, EMPTY_VISIT);
}
