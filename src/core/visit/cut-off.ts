/** A valve that is shut takes the water from everything below it: pressure is broken there until the valve is open again. */
import { isolationsOf, valveNamesAbove } from "../piping/index.ts";
import { type ConnectionState, fixtureOf, type VisitState } from "./connection-state.ts";
import type { VisitEvent } from "./event.ts";
import { valveOfRemake } from "./remaking.ts";

interface Turned {
  readonly valve: string;
  readonly isShut: boolean;
  /** The connection whose own stop it is; null: a valve above several. */
  readonly ownOf: string | null;
}

/** The valve that a tick shut or opened after water came; null: none. */
function turnedBy(visit: VisitState, event: VisitEvent): Turned | null {
  if (event.kind !== "step-done") return null;
  const { role, step, connection } = event;
  const own = visit.connections.find(({ id }) => id === connection);
  if (own === undefined) return null;
  if (role === "shut-again" || role === "water-again") {
    const valve = valveOfRemake(own, step);
    return valve === null
      ? null
      : { valve: valve.name, isShut: role === "shut-again", ownOf: valve.isOwnStop ? connection : null };
  }
  if (role !== "close-upstream" && role !== "open-upstream") return null;
  const isolation = isolationsOf(fixtureOf(visit, own)).get(connection);
  return isolation === undefined || isolation.isOwnStop
    ? null
    : { valve: isolation.zone.name, isShut: role === "close-upstream", ownOf: null };
}

/** Returns the visit with pressure broken, or standing anew, below a valve that a tick has shut or opened. */
export function withCutOff(visit: VisitState, event: VisitEvent): VisitState {
  const turned = turnedBy(visit, event);
  if (turned === null) return visit;
  const { valve, isShut, ownOf } = turned;
  const changed = (each: ConnectionState): ConnectionState => {
    const isBelow = ownOf === null ? valveNamesAbove(each).includes(valve) : each.id === ownOf;
    if (each.waterInAt === null || !isBelow) return each;
    const others = each.cutOffBy.filter((name) => name !== valve);
    if (isShut) return { ...each, cutOffBy: [...others, valve] };
    if (!each.cutOffBy.includes(valve)) return each;
    return { ...each, cutOffBy: others, waterInAt: others.length === 0 ? event.typedAt : each.waterInAt };
  };
  return { ...visit, connections: visit.connections.map(changed) };
}
