/** What may happen next in a visit, judged by the state it is in. Every event passes here before it is kept, and again when an earlier one is undone. */

import { jointTargets, standingOf, targetsOf, weepingStage } from "../check/index.ts";
import { sheetIn } from "../schedule/index.ts";
import { neededBeforeLook, whyLookWaits } from "../situation/index.ts";
import type { StepTables } from "../step/index.ts";
import { codeOf, runSheet } from "../step/index.ts";
import { isSameRun, planRequestOf } from "../survey/index.ts";
import { type ConnectionState, fixtureOf, type VisitState } from "./connection-state.ts";
import type { ConnectionAct, EventStamp, VisitEvent } from "./event.ts";
import { heldAt } from "./held-at.ts";
import { holdRefusal } from "./hold-rules.ts";
import {
  bareTickRefusal,
  jointOf,
  remakeBegunRefusal,
  remakeRefusal,
  snugRefusal,
  turnsRefusal,
} from "./joint-rules.ts";
import { no, type On, type Refusal, type Surroundings } from "./refusal.ts";
import { signRefusal } from "./sign-rules.ts";
import { isPlanOutdated } from "./status.ts";
import { alertRefusal, cancelRefusal, STILL_POSSIBLE } from "./visit-rules.ts";

function planRefusal(
  connection: ConnectionState,
  event: On<"plan-chosen">,
  tables: StepTables,
): Refusal | null {
  if (connection.joints.some((joint) => joint.madeAt !== null))
    return no("plan", "Joints of the present plan are made: undo them before choosing another plan.");
  if (!isSameRun(event.request, planRequestOf(connection.survey, null)))
    return no("plan", "The survey has changed since this plan was worked out: plan again.");
  const numbers = event.plan.joints.map((joint) => joint.number);
  if (numbers.some((number, index) => number !== index + 1))
    return no("plan.joints", "Joints must be numbered 1, 2, 3 from the wall.");
  const unknown = event.plan.joints
    .flatMap((joint) => joint.ends ?? [])
    .find((code) => !tables.ends.some((end) => end.code === code));
  return unknown === undefined ? null : no("plan.joints", `There is no end ${unknown}.`);
}

function surveyRefusal(connection: ConnectionState, event: On<"survey-saved">): Refusal | null {
  if (event.basedOn !== undefined && event.basedOn !== connection.surveyEvent)
    return {
      ...no(
        "survey",
        "Somebody else has saved this survey since: look at both before one takes the other's place.",
      ),
      isStale: true,
    };
  if (event.survey.fixtureId !== connection.survey.fixtureId)
    return no("survey.fixtureId", "A connection stays with its fixture: add a new one for another fixture.");
  return connection.joints.some((joint) => joint.madeAt !== null) &&
    !isSameRun(planRequestOf(event.survey, null), planRequestOf(connection.survey, null))
    ? no("survey", "Joints are made to the present ends and length: undo them before changing those.")
    : null;
}

function stepRefusal(
  connection: ConnectionState,
  { visit, fixture }: Surroundings,
  event: On<"step-done">,
  tables: StepTables,
): Refusal | null {
  if (connection.plan === null) return no("step", "Choose a hookup first.");
  if (isPlanOutdated(connection))
    return no("step", "The survey has changed since this hookup was chosen: choose again.");
  const { steps: sheet } = sheetIn(visit.connections, fixture, tables);
  const step = sheet.find((each) => each.id === event.step && each.connections.includes(connection.id));
  if (!step) return { ...no("step", `This run sheet has no step ${event.step}.`), isOfArrival: true };
  if ((step.connection === null) !== (event.forFixture === true))
    return {
      ...no(
        "forFixture",
        step.connection === null
          ? "This step is done once for the fixture: say so."
          : "This step is done for one connection: leave it out.",
      ),
      isOfArrival: true,
    };
  if (step.stage)
    return no("step", "A stage of the leak check is done on the Leak check tab, joint by joint.");
  // What was told at another fixture may be told here too: two devices may have told it without knowing of one another.
  if (step.isDone && step.doneWith === undefined)
    return {
      ...no("step", "Somebody has ticked this step already: reload to see what else was done."),
      isStale: true,
    };
  const bare = bareTickRefusal(step);
  if (bare !== null) return bare;
  if ((step.joint?.number ?? null) !== event.joint)
    return no("joint", "The step and the joint do not belong together.");
  if (step.role === "water-in" && connection.joints.some((joint) => joint.madeAt === null))
    return no("step", "Make up every joint before water comes in.");
  const held = event.override === undefined ? heldAt(visit, fixture, sheet, step, tables) : null;
  if (held !== null)
    return {
      ...no("override", `${held} Do that first, or write down why not as the override.`),
      isOfArrival: true,
    };
  const joint = event.joint === null ? null : jointOf(connection, event.joint);
  return joint === null
    ? event.turns === null
      ? null
      : no("turns", "Only a joint has turns.")
    : turnsRefusal(joint, event.turns, event.turns ?? 0);
}

function checkRefusal(
  connection: ConnectionState,
  { fixture }: Surroundings,
  event: On<"target-checked">,
  tables: StepTables,
): Refusal | null {
  const stage = tables.stages.find((each) => each.code === event.stage);
  if (!stage || !targetsOf(connection, stage).includes(event.target))
    return no("target", `${event.stage} does not look at ${event.target}.`);
  if (stage.code === "look-back" && connection.signed === null)
    return no("stage", "The follow-up check comes after signing.");
  if (stage.code !== "look-back" && connection.signed !== null)
    return no("stage", "Signed: re-open the connection before checking it again.");
  if (!connection.doneRoles.has("water-in"))
    return no("stage", "Let water in first: tick it on the run sheet.");
  const [shut] = connection.cutOffBy;
  if (shut !== undefined && stage.code !== "look-back")
    return no("stage", `${shut} is shut: a line without water proves nothing. Open it first.`);
  const waits = whyLookWaits(stage.code);
  const needed =
    waits === null ? null : neededBeforeLook(runSheet(fixture, tables), connection.id, stage.code);
  if (needed !== null)
    return {
      ...no("stage", `First (${codeOf(needed)}): ${needed.text.replace(/\.$/, "")}. A look ${waits}.`),
      isOfArrival: true,
    };
  if (event.intervalsSec && event.result === "dry") return no("intervalsSec", "What drips is not dry.");
  const earlier = tables.stages
    .slice(0, tables.stages.indexOf(stage))
    .filter((each) => each.scope === "joint" && stage.scope === "joint");
  const open = earlier.find((each) => standingOf(connection, event.target, each.code) === "open");
  if (open) return no("stage", `Check "${open.label}" at joint ${event.target} first.`);
  if (weepingStage(connection, event.target) !== null && event.result === "dry" && stage.scope === "joint")
    return no("result", `Joint ${event.target} weeps: snug or re-make it, then check it afresh.`);
  return null;
}

function exceptionRefusal(
  connection: ConnectionState,
  event: On<"exception-written">,
  tables: StepTables,
): Refusal | null {
  const stage = tables.stages.find((each) => each.code === event.stage);
  if (!stage || !targetsOf(connection, stage).includes(event.target))
    return no("target", `${event.stage} does not look at ${event.target}.`);
  return standingOf(connection, event.target, event.stage) === "dry"
    ? no("target", "It is dry: no exception is needed.")
    : null;
}

const unmadeRefusal = (connection: ConnectionState): Refusal | null =>
  connection.joints.length > 0 && connection.joints.every((joint) => joint.madeAt !== null)
    ? null
    : no("connection", "Make up every joint before it is held under pressure.");

function onConnection(
  connection: ConnectionState,
  surroundings: Surroundings,
  event: EventStamp &
    Exclude<
      ConnectionAct,
      { kind: "connection-noted" | "hammer-heard" | "photo-added" | "photo-removed" | "alert-answered" }
    >,
  tables: StepTables,
): Refusal | null {
  if (event.kind === "connection-restored")
    return connection.removed ? null : no("connection", "This connection was not removed.");
  if (connection.removed) return no("connection", "This connection was removed: restore it first.");
  const isLocked = connection.signed !== null;
  switch (event.kind) {
    case "connection-added":
      return no("connection", "This connection is there already.");
    case "target-checked":
      return checkRefusal(connection, surroundings, event, tables);
    case "connection-reopened":
      return isLocked ? null : no("connection", "It is not signed.");
  }
  if (isLocked) return no("connection", "Signed: re-open the connection before changing it.");
  switch (event.kind) {
    case "survey-saved":
      return surveyRefusal(connection, event);
    case "plan-chosen":
      return planRefusal(connection, event, tables);
    case "step-done":
      return stepRefusal(connection, surroundings, event, tables);
    case "joint-snugged":
      return snugRefusal(connection, event);
    case "remake-begun":
      return remakeBegunRefusal(connection, event);
    case "joint-remade":
      return remakeRefusal(connection, surroundings, event, tables);
    case "exception-written":
      return exceptionRefusal(connection, event, tables);
    case "connection-signed":
      return signRefusal(connection, surroundings, event, tables);
    case "stop-proved":
      return event.dropsPerMin !== null && event.result !== "weeps"
        ? no("dropsPerMin", "Drops are counted only where the stop weeps.")
        : null;
    case "hold-recorded":
      return event.hold.source === "simulated" && !surroundings.visit.isTraining
        ? {
            ...no(
              "hold.source",
              "Simulated readings are kept on training visits only: this is a customer's record.",
            ),
            isOfArrival: true,
          }
        : (unmadeRefusal(connection) ?? holdRefusal(connection, event));
    case "meter-read":
      return unmadeRefusal(connection);
    case "joints-wiped":
      return event.target === undefined ||
        jointTargets(connection).includes(event.target) ||
        connection.checkpoints.some(({ letter }) => letter === event.target)
        ? null
        : no("target", `There is no ${event.target} to wipe.`);
    case "connection-removed":
      return null;
  }
}

/** Returns why one more event would not be taken in this state, or null when it is. Undoing is judged by `refusalOfUndo`. */
export function refusal(state: VisitState, event: VisitEvent, tables: StepTables): Refusal | null {
  if (event.kind === "visit-opened")
    return state.site === null ? null : no("kind", "The visit is open already.");
  if (state.site === null) return no("kind", "A visit begins with visit-opened.");
  if (event.kind === "event-undone") return no("kind", "Undoing is judged on the whole list.");
  if (event.kind === "visit-restored")
    return state.binned === null && state.cancelled === null
      ? no("kind", "The visit is neither in the bin nor cancelled.")
      : null;
  if (event.kind === "alert-answered") return alertRefusal(state, event);
  if (state.binned !== null)
    return { ...no("kind", "The visit is in the bin: restore it first."), isOfArrival: true };
  if (event.kind === "visit-cancelled") return cancelRefusal(state);
  if (state.cancelled !== null && !STILL_POSSIBLE.has(event.kind))
    return { ...no("kind", "The visit is cancelled: restore it first."), isOfArrival: true };
  if (!("connection" in event)) return null;
  const connection = state.connections.find((each) => each.id === event.connection);
  if (event.kind === "connection-added" && !connection) return null;
  if (!connection) return no("connection", "This visit has no such connection.");
  if (event.kind === "hammer-heard")
    return event.occasion === "after-run" && connection.waterInAt === null
      ? no("occasion", "Nothing has run yet: let the water in, run it, and listen.")
      : null;
  return event.kind === "connection-noted" || event.kind === "photo-added" || event.kind === "photo-removed"
    ? null
    : onConnection(connection, { visit: state, fixture: fixtureOf(state, connection) }, event, tables);
}
