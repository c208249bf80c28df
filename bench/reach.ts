/** What a truck can make of everything a shop may be asked for, against one plan of the whole catalogue for each of its cells. */
import { type PlannerIndex, planHookup } from "../src/core/planner/index.ts";
import { expectedDemand, reachOf } from "../src/core/stock/index.ts";
import { requestOf } from "../src/core/stock/reach.ts";
import type { Tables } from "../src/core/tables.ts";

/** Of so many parts of the catalogue one is on the truck: a small one, and a well stocked one. */
const EVERY = [12, 3] as const;
/** Pieces of each. */
const PIECES = 2;

/** Prints one sentence for each truck. */
export function benchReach(index: PlannerIndex, tables: Tables): void {
  const demand = expectedDemand(tables.presets, new Map());
  const tools = { index, presets: tables.presets, standards: {} };
  const planStart = performance.now();
  for (const each of demand) planHookup(index, requestOf(each, tools, null));
  const plansMs = performance.now() - planStart;
  console.log(
    `\nReach of a truck, ${demand.length} cells, against one plan for each (${plansMs.toFixed(0)} ms):`,
  );
  for (const every of EVERY) {
    const stock = new Map(
      tables.parts.filter((_, at) => at % every === 0).map(({ sku }) => [sku, PIECES] as const),
    );
    const start = performance.now();
    const { coverage, adds, complete } = reachOf(demand, stock, tools);
    const ratio = (performance.now() - start) / plansMs;
    console.log(
      `${stock.size} kinds of parts on the truck: ${ratio.toFixed(1)} times, ${Math.round(100 * coverage)} % of the demand covered, ${adds.length} parts told that cover more${complete ? "" : ", not complete"}.`,
    );
  }
}
