/** Random small jobs: a few parts of a catalogue at random prices, random stock, two ends, some needs. */
import fc from "fast-check";
import type { Part, PartFunction } from "../../src/core/part/index.ts";
import {
  buildPlannerIndex,
  type PlannerIndex,
  type PlannerTables,
} from "../../src/core/planner/planner-index.ts";
import type { SearchTask } from "../../src/core/planner/search-task.ts";

export interface SmallJob {
  readonly index: PlannerIndex;
  readonly task: SearchTask;
}

const NEEDS: readonly PartFunction[] = [
  "arrestor",
  "auto-shutoff",
  "backflow",
  "filter",
  "union",
  "shut-off",
];
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
        { weight: 4, arbitrary: fc.constant<PartFunction[]>([]) },
        { weight: 1, arbitrary: fc.subarray([...NEEDS], { minLength: 1, maxLength: 2 }) },
      ),
      lengthIn: fc.constantFrom(...LENGTHS),
      kept: fc.oneof(
        { weight: 3, arbitrary: fc.constant(null) },
        { weight: 1, arbitrary: fc.constantFrom("comp-3/8-f", "comp-1/4-f", "hose-3/4-f", "bc-7/8-m") },
      ),
      faults: fc.array(fc.integer({ min: 0, max: 2 }), { minLength: most, maxLength: most }),
      losses: fc.array(fc.integer({ min: 0, max: 6 }), { minLength: most, maxLength: most }),
      shared: fc.subarray<PartFunction>(["auto-shutoff", "filter", "backflow"]),
      arrestorAt: fc.constantFrom("valve" as const, "stop" as const, null),
      mostPsi: fc.option(fc.integer({ min: -1, max: 14 }), { freq: 2 }),
      stocked: fc.option(fc.array(fc.integer({ min: 0, max: 2 }), { minLength: most, maxLength: most })),
    })
    .map(
      ({ parts, from, to, needs, lengthIn, kept, stocked, faults, losses, mostPsi, shared, arrestorAt }) => ({
        index: buildPlannerIndex({ ...tables, parts }),
        task: {
          from,
          to,
          needs,
          lengthIn,
          admits: () => true,
          stock:
            stocked === null ? null : new Map(parts.map((part, index) => [part.sku, stocked[index] ?? 0])),
          maxParts: 4,
          kept:
            kept === null
              ? null
              : { end: kept, isThroughPipe: false, fork: stocked === null ? "before-line" : "after-line" },
          shared,
          arrestorAt,
          faultsOf: (part) => faults[parts.indexOf(part)] ?? 0,
          water:
            mostPsi === null
              ? null
              : { mostPsi, lossOf: ({ passage }) => losses[parts.indexOf(passage.part)] ?? 0 },
          hidden: null,
        },
      }),
    );
}

const CLOSED_IN = ["solder", "press", "crimp", "taper-thread", "push-fit"];

/** Jobs that start at pipe: a stop must come, the pipe may be cut through, some of it may be closed in. */
export function pipeJob(tables: PlannerTables, most: number): fc.Arbitrary<SmallJob> {
  return fc
    .record({
      job: smallJob(tables, most),
      from: fc.constantFrom("pipe-1/2-copper", "pipe-1/2-pex"),
      to: fc.constantFrom("bc-7/8-m", "npsm-1/2-m", "comp-3/8-m", "comp-1/4-m"),
      isCut: fc.boolean(),
      isHidden: fc.boolean(),
    })
    .map(({ job: { index, task }, from, to, isCut, isHidden }) => ({
      index,
      task: {
        ...task,
        from,
        to,
        lengthIn: WIDE,
        needs: ["shut-off" as const],
        kept: isCut ? { end: from, isThroughPipe: true, fork: "before-line" as const } : null,
        hidden: isHidden ? (type: string) => CLOSED_IN.includes(type) : null,
      },
    }));
}
