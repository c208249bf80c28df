import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { reconcile } from "./reconcile.ts";

describe("the joints against the gauge", () => {
  it("agree when one leak can be both, and say what may still hide", () => {
    const { agree, hiddenUpTo, line } = reconcile({ low: 0.05, high: 0.12 }, { low: 0.06, high: 0.1 });
    assert.equal(agree, true);
    assert.ok(Math.abs((hiddenUpTo ?? 0) - 0.05) < 1e-12);
    assert.match(line, /accounts for .*up to 0\.05 mL\/min could still hide/);
  });
  it("ask for a second leak when the section lost more", () => {
    const { agree, hiddenAtLeast, line } = reconcile({ low: 0.01, high: 0.03 }, { low: 0.1, high: 0.3 });
    assert.deepEqual([agree, Number(hiddenAtLeast.toFixed(6))], [false, 0.07]);
    assert.match(line, /second leak of at least 0\.07/);
  });
  it("say that nobody has seen what the section lost", () =>
    assert.match(
      reconcile(null, { low: 0.02, high: null }).line,
      /no joint was wet: a leak nobody has seen/,
    ));
  it("suspect the stop when more drips than is lost", () =>
    assert.match(reconcile({ low: 0.5, high: 0.9 }, { low: 0, high: 0.01 }).line, /the stop feeds it/));
  it("say what stays open when all is dry and tight", () =>
    assert.match(reconcile(null, { low: 0, high: 0.004 }).line, /Nothing was seen .*up to 0\.004/));
  it("never hide less than nothing, and agree exactly when the ranges meet", () => {
    const range = fc
      .tuple(fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true }))
      .map(([low, more]) => ({ low, high: low + more }));
    fc.assert(
      fc.property(range, range, (seen, lost) => {
        const { agree, hiddenUpTo, hiddenAtLeast } = reconcile(seen, lost);
        const meet = seen.low <= lost.high && lost.low <= seen.high;
        return agree === meet && (hiddenUpTo ?? 0) >= 0 && hiddenAtLeast >= 0;
      }),
    );
  });
});
