/** What a visit's chosen plans take from the truck, added up. */
import type { PlannerIndex } from "../../core/planner/index.ts";
import type { ConnectionState } from "../../core/visit/index.ts";

export interface BillLine {
  readonly sku: string;
  readonly name: string;
  readonly quantity: number;
  /** By today's price; 0 for a part that is listed no more. */
  readonly cents: number;
}

/** Returns the parts of every connection that was not removed, by name. */
export function partsOfConnections(
  connections: readonly ConnectionState[],
  plannerIndex: PlannerIndex,
): readonly BillLine[] {
  const prices = new Map(plannerIndex.tables.parts.map(({ sku, priceCents }) => [sku, priceCents]));
  const lines = new Map<string, BillLine>();
  for (const { plan, removed } of connections) {
    if (removed !== null) continue;
    for (const { sku, name, quantity } of plan?.plan.parts ?? []) {
      const count = (lines.get(sku)?.quantity ?? 0) + quantity;
      lines.set(sku, { sku, name, quantity: count, cents: count * (prices.get(sku) ?? 0) });
    }
  }
  return [...lines.values()].sort((a, b) => a.name.localeCompare(b.name, "en", { numeric: true }));
}

/** Returns the tools and consumables that the plans of every connection that was not removed ask for, each once. */
export function outfitOf(connections: readonly ConnectionState[]): {
  readonly tools: readonly string[];
  readonly consumables: readonly string[];
} {
  const plans = connections.flatMap(({ plan, removed }) =>
    plan === null || removed !== null ? [] : [plan.plan],
  );
  return {
    tools: [...new Set(plans.flatMap(({ tools = [] }) => tools))],
    consumables: [...new Set(plans.flatMap(({ consumables = [] }) => consumables))],
  };
}
