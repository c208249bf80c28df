/** What holds a step up in the visit as it stands: its own fixture's acts, and what another fixture has shut or opened. */
import { isolationsOf, valveNamesAbove } from "../piping/index.ts";
import { sheetsOf } from "../schedule/index.ts";
import { asksOthers, heldInWords, standingOf } from "../situation/index.ts";
import type { RunStep, StepTables } from "../step/index.ts";
import type { ConnectionState, VisitState } from "./connection-state.ts";

/** Connections of other fixtures below a valve that a fixture of the visit is shut by, and that lies above this one too: no other can hold it up. */
function othersBelow(
  connections: readonly ConnectionState[],
  fixture: readonly ConnectionState[],
): readonly ConnectionState[] {
  const shutAbove = new Set(
    connections.flatMap((each) => {
      const isolation = isolationsOf([each]).get(each.id);
      return isolation === undefined || isolation.isOwnStop ? [] : [isolation.zone.name];
    }),
  );
  const shared = new Set(fixture.flatMap(valveNamesAbove).filter((name) => shutAbove.has(name)));
  if (shared.size === 0) return [];
  return connections.filter(
    (each) => !fixture.includes(each) && valveNamesAbove(each).some((name) => shared.has(name)),
  );
}

/** Returns what comes before a step of a fixture's sheet, and why, in words; null: nothing. Other fixtures are read only where they can hold the step up. */
export function heldAt(
  { connections }: Pick<VisitState, "connections">,
  fixture: readonly ConnectionState[],
  steps: readonly RunStep[],
  step: RunStep,
  tables: StepTables,
): string | null {
  const own = { id: "own", connections: fixture, steps };
  const others = asksOthers(step) ? othersBelow(connections, fixture) : [];
  return heldInWords(standingOf([own, ...sheetsOf(others, tables)], tables).held(own, step));
}
