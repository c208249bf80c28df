import type { RunStep } from "../../core/step/index.ts";
import type { VisitAct } from "../../core/visit/index.ts";

/** The act a tick on a step comes to; turns are null where nothing was turned. */
export function tickAct(connection: string, { id, role, joint }: RunStep, turns: number | null): VisitAct {
  return { kind: "step-done", connection, step: id, role, joint: joint?.number ?? null, turns };
}
