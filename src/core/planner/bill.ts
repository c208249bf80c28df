/** What a chain costs and takes from stock. */
import { IN_PER_FT } from "../constants/index.ts";
import type { Part } from "../part/index.ts";

/** Counts the units of a part that a plan takes: whole feet for tube sold by the foot, cut from the longest wanted length; else one. */
export function unitsOf(part: Part, longestIn: number): number {
  return part.cutToLength && part.lengthIn === null ? Math.max(1, Math.ceil(longestIn / IN_PER_FT)) : 1;
}

/** What a set of parts costs and what of it is not on the truck. */
export interface Bill {
  readonly priceCents: number;
  /** Units taken of each SKU whose stock is counted. */
  readonly taken: ReadonlyMap<string, number>;
  /** SKUs of which more is taken than there is. */
  readonly missing: ReadonlySet<string>;
}

export const EMPTY_BILL: Bill = { priceCents: 0, taken: new Map(), missing: new Set() };

/** Returns the bill with one part more. `stock` null: nothing is counted and nothing missing. */
export function billWith(
  bill: Bill,
  part: Part,
  units: number,
  stock: ReadonlyMap<string, number> | null,
): Bill {
  const priceCents = bill.priceCents + part.priceCents * units;
  if (stock === null) return { ...bill, priceCents };
  const count = (bill.taken.get(part.sku) ?? 0) + units;
  const taken = new Map(bill.taken).set(part.sku, count);
  const missing = count > (stock.get(part.sku) ?? 0) ? new Set(bill.missing).add(part.sku) : bill.missing;
  return { priceCents, taken, missing };
}

/**
 * Returns true when, whatever parts follow, the first bill ends no dearer and no more incomplete than the second.
 * A part short on the first must be short on the second, and a counted part not short on the second must be
 * no further used up on the first.
 */
export function neverWorse(first: Bill, second: Bill): boolean {
  if (first.priceCents > second.priceCents) return false;
  for (const sku of first.missing) if (!second.missing.has(sku)) return false;
  for (const [sku, count] of first.taken)
    if (!second.missing.has(sku) && count > (second.taken.get(sku) ?? 0)) return false;
  return true;
}
