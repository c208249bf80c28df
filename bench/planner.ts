/** The planner against writing out every chain. */
import { bruteForceCosts } from "../src/core/hookup/brute-force.ts";
import type { Shop } from "../src/core/hookup/index.ts";
import { searchChains } from "../src/core/hookup/search.ts";
import { medianMs } from "./timing.ts";

export async function benchPlanner(shop: Shop): Promise<void> {
  console.log(
    "\nPlanner, chains of up to 3 parts over the whole catalogue, against writing out every chain:\n\n| job | brute force, times the search |\n|---|---|",
  );
  for (const [from, to, lengthIn] of [
    ["comp-3/8-m", "bc-7/8-m", { min: 10.5, max: 13 }],
    ["comp-3/8-m", "npt-3/8-f", { min: 58, max: 74 }],
  ] as const) {
    const task = {
      from,
      to,
      needs: [],
      lengthIn,
      admits: () => true,
      stock: null,
      maxParts: 3,
      kept: null,
      hidden: null,
    };
    const fast = await medianMs(() => searchChains(shop, task), 20);
    const slow = await medianMs(() => bruteForceCosts(shop, task), 5);
    console.log(`| ${from} to ${to} | ${(slow / fast).toFixed(0)} |`);
  }
}
