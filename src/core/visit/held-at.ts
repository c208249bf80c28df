/** What holds a step up in the visit as it stands: its own fixture's acts, and what another fixture has shut or opened. */
import { sheetsOf } from "../schedule/index.ts";
import { asksOthers, heldInWords, standingOf } from "../situation/index.ts";
import type { RunStep, StepTables } from "../step/index.ts";
import type { ConnectionState, VisitState } from "./connection-state.ts";

/** Returns what comes before a step of a fixture's sheet, and why, in words; null: nothing. Other fixtures are read only where they can hold the step up. */
export function heldAt(
  { connections }: Pick<VisitState, "connections">,
  fixture: readonly ConnectionState[],
  steps: readonly RunStep[],
  step: RunStep,
  tables: StepTables,
): string | null {
  const own = { id: "own", connections: fixture, steps };
  const others = asksOthers(step) ? connections.filter((each) => !fixture.includes(each)) : [];
  return heldInWords(standingOf([own, ...sheetsOf(others, tables)], tables).held(own, step));
}
