import { type Stage, standingOf, targetsOf } from "../../core/check/index.ts";
import { neededBeforeLook } from "../../core/situation/index.ts";
import type { RunStep } from "../../core/step/index.ts";
import { type ConnectionState, liveEvents, type VisitAct, type VisitEvent } from "../../core/visit/index.ts";

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

/**
 * The acts that say of a look that everything it looks at is dry; empty: it is no look, there is no water yet, it has not run or is not put back,
 * or one of its joints weeps and is seen to first. The minutes are those of the visit's clock.
 */
export function dryActs(
  {
    connections,
    steps,
  }: { readonly connections: readonly ConnectionState[]; readonly steps: readonly RunStep[] },
  { stage: code, connections: own }: Pick<RunStep, "stage" | "connections">,
  stages: readonly Stage[],
): readonly VisitAct[] {
  const stage = stages.find((each) => each.code === code);
  const looked = connections.filter(({ id }) => own.includes(id));
  if (stage === undefined || looked.some(({ waterInAt }) => waterInAt === null)) return [];
  if (looked.some(({ id }) => neededBeforeLook(steps, id, stage.code) !== null)) return [];
  const standings = looked.flatMap((connection) =>
    targetsOf(connection, stage).map((target) => ({
      connection,
      target,
      standing: standingOf(connection, target, stage.code),
    })),
  );
  if (standings.some(({ standing }) => standing === "weeping")) return [];
  return standings
    .filter(({ standing }) => standing === "open" || standing === "short")
    .map(({ connection, target }) => ({
      kind: "target-checked",
      connection: connection.id,
      target,
      stage: stage.code,
      result: "dry",
      method: stage.method,
      watchedMin: null,
      note: "",
    }));
}
