/** Random small jobs: a few parts of a catalogue at random prices, random stock, two ends, some needs. */
import fc from "fast-check";
import type { Part } from "../parts/index.ts";
import type { Need } from "./problem.ts";
import type { SearchTask } from "./search.ts";
import { openShop, type PlannerTables, type Shop } from "./shop.ts";

export interface SmallJob {
  readonly shop: Shop;
  readonly task: SearchTask;
}

const NEEDS: readonly Need[] = ["arrestor", "auto-shutoff", "backflow", "filter", "union"];
const FROM = ["comp-3/8-m", "comp-1/4-m", "npt-3/8-m", "npsm-1/2-m", "hose-3/4-m"];
const TO = [
  "bc-7/8-m",
  "npsm-1/2-m",
  "comp-1/4-m",
  "comp-3/8-f",
  "comp-3/8-m",
  "npt-3/8-f",
  "hose-3/4-m",
  "quick-1/4",
];
/** Mostly wide, so that many lines answer and compete. */
const WIDE = { min: 1, max: 120 };
const LENGTHS = [null, WIDE, WIDE, WIDE, { min: 10.5, max: 20 }, { min: 58, max: 74 }];

/** Jobs over at most `most` parts of `tables`; brute force over four parts of them stays quick. */
export function smallJob(tables: PlannerTables, most: number): fc.Arbitrary<SmallJob> {
  const priced = fc
    .subarray([...tables.parts], { minLength: Math.floor(most / 2), maxLength: most })
    .chain((parts) =>
      fc
        .array(fc.integer({ min: 1, max: 12 }), { minLength: parts.length, maxLength: parts.length })
        .map((prices) =>
          // Few different prices make ties, where a search goes wrong first.
          parts.map((part, index): Part => ({ ...part, priceCents: (prices[index] ?? 1) * 100 })),
        ),
    );
  return fc
    .record({
      parts: priced,
      from: fc.constantFrom(...FROM),
      to: fc.constantFrom(...TO),
      needs: fc.oneof(
        { weight: 4, arbitrary: fc.constant<Need[]>([]) },
        { weight: 1, arbitrary: fc.subarray([...NEEDS], { minLength: 1, maxLength: 2 }) },
      ),
      lengthIn: fc.constantFrom(...LENGTHS),
      stocked: fc.option(fc.array(fc.integer({ min: 0, max: 2 }), { minLength: most, maxLength: most })),
    })
    .map(({ parts, from, to, needs, lengthIn, stocked }) => ({
      shop: openShop({ ...tables, parts }),
      task: {
        from,
        to,
        needs,
        lengthIn,
        admits: () => true,
        stock: stocked === null ? null : new Map(parts.map((part, index) => [part.sku, stocked[index] ?? 0])),
        maxParts: 4,
      },
    }));
}
