import type { RunStep } from "../../core/step/index.ts";
import { liveEvents, type VisitAct, type VisitEvent } from "../../core/visit/index.ts";

/** The act a tick on a step comes to; turns are null where nothing was turned. `override`: why it is done before what comes first. */
export function tickAct(
  connection: string,
  { id, role, joint, connection: own }: RunStep,
  turns: number | null,
  override?: string,
): VisitAct {
  return {
    kind: "step-done",
    connection,
    step: id,
    role,
    joint: joint?.number ?? null,
    turns,
    ...(own === null ? { forFixture: true as const } : {}),
    ...(override === undefined ? {} : { override }),
  };
}

/** The event that ticked a step last, at any connection the step is done for; undefined: none stands. */
export function tickOf(
  events: readonly VisitEvent[],
  { connections, id }: Pick<RunStep, "connections" | "id">,
): VisitEvent | undefined {
  return liveEvents(events).findLast(
    (event) => event.kind === "step-done" && connections.includes(event.connection) && event.step === id,
  );
}
