import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { setSize } from "../../../tests/support/set-size.ts";
import type { Block } from "./blocks.ts";
import { gridOf, leastLengthBelow, quickLeastLength } from "./least-length.ts";
import { networkOf } from "./network.ts";

interface Shape {
  readonly minutes: number;
  readonly hands: 1 | 2;
  readonly waitMin: number;
  /** Waits for the block so many places before; 0: for none. */
  readonly after: number;
}

const blocksOf = (shapes: readonly Shape[], scale: number): readonly Block[] =>
  shapes.map(({ minutes, hands, waitMin, after }, at) => {
    const earlier = after === 0 ? undefined : shapes[at - after];
    return {
      id: String(at),
      minutes: minutes * scale,
      waitMin: waitMin * scale,
      after:
        earlier === undefined
          ? []
          : [{ block: String(at - after), fromStartMin: (earlier.minutes + earlier.waitMin) * scale }],
      placed: [{ task: `t${at}`, fromMin: 0, toMin: minutes * scale, hands }],
      off: [],
      isShortest: true,
    };
  });

/** The shortest schedule on two pairs of hands: every order, each block as early as its hands and what it waits for allow. */
function shortest(blocks: readonly Block[]): number {
  let best = Number.POSITIVE_INFINITY;
  const place = (starts: ReadonlyMap<string, number>) => {
    if (starts.size === blocks.length) {
      best = Math.min(
        best,
        ...[Math.max(...blocks.map((each) => (starts.get(each.id) ?? 0) + each.minutes + each.waitMin))],
      );
      return;
    }
    for (const block of blocks) {
      if (starts.has(block.id) || !block.after.every((each) => starts.has(each.block))) continue;
      const ready = Math.max(
        0,
        ...block.after.map((each) => (starts.get(each.block) ?? 0) + each.fromStartMin),
      );
      const others = blocks.filter(({ id }) => starts.has(id));
      const ends = others.map((each) => (starts.get(each.id) ?? 0) + each.minutes);
      const hands = block.placed[0]?.hands ?? 1;
      const isFree = (start: number) =>
        [start, ...others.map(({ id }) => starts.get(id) ?? 0)]
          .filter((moment) => moment >= start - 1e-9 && moment < start + block.minutes - 1e-9)
          .every(
            (moment) =>
              others
                .filter((each) => {
                  const from = starts.get(each.id) ?? 0;
                  return from <= moment + 1e-9 && from + each.minutes > moment + 1e-9;
                })
                .reduce<number>((sum, each) => sum + (each.placed[0]?.hands ?? 1), hands) <= 2,
          );
      const start = [ready, ...ends]
        .filter((each) => each >= ready - 1e-9)
        .sort((a, b) => a - b)
        .find(isFree);
      if (start !== undefined) place(new Map([...starts, [block.id, start]]));
    }
  };
  place(new Map());
  return best;
}

const shapes = fc.array(
  fc.record({
    minutes: fc.integer({ min: 1, max: 6 }),
    hands: fc.constantFrom(1 as const, 1 as const, 2 as const),
    waitMin: fc.integer({ min: 0, max: 5 }),
    after: fc.integer({ min: 0, max: 2 }),
  }),
  { minLength: 2, maxLength: 6 },
);

describe("the least length of a schedule on two pairs of hands", () => {
  for (const [scale, name] of [
    [1, "whole minutes"],
    [0.37, "minutes on no grid"],
  ] as const)
    it(`is never above the shortest of all orders, and mostly is the shortest: ${name}`, () => {
      let [tight, quickTight, shavedTight, count] = [0, 0, 0, 0];
      fc.assert(
        fc.property(shapes, (drawn) => {
          const blocks = blocksOf(drawn, scale);
          const network = networkOf(blocks);
          const exact = shortest(blocks);
          const quick = quickLeastLength(network, 2);
          const least = leastLengthBelow(network, 2, {
            leastMin: quick,
            foundMin: exact * 1.2 + 1,
          });
          assert.ok(quick <= least + 1e-9, `${quick} ${least}`);
          assert.ok(least <= exact + 1e-6, `${least} is above ${exact}`);
          const shaved = leastLengthBelow(network, 2, {
            leastMin: least,
            foundMin: exact,
            mostNarrowings: 600,
          });
          assert.ok(shaved >= least - 1e-9 && shaved <= exact + 1e-6, `${least} ${shaved} ${exact}`);
          count += 1;
          if (shaved >= exact - 1e-6) shavedTight += 1;
          if (quick >= exact - 1e-6) quickTight += 1;
          if (least >= 0.97 * exact) tight += 1;
        }),
        { numRuns: setSize(60, 150), seed: 20261129 },
      );
      assert.ok(tight >= quickTight && tight > 0.85 * count, `${quickTight}, ${tight} of ${count}`);
      assert.ok(
        shavedTight > 0.97 * count,
        `${shavedTight} of ${count} are met once parts of windows are tried`,
      );
    });

  it("knows that work for both pairs of hands stands in the way of every other work", () => {
    // A chain of 3 x 10 minutes, and two other pieces of 10 that take both: one after another, 50 minutes.
    const blocks = blocksOf(
      [
        { minutes: 10, hands: 1, waitMin: 0, after: 0 },
        { minutes: 10, hands: 1, waitMin: 0, after: 1 },
        { minutes: 10, hands: 1, waitMin: 0, after: 1 },
        { minutes: 10, hands: 2, waitMin: 0, after: 0 },
        { minutes: 10, hands: 2, waitMin: 0, after: 0 },
      ],
      1,
    );
    assert.equal(quickLeastLength(networkOf(blocks), 2), 50);
    assert.equal(shortest(blocks), 50);
  });

  it("lies on the step all minutes follow", () => {
    const three = (minutes: number) =>
      networkOf(
        blocksOf(
          [0, 1, 2].map(() => ({ minutes, hands: 1, waitMin: 0, after: 0 })),
          1,
        ),
      );
    assert.equal(gridOf(three(5)), 5);
    assert.equal(gridOf(three(2.5)), 2.5);
    assert.ok(Math.abs((gridOf(three(1 / 3)) ?? 0) - 1 / 3) < 1e-6);
    // 15 minutes of work on two pairs of hands: 7.5, but nothing ends between two steps of five minutes.
    assert.equal(quickLeastLength(three(5), 2), 10);
  });
});
