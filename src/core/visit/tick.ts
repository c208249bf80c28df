/** A step that was ticked: at its connection, and at the joint it makes. */
import type { ConnectionState, JointState } from "./connection-state.ts";
import type { EventStamp, VisitAct } from "./event.ts";

type StepDone = EventStamp & Extract<VisitAct, { kind: "step-done" }>;

/** Steps told together, with one tick more: a tick of its own takes its step out again. */
function togetherAfter(
  together: ReadonlySet<string>,
  { step, together: isTogether }: StepDone,
): ReadonlySet<string> {
  if ((isTogether === true) === together.has(step)) return together;
  return new Set(isTogether === true ? [...together, step] : [...together].filter((each) => each !== step));
}

/** Returns the notes with why an act came before what comes first, in the house; unchanged where nothing was open. `act`: what was done. */
export function notesWith(
  { notes }: Pick<ConnectionState, "notes">,
  { id, override, typedAt: at, actor: by }: EventStamp & { readonly override?: string },
  act: string,
): ConnectionState["notes"] {
  if (override === undefined) return notes;
  return [...notes, { id, text: `Done out of order (${act}): ${override}`, isForCustomer: false, at, by }];
}

/** Returns the connection with one step more done. Why the order was left stands with its notes, and stays in the shop. */
export function withTick(connection: ConnectionState, event: StepDone): ConnectionState {
  const { step, role, typedAt: at } = event;
  return {
    ...connection,
    notes: connection.id === event.connection ? notesWith(connection, event, step) : connection.notes,
    steps: new Map(connection.steps).set(step, at),
    together: togetherAfter(connection.together, event),
    doneRoles: role === null ? connection.doneRoles : new Set([...connection.doneRoles, role]),
    waterInAt: role === "water-in" ? at : connection.waterInAt,
  };
}

/** Returns the joint as a tick made it. */
export function madeJoint(joint: JointState, { turns, together, typedAt }: StepDone): JointState {
  return { ...joint, madeAt: typedAt, turns, isTogether: together === true };
}
