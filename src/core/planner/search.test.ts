import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { pipeJob, smallJob } from "../../../tests/oracles/arbitrary-catalogue.ts";
import { bruteForceCosts, type CostTriple } from "../../../tests/oracles/plan-brute-force.ts";
import { setSize } from "../../../tests/support/set-size.ts";
import { plannerIndex, tables } from "../../../tests/support/tables.ts";
import { LENGTH_KINDS, type PartKind } from "../part/index.ts";
import { bringsPieces, buildPlannerIndex, type PlannerIndex } from "./planner-index.ts";
import { searchChains } from "./search.ts";
import { type Chain, jointsOf, type SearchTask } from "./search-task.ts";

function costs(chains: readonly Chain[]): readonly CostTriple[] {
  return chains
    .map((chain) => ({
      joints: jointsOf(chain.links),
      faults: chain.faults,
      priceCents: chain.bill.priceCents,
      missing: chain.bill.missing.size,
    }))
    .sort(
      (a, b) =>
        a.faults - b.faults || a.joints - b.joints || a.priceCents - b.priceCents || a.missing - b.missing,
    );
}

const LIVELY = /comp-(3\/8|1\/4)|quick-1\/4|bc-7\/8|npt-3\/8|tube-(1\/4|3\/8)|flathead/;
/** Kinds that end a branch, begin one at pipe, or join nothing: they only thin out the small catalogues. */
const QUIET: readonly PartKind[] = ["cap", "clip", "washer", "stop", "riser"];
/** Parts that make chains likely: everything round 3/8 and 1/4 compression, and their pieces. */
const lively = {
  ...tables,
  parts: tables.parts.filter(
    ({ kind, joins, ports }) =>
      !QUIET.includes(kind) && (joins ?? ports.map(({ end }) => end)).every((code) => LIVELY.test(code)),
  ),
};

/** Parts round pipe, stops and tees. */
const piped = {
  ...tables,
  parts: tables.parts.filter(
    (part) =>
      part.joins?.some((code) => /crimp|pipe-1\/2/.test(code)) ||
      part.sku.startsWith("NP-12") ||
      part.sku.startsWith("LB-C38") ||
      (/^(ST|SS|TE|TS|VA|AD|CP)-/.test(part.sku) &&
        part.ports.some((port) => /^(push|crimp|cup)-1\/2|comp-5\/8/.test(port.end))),
  ),
};

function everyJointMates(chain: Chain, task: SearchTask, within: PlannerIndex): boolean {
  const ends = [
    task.from,
    ...chain.links.flatMap(({ passage }) => [passage.into.end, passage.out.end]),
    task.to,
  ];
  for (let at = 0; at < ends.length; at += 2) {
    const right = chain.links[at / 2];
    const brings = right !== undefined && bringsPieces(right.passage);
    if (within.meet(ends[at] ?? "", ends[at + 1] ?? "", brings) === null) return false;
  }
  return true;
}

describe("searchChains against brute force", () => {
  const runs = { seed: 20261124, numRuns: setSize(250, 1000) };

  it("finds the same Pareto costs as writing out every chain of up to 4 parts", () => {
    let withAnswer = 0;
    fc.assert(
      fc.property(smallJob(lively, 40), ({ index: small, task }) => {
        const found = costs(searchChains(small, task).chains);
        if (found.length > 0) withAnswer += 1;
        assert.deepEqual(found, bruteForceCosts(small, task));
      }),
      runs,
    );
    assert.ok(
      withAnswer > 20,
      `only ${withAnswer} of ${runs.numRuns} jobs had an answer: the test says too little`,
    );
  });

  it("finds them over the whole catalogue's kinds too", () => {
    fc.assert(
      fc.property(smallJob(tables, 60), ({ index: small, task }) => {
        assert.deepEqual(costs(searchChains(small, task).chains), bruteForceCosts(small, task));
      }),
      { seed: 7, numRuns: 150 },
    );
  });

  it("finds them for jobs that start at pipe, cut or not, closed in or not", () => {
    let withAnswer = 0;
    fc.assert(
      fc.property(pipeJob(piped, 45), ({ index: small, task }) => {
        const found = costs(searchChains(small, task).chains);
        if (found.length > 0) withAnswer += 1;
        assert.deepEqual(found, bruteForceCosts(small, task));
      }),
      { seed: 11, numRuns: setSize(120, 1000) },
    );
    assert.ok(withAnswer > 20, `only ${withAnswer} jobs had an answer`);
  });

  it("finds them for chains of up to 5 parts of a smaller catalogue", () => {
    fc.assert(
      fc.property(smallJob(lively, 22), ({ index: small, task }) => {
        const five = { ...task, maxParts: 5 };
        assert.deepEqual(costs(searchChains(small, five).chains), bruteForceCosts(small, five));
      }),
      { seed: 5, numRuns: 60 },
    );
  });

  it("never returns a chain with a joint that does not match, or with a length out of range", () => {
    fc.assert(
      fc.property(smallJob(lively, 40), ({ index: small, task }) => {
        for (const chain of searchChains(small, task).chains) {
          assert.ok(everyJointMates(chain, task, small));
          const lengths = chain.links
            .map(({ passage }) => passage.part)
            .filter((part) => LENGTH_KINDS.includes(part.kind));
          assert.equal(lengths.length, task.lengthIn === null ? 0 : 1);
          for (const need of task.needs)
            assert.ok(
              chain.links.some(({ passage }) => passage.part.functions.some((each) => each === need)),
            );
        }
      }),
      runs,
    );
  });

  it("returns no chain that another one beats", () => {
    fc.assert(
      fc.property(smallJob(lively, 40), ({ index: small, task }) => {
        const found = costs(searchChains(small, task).chains);
        for (const one of found)
          for (const other of found)
            assert.ok(
              one === other ||
                one.joints < other.joints ||
                one.faults < other.faults ||
                one.priceCents < other.priceCents ||
                one.missing < other.missing,
            );
      }),
      runs,
    );
  });

  it("does not get worse when a part is added to the catalogue", () => {
    const base: SearchTask = {
      from: "comp-3/8-m",
      to: "npt-3/8-f",
      needs: [],
      lengthIn: { min: 58, max: 74 },
      admits: () => true,
      stock: null,
      maxParts: 4,
      kept: null,
      shared: [],
      arrestorAt: null,
      faultsOf: () => 0,
      water: null,
      hidden: null,
    };
    fc.assert(
      fc.property(
        fc.subarray([...lively.parts], { minLength: 6 }),
        fc.nat(lively.parts.length - 1),
        (parts, extra) => {
          const added = lively.parts[extra];
          if (!added || parts.includes(added)) return;
          const before = costs(searchChains(buildPlannerIndex({ ...tables, parts }), base).chains);
          // A further adapter may forbid two in a row, so only lengths and pieces are added here.
          if (!LENGTH_KINDS.includes(added.kind) && added.joins === null) return;
          const after = costs(
            searchChains(buildPlannerIndex({ ...tables, parts: [...parts, added] }), base).chains,
          );
          for (const cost of before)
            assert.ok(
              after.some(
                (other) =>
                  other.joints <= cost.joints &&
                  other.priceCents <= cost.priceCents &&
                  other.missing <= cost.missing,
              ),
            );
        },
      ),
      { seed: 3, numRuns: 80 },
    );
  });
});

describe("searchChains", () => {
  const task: SearchTask = {
    from: "comp-3/8-m",
    to: "bc-7/8-m",
    needs: [],
    lengthIn: { min: 10.5, max: 13 },
    admits: () => true,
    stock: null,
    maxParts: 4,
    kept: null,
    shared: [],
    arrestorAt: null,
    faultsOf: () => 0,
    water: null,
    hidden: null,
  };

  it("joins two ends that meet directly with nothing between", () => {
    const { chains, complete } = searchChains(plannerIndex, { ...task, to: "comp-3/8-f", lengthIn: null });
    assert.equal(chains[0]?.links.length, 0);
    assert.equal(complete, true);
  });

  it("prices tube by the started foot of the longest length wanted", () => {
    const tube = tables.parts.find((part) => part.sku === "TU-14-PE");
    const only = {
      ...task,
      from: "quick-1/4",
      to: "quick-1/4",
      lengthIn: { min: 80, max: 97 },
      admits: (part: { sku: string }) => part.sku === "TU-14-PE",
    };
    assert.equal(searchChains(plannerIndex, only).chains[0]?.bill.priceCents, (tube?.priceCents ?? 0) * 9);
  });

  it("counts two of one part against a stock of one", () => {
    const stock = new Map(tables.parts.map((part) => [part.sku, part.sku === "KF-14-CU" ? 1 : 99]));
    const copper = { ...task, from: "comp-1/4-m", to: "comp-1/4-m", lengthIn: { min: 80, max: 96 }, stock };
    const { chains } = searchChains(plannerIndex, {
      ...copper,
      admits: ({ sku }) => sku === "TU-14-CU" || sku === "KF-14-CU",
    });
    assert.deepEqual([...(chains[0]?.bill.missing ?? [])], ["KF-14-CU"]);
  });

  it("says that it is not complete when a longer chain might still matter", () => {
    const { chains, complete } = searchChains(plannerIndex, {
      ...task,
      to: "npt-3/8-f",
      lengthIn: { min: 58, max: 74 },
      maxParts: 1,
    });
    assert.equal(chains.length, 0);
    assert.equal(complete, false);
  });

  it("finds nothing from an end nobody lists, without a fault", () => {
    assert.deepEqual(searchChains(plannerIndex, { ...task, from: "no-such-end" }).chains, []);
  });
});
