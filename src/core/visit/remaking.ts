/** Joints that come apart again after water came: what each act of a remake does to the connection. */
import { failsToClose } from "../piping/index.ts";
import { connectionFacts, isRemakeRole, type Remake, remakeUnderWay, remakeValve } from "../step/index.ts";
import type { ConnectionState } from "./connection-state.ts";
import type { EventStamp, VisitAct } from "./event.ts";

type StepDone = EventStamp & Extract<VisitAct, { kind: "step-done" }>;
type Proved = EventStamp & Extract<VisitAct, { kind: "stop-proved" }>;

/** A step of a remake ends in its number. */
const numberIn = (step: string): number => Number(/-(\d+)$/.exec(step)?.[1] ?? 0);

const changed = (connection: ConnectionState, remake: Remake): ConnectionState => ({
  ...connection,
  remakes: connection.remakes.map((each) => (each.number === remake.number ? remake : each)),
});

/** Returns the connection with one joint more that is to be made anew: shut for together with those that are under way. */
export function withRemakeBegun(connection: ConnectionState, joint: number): ConnectionState {
  const open = remakeUnderWay(connection);
  if (open === undefined) {
    const number = connection.remakes.length + 1;
    const begun: Remake = { number, joints: [joint], made: [], isAbove: false, done: {} };
    return { ...connection, remakes: [...connection.remakes, begun] };
  }
  if (open.joints.includes(joint)) return connection;
  const { remake: _, ...done } = open.done;
  return changed(connection, { ...open, joints: [...open.joints, joint], done });
}

/** Returns the connection with an act of a remake ticked. */
export function withRemakeTick(
  connection: ConnectionState,
  { role, step, typedAt }: StepDone,
): ConnectionState {
  const remake = connection.remakes.find(({ number }) => number === numberIn(step));
  if (remake === undefined || !isRemakeRole(role)) return connection;
  return changed(connection, { ...remake, done: { ...remake.done, [role]: typedAt } });
}

/** Returns the connection with a joint made anew, where that was begun. */
export function withJointAnew(connection: ConnectionState, joint: number, at: string): ConnectionState {
  const open = remakeUnderWay(connection);
  if (open === undefined || !open.joints.includes(joint)) return connection;
  const made = [...open.made.filter((each) => each !== joint), joint];
  const isWhole = open.joints.every((each) => made.includes(each));
  // Made anew without its water shut, for a reason that is written down or by an older library: there is nothing to open again.
  if (isWhole && open.done["shut-again"] === undefined)
    return { ...connection, remakes: connection.remakes.filter(({ number }) => number !== open.number) };
  return changed(connection, { ...open, made, done: isWhole ? { ...open.done, remake: at } : open.done });
}

/** Returns the connection with an answer to the proof of the valve that was shut for a remake. One that does not close is passed over. */
export function withRemakeProof(
  connection: ConnectionState,
  { result, valve, typedAt }: Proved,
): ConnectionState {
  const open = remakeUnderWay(connection);
  if (open?.done["shut-again"] === undefined) return connection;
  if (!failsToClose(result))
    return changed(connection, { ...open, done: { ...open.done, "prove-again": typedAt } });
  const { "shut-again": _, "prove-again": __, "let-off-again": ___, ...done } = open.done;
  return changed(connection, { ...open, isAbove: open.isAbove || valve === undefined, done });
}

/** Returns the valve that a step of a remake shuts or opens; null: there is no such remake. */
export function valveOfRemake(
  connection: ConnectionState,
  step: string,
): ReturnType<typeof remakeValve> | null {
  const remake = connection.remakes.find(({ number }) => number === numberIn(step));
  const [facts] = connectionFacts([connection], { fixtures: [] });
  return remake === undefined || facts === undefined ? null : remakeValve(facts, remake);
}
