/** The water of a whole visit as it is drawn: signed connections stand in it as they were left. */
import { sheetsOf } from "../../core/schedule/index.ts";
import { standingOf, type WaterMap } from "../../core/situation/index.ts";
import type { StepTables } from "../../core/step/index.ts";
import type { VisitState } from "../../core/visit/index.ts";

/** Returns the water of the visit's planned connections. */
export function waterMapOf({ connections }: Pick<VisitState, "connections">, tables: StepTables): WaterMap {
  const all = connections.map((connection) => ({ ...connection, signed: null }));
  return standingOf(sheetsOf(all, tables), tables).map();
}
