/** What the truck's stock reaches, against what the shop is asked for. */
import { withKnownParts } from "../../compute/compute.ts";
import { type Demand, expectedDemand, type Quantities, type Reach } from "../../core/stock/index.ts";
import { jobsByPreset } from "../../db/projection.ts";
import type { Context } from "../context.ts";
import { shopParts, shopStandards } from "./shop.ts";

/** Returns the demand the shop may expect: from its own log, over a stated prior. */
export async function demandOfShop({
  sql,
  tables,
}: Pick<Context, "sql" | "tables">): Promise<readonly Demand[]> {
  const jobs = new Map((await jobsByPreset(sql)).map(({ preset, jobs: count }) => [preset, count]));
  return expectedDemand(tables.presets, jobs);
}

/**
 * Computes what a stock reaches of a demand; null: of what the shop may expect.
 * Errors: ComputeRefusal.
 */
export async function reachOfTruck(
  context: Context,
  stock: Quantities,
  demand: readonly Demand[] | null,
  signal?: AbortSignal,
): Promise<Reach> {
  const [parts, standards, expected] = await Promise.all([
    shopParts(context),
    shopStandards(context),
    demand ?? demandOfShop(context),
  ]);
  return withKnownParts(parts, (catalogue) =>
    context.compute.run("reach", { catalogue, ask: { demand: expected, stock, standards } }, signal),
  );
}
