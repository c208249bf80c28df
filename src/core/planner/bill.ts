/** What a chain costs and takes from stock. */
import { IN_PER_FT } from "../constants/index.ts";
import { isByTheFoot, type Part } from "../part/index.ts";

/** Counts the units of a part that a plan takes: whole feet for tube sold by the foot, cut from the longest wanted length; else one. */
export function unitsOf(part: Part, longestIn: number): number {
  return isByTheFoot(part) ? Math.max(1, Math.ceil(longestIn / IN_PER_FT)) : 1;
}

/** What a second piece cut from the same pipe or tube adds, feet: its cut and its joints take some. */
export const REST_FT = 1;

/** Returns what a piece costs in the price of a job, cents: its share of the pack. */
const pieceCents = ({ priceCents, pack }: Part): number => Math.ceil(priceCents / pack);

/** What a set of parts costs and what of it is not on the truck. */
export interface Bill {
  readonly priceCents: number;
  /** Units taken of each SKU whose stock is counted. */
  readonly taken: ReadonlyMap<string, number>;
  /** SKUs of which more is taken than there is. */
  readonly missing: ReadonlySet<string>;
}

export const EMPTY_BILL: Bill = { priceCents: 0, taken: new Map(), missing: new Set() };

/** What is at hand, by SKU. */
export interface Supplies {
  /** On the truck; null: not counted, and nothing is missing. */
  readonly stock: ReadonlyMap<string, number> | null;
  /** What came with the job and costs nothing; absent: nothing. */
  readonly inBox?: ReadonlyMap<string, number>;
}

/** Returns the least that units of a part can cost: nothing where some of it came with the job. */
export function leastCents(part: Part, units: number, { inBox }: Supplies): number {
  return inBox?.has(part.sku) ? 0 : pieceCents(part) * units;
}

/** Returns the bill with one part more; what came with the job is used first. */
export function billWith(bill: Bill, part: Part, units: number, { stock, inBox }: Supplies): Bill {
  const free = inBox?.get(part.sku) ?? 0;
  if (stock === null && free === 0)
    return { ...bill, priceCents: bill.priceCents + pieceCents(part) * units };
  const before = bill.taken.get(part.sku) ?? 0;
  const count = before + units;
  const paid = Math.max(0, count - free) - Math.max(0, before - free);
  const isShort = stock !== null && count > (stock.get(part.sku) ?? 0) * part.pack + free;
  return {
    priceCents: bill.priceCents + pieceCents(part) * paid,
    taken: new Map(bill.taken).set(part.sku, count),
    missing: isShort ? new Set(bill.missing).add(part.sku) : bill.missing,
  };
}

/**
 * Returns true when, whatever parts follow, the first bill ends no dearer and no more incomplete than the second.
 * A part short on the first must be short on the second, and a counted part not short on the second, or one that
 * came with the job, must be no further used up on the first.
 */
export function neverWorse(first: Bill, second: Bill, inBox: Supplies["inBox"] = undefined): boolean {
  if (first.priceCents > second.priceCents) return false;
  for (const sku of first.missing) if (!second.missing.has(sku)) return false;
  for (const [sku, count] of first.taken)
    if ((!second.missing.has(sku) || inBox?.has(sku)) && count > (second.taken.get(sku) ?? 0)) return false;
  return true;
}
