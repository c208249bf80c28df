/** How a visit stands: what is shut, open, unplugged or off at each fixture, and the water as it is drawn. */
import { sheetsOf } from "../../core/schedule/index.ts";
import { nowOf, type Owed, standingOf, type WaterMap } from "../../core/situation/index.ts";
import type { StepTables } from "../../core/step/index.ts";
import type { VisitState } from "../../core/visit/index.ts";
import { fixtureLabel } from "../../labels/fixture-label.ts";
import type { Context } from "../context.ts";
import { stepsOfVisit } from "../step/step-library.ts";
import { readVisit } from "./visit.ts";

export interface FixtureNow {
  readonly label: string;
  readonly now: readonly Owed[];
}

/** Returns the water of the visit's planned connections; signed ones stand in it as they were left. */
export function waterMapOf({ connections }: Pick<VisitState, "connections">, tables: StepTables): WaterMap {
  const all = connections.map((connection) => ({ ...connection, signed: null }));
  return standingOf(sheetsOf(all, tables), tables).map();
}

/** Returns the fixtures at which something is shut, open, unplugged or off now. */
export function fixturesNow(
  { connections }: Pick<VisitState, "connections">,
  tables: StepTables,
): readonly FixtureNow[] {
  return sheetsOf(connections, tables)
    .map(({ connections: own, steps }) => ({ label: fixtureLabel(own), now: nowOf(steps) }))
    .filter(({ now }) => now.length > 0);
}

/** Returns how a visit's fixtures stand now. Errors: AppError not-found. */
export async function readFixturesNow(context: Context, visitId: string): Promise<readonly FixtureNow[]> {
  const visit = await readVisit(context, visitId);
  const steps = await stepsOfVisit(context, visit.libraryVersion);
  return fixturesNow(visit.state, { ...context.tables, steps });
}
