/** A valve above that is shut takes the water from everything below it: pressure is broken there until the valve is open again. */
import { isolationsOf, valveNamesAbove } from "../piping/index.ts";
import { type ConnectionState, fixtureOf, type VisitState } from "./connection-state.ts";
import type { VisitEvent } from "./event.ts";

/** Returns the visit with pressure broken, or standing anew, below a valve above that a tick has shut or opened. */
export function withCutOff(visit: VisitState, event: VisitEvent): VisitState {
  if (event.kind !== "step-done") return visit;
  const { role, connection, typedAt } = event;
  if (role !== "close-upstream" && role !== "open-upstream") return visit;
  const own = visit.connections.find(({ id }) => id === connection);
  const isolation = own && isolationsOf(fixtureOf(visit, own)).get(connection);
  if (isolation === undefined || isolation.isOwnStop) return visit;
  const { name } = isolation.zone;
  const changed = (each: ConnectionState): ConnectionState => {
    if (each.waterInAt === null || !valveNamesAbove(each).includes(name)) return each;
    if (role === "close-upstream") return { ...each, cutOffBy: name };
    return each.cutOffBy === name ? { ...each, cutOffBy: null, waterInAt: typedAt } : each;
  };
  return { ...visit, connections: visit.connections.map(changed) };
}
