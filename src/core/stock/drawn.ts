/** Parts a visit has taken from the truck: those of which a joint is made. */

import type { ConnectionState } from "../visit/index.ts";

/** Quantities by SKU: pieces, or feet of what is sold by the foot. */
export type Quantities = ReadonlyMap<string, number>;

function addTo(sum: Map<string, number>, sku: string, quantity: number): void {
  const total = (sum.get(sku) ?? 0) + quantity;
  if (total === 0) sum.delete(sku);
  else sum.set(sku, total);
}

const byPlans = (
  connections: readonly ConnectionState[],
  isWanted: (connection: ConnectionState, part: number) => boolean,
): Quantities => {
  const sum = new Map<string, number>();
  for (const connection of connections) {
    const { plan } = connection;
    if (plan === null) continue;
    // What came with the job is not the truck's.
    const inBox = new Map(Object.entries(plan.request.stockInBox ?? {}));
    plan.plan.parts.forEach(({ sku, quantity }, at) => {
      if (!isWanted(connection, at)) return;
      const free = Math.min(quantity, inBox.get(sku) ?? 0);
      inBox.set(sku, (inBox.get(sku) ?? 0) - free);
      if (quantity > free) addTo(sum, sku, quantity - free);
    });
  }
  return sum;
};

/** True once a joint of the part is made: then the part is off the truck. Pieces without a joint of their own go with the first joint. */
function isDrawn({ joints }: ConnectionState, at: number): boolean {
  const own = joints.filter(({ joint }) => joint.between.some((ref) => ref.startsWith(`p${at}.`)));
  return (own.length === 0 ? joints : own).some(({ madeAt }) => madeAt !== null);
}

/** Returns what the visit's connections have drawn from the truck; a connection that was removed keeps what it has built in. */
export function drawnParts(connections: readonly ConnectionState[]): Quantities {
  return byPlans(connections, isDrawn);
}

/** Returns what the plans of connections still need from the truck: chosen, not drawn yet. */
export function neededParts(connections: readonly ConnectionState[]): Quantities {
  return byPlans(
    connections,
    (connection, at) => connection.removed === null && connection.signed === null && !isDrawn(connection, at),
  );
}

/** Returns what a change of what is drawn takes from the truck (more than 0) or gives back, by SKU. */
export function drawnSince(before: Quantities, after: Quantities): Quantities {
  const change = new Map<string, number>();
  for (const [sku, quantity] of after) addTo(change, sku, quantity);
  for (const [sku, quantity] of before) addTo(change, sku, -quantity);
  return change;
}
