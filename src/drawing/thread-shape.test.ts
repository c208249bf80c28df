import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { identifier } from "../../tests/support/tables.ts";
import { combPath, shapeOf } from "./thread-shape.ts";

const coordinates = (path: string) =>
  [...path.matchAll(/(-?[\d.]+) (-?[\d.]+)/g)].map(([, x, y]) => [Number(x), Number(y)] as const);
const shape = (code: string) => {
  const profile = identifier.profiles.find(({ end }) => end.code === code);
  assert.ok(profile);
  return { profile, drawn: shapeOf(profile) };
};

describe("silhouettes", () => {
  it("lie inside their frame and are all closed, for every end", () => {
    for (const profile of identifier.profiles) {
      const { widthIn, heightIn, body, inner, seat } = shapeOf(profile);
      for (const path of [...body, ...inner, ...(seat === null ? [] : [seat])]) {
        assert.match(path, /^M.*Z$/);
        for (const [x, y] of coordinates(path))
          assert.ok(
            x >= -1e-3 && x <= widthIn + 1e-3 && y >= -1e-3 && y <= heightIn + 1e-3,
            profile.end.code,
          );
      }
    }
  });
  it("a male thread is as wide over its crests as a caliper reads, with its crests a pitch apart", () => {
    const { profile, drawn } = shape("comp-3/8-m");
    const xs = coordinates(drawn.body[0] ?? "").map(([x]) => x);
    const across = Math.max(...xs) - Math.min(...xs);
    assert.ok(profile.reads.low - 1e-3 <= across && across <= profile.reads.high + 1e-3, `${across}`);
    const right = coordinates(drawn.body[0] ?? "").filter(([x]) => x > Math.max(...xs) - 1e-3);
    for (const [at, [, y]] of right.slice(1).entries())
      assert.ok(Math.abs(y - (right[at]?.[1] ?? 0) - 1 / 24) < 1e-3);
  });
  it("a taper thread widens away from its end by 1 in 16", () => {
    const { drawn } = shape("npt-1/2-m");
    // The right side comes first, root and crest in turn.
    const crests = coordinates(drawn.body[0] ?? "").filter(
      ([x], at, all) => x > drawn.widthIn / 2 && x > (all[at - 1]?.[0] ?? 9) && x > (all[at + 1]?.[0] ?? 9),
    );
    // The last one is the step to the shoulder.
    const [first, last] = [crests[0], crests.at(-2)];
    assert.ok(first && last && last[1] > first[1]);
    assert.ok(Math.abs((last[0] - first[0]) / (last[1] - first[1]) - 1 / 32) < 0.004);
  });
  it("a tube shows its bore", () => {
    const { profile, drawn } = shape("tube-1/4-copper");
    const xs = coordinates(drawn.inner[0] ?? "").map(([x]) => x);
    assert.ok(Math.abs(Math.max(...xs) - Math.min(...xs) - (profile.end.boreIn ?? 0)) < 1e-3);
  });
  it("a comb has its valleys a pitch apart", () => {
    const valleys = coordinates(combPath(0.05, 10))
      .filter(([, y]) => y > 0.03)
      .map(([x]) => x);
    assert.equal(valleys.length, 10);
    for (const [at, x] of valleys.slice(1).entries())
      assert.ok(Math.abs(x - (valleys[at] ?? 0) - 0.05) < 1e-3);
  });
});
