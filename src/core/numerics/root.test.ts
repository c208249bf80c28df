import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { rootBetween } from "./root.ts";

describe("rootBetween", () => {
  for (const [name, rising, from, to, root] of [
    ["of a line", (x: number) => 3 * x - 1, 0, 5, 1 / 3],
    ["of a square", (x: number) => x * x - 2, 0, 10, Math.SQRT2],
    ["of a steep curve", (x: number) => Math.exp(x) - 1e6, 0, 100, Math.log(1e6)],
    ["at an end", (x: number) => x, 0, 1, 0],
  ] as const)
    it(name, () => assert.ok(Math.abs(rootBetween(rising, from, to) - root) < 1e-9));

  it("lies where the function changes sign, for any rising power", () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 9, noNaN: true }),
        fc.double({ min: 0.01, max: 0.99, noNaN: true }),
        (power, root) => {
          const found = rootBetween((x) => x ** power - root ** power, 0, 1);
          assert.ok(Math.abs(found - root) < 1e-8, `${found}`);
        },
      ),
    ));

  it("refuses a bracket without a change of sign", () =>
    assert.throws(() => rootBetween((x) => x + 1, 0, 1), /no change of sign/));
});
