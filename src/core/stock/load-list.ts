/** What visits need together: parts against the truck, tools, consumables. */

import type { ConnectionState } from "../visit/index.ts";
import { neededParts, type Quantities } from "./drawn.ts";

export interface LoadVisit {
  readonly id: string;
  readonly connections: readonly ConnectionState[];
}

export interface LoadPart {
  readonly sku: string;
  readonly name: string;
  readonly quantity: number;
  readonly forVisits: readonly string[];
  readonly onTruck: number;
  /** Missing on the truck; 0: enough for all of the visits together. */
  readonly short: number;
}

export interface LoadList {
  readonly parts: readonly LoadPart[];
  readonly tools: readonly string[];
  readonly consumables: readonly string[];
  /** Connections without a hookup: nobody can say yet what they need. */
  readonly unplanned: readonly {
    readonly visit: string;
    readonly connection: string;
    readonly label: string;
  }[];
}

const isOpen = ({ removed, signed }: ConnectionState) => removed === null && signed === null;

/** Returns what several visits need together. `stock`: what is on the truck; null: nobody has said, and everything is short. */
export function loadList(visits: readonly LoadVisit[], stock: Quantities | null): LoadList {
  const names = new Map<string, string>();
  const sums = new Map<string, { quantity: number; forVisits: string[] }>();
  for (const { id, connections } of visits) {
    for (const { plan } of connections)
      for (const { sku, name } of plan?.plan.parts ?? []) names.set(sku, name);
    for (const [sku, quantity] of neededParts(connections)) {
      const sum = sums.get(sku) ?? { quantity: 0, forVisits: [] };
      sums.set(sku, { quantity: sum.quantity + quantity, forVisits: [...sum.forVisits, id] });
    }
  }
  const plans = visits.flatMap(({ connections }) =>
    connections.filter(isOpen).flatMap(({ plan }) => (plan === null ? [] : [plan.plan])),
  );
  return {
    parts: [...sums]
      .map(([sku, { quantity, forVisits }]) => {
        const onTruck = stock?.get(sku) ?? 0;
        const name = names.get(sku) ?? sku;
        return { sku, name, quantity, forVisits, onTruck, short: Math.max(0, quantity - onTruck) };
      })
      .toSorted((a, b) => a.name.localeCompare(b.name, "en", { numeric: true })),
    tools: [...new Set(plans.flatMap(({ tools = [] }) => tools))].toSorted(),
    consumables: [...new Set(plans.flatMap(({ consumables = [] }) => consumables))].toSorted(),
    unplanned: visits.flatMap(({ id, connections }) =>
      connections
        .filter((each) => isOpen(each) && each.plan === null)
        .map(({ id: connection, survey }) => ({ visit: id, connection, label: survey.label })),
    ),
  };
}
