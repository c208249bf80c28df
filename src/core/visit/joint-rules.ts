/** What may be done to a joint that is made: turned on, or opened and made anew. */
import { jointTargets, weepingStage } from "../check/index.ts";
import { needsDryPipe } from "../joint/index.ts";
import { type RunStep, remakeUnderWay, runSheet, type StepRole, type StepTables } from "../step/index.ts";
import { formatTurn } from "../units/index.ts";
import type { ConnectionState, JointState } from "./connection-state.ts";
import { heldAt } from "./held-at.ts";
import { no, type On, type Refusal, type Surroundings } from "./refusal.ts";
import { MOST_SNUGS, turnedAtMost } from "./snug.ts";

/** Counts of turns that differ by less than this are the same: a hundredth of a turn. */
const SAME_TURN = 0.01;

/** Returns why a count of turns is refused at a joint; `total`: turned in all. */
export function turnsRefusal({ joint }: JointState, turns: number | null, total: number): Refusal | null {
  if (turns === null) return null;
  if (joint.hardMaxTurns === null)
    return no("turns", `Joint ${joint.number} is not turned: leave the count out.`);
  if (total > joint.hardMaxTurns + SAME_TURN)
    return no(
      "turns",
      `Joint ${joint.number} must not be turned past ${formatTurn(joint.hardMaxTurns)}: ${joint.reason}. Open it and re-make it.`,
    );
  return null;
}

/** Returns a joint of a connection; null: there is none of the number. */
export function jointOf(connection: ConnectionState, number: number): JointState | null {
  return connection.joints.find((each) => each.joint.number === number) ?? null;
}

function touchRefusal(connection: ConnectionState, number: number): Refusal | null {
  const order = jointTargets(connection);
  const above = order.slice(0, order.indexOf(String(number)));
  const wet = above.find((target) => weepingStage(connection, target) !== null);
  return wet === undefined
    ? null
    : no("joint", `Joint ${wet} is higher and weeps: water runs down. See to it first.`);
}

/** Returns why a joint may not be snugged. */
export function snugRefusal(connection: ConnectionState, event: On<"joint-snugged">): Refusal | null {
  const joint = jointOf(connection, event.joint);
  if (joint === null) return no("joint", `There is no joint ${event.joint}.`);
  if (weepingStage(connection, String(event.joint)) === null)
    return no("joint", `Joint ${event.joint} does not weep: leave it alone.`);
  if (!joint.joint.maySnug)
    return no("joint", `A ${joint.joint.label} is never snugged: open it and re-make it.`);
  if (joint.snugs >= MOST_SNUGS)
    return no("joint", `Joint ${event.joint} has been snugged twice: open it, look, and re-make it.`);
  if (!(event.turns > 0)) return no("turns", "Say how far it was turned.");
  return (
    turnsRefusal(joint, event.turns, turnedAtMost(joint) + event.turns) ??
    touchRefusal(connection, event.joint)
  );
}

/** Returns why a joint is not to be opened again. */
export function remakeBegunRefusal(connection: ConnectionState, event: On<"remake-begun">): Refusal | null {
  const joint = jointOf(connection, event.joint);
  if (joint === null) return no("joint", `There is no joint ${event.joint}.`);
  if (joint.madeAt === null) return no("joint", `Joint ${event.joint} is not made yet.`);
  if (remakeUnderWay(connection)?.joints.includes(event.joint) === true)
    return { ...no("joint", `Joint ${event.joint} is being made anew already.`), isStale: true };
  return touchRefusal(connection, event.joint);
}

/**
 * Returns why a joint may not be written down as made anew: its acts have the order of the sheet, as any step's have. Those of before its
 * acts were asked for stand.
 */
export function remakeRefusal(
  connection: ConnectionState,
  { visit, fixture }: Surroundings,
  event: On<"joint-remade">,
  tables: StepTables,
): Refusal | null {
  const joint = jointOf(connection, event.joint);
  if (joint === null) return no("joint", `There is no joint ${event.joint}.`);
  if (joint.madeAt === null) return no("joint", `Joint ${event.joint} is not made yet.`);
  const wrong = turnsRefusal(joint, event.turns, event.turns ?? 0) ?? touchRefusal(connection, event.joint);
  if (wrong !== null || event.override !== undefined) return wrong;
  const remake = remakeUnderWay(connection);
  const sheet = runSheet(fixture, tables);
  // A library from before joints had acts of their own asks for none.
  const step = sheet.find(
    ({ role, ofRemake, connections }) =>
      role === "remake" && ofRemake === remake?.number && connections.includes(connection.id),
  );
  const held =
    remake?.joints.includes(event.joint) !== true
      ? "Begin its re-make: no joint is opened under pressure."
      : step === undefined
        ? null
        : heldAt(visit, fixture, sheet, step, tables);
  if (held !== null)
    return {
      ...no("override", `${held} Do that first, or write down why not as the override.`),
      isOfArrival: true,
    };
  return needsDryPipe(joint.joint.type) && connection.proofs.at(-1)?.result === "weeps"
    ? {
        ...no("joint", `A ${joint.joint.label} needs a dry pipe, and the valve weeps: shut the next one up.`),
        isOfArrival: true,
      }
    : null;
}

/** Steps of a remake that an answer ticks. */
const ANSWERED: Partial<Readonly<Record<StepRole, string>>> = {
  "prove-again": "A proof is a question: say what it showed.",
  remake: "Say at the joint what was renewed: that ticks this step.",
};

/** Returns why a bare tick of a step is refused; null: it is not. */
export function bareTickRefusal({ role }: Pick<RunStep, "role">): Refusal | null {
  const why = role === null ? undefined : ANSWERED[role];
  return why === undefined ? null : { ...no("step", why), isOfArrival: true };
}
