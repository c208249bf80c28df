import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { tables } from "../../../tests/support/tables.ts";
import { type Bill, billWith, EMPTY_BILL, neverWorse, unitsOf } from "./bill.ts";

const few = tables.parts.slice(0, 6);
/** Parts taken one after the other, as places in `few`. */
const taken = fc.array(fc.nat(few.length - 1), { maxLength: 6 });
const stocks = fc.option(
  fc
    .array(fc.integer({ min: 0, max: 2 }), { minLength: few.length, maxLength: few.length })
    .map((counts) => new Map(few.map((part, index) => [part.sku, counts[index] ?? 0]))),
);

function billOf(
  places: readonly number[],
  stock: ReadonlyMap<string, number> | null,
  from: Bill = EMPTY_BILL,
): Bill {
  return places.reduce((bill, place) => {
    const part = few[place];
    return part ? billWith(bill, part, 1, { stock }) : bill;
  }, from);
}

describe("billWith", () => {
  it("does not care for the order parts are taken in", () => {
    fc.assert(
      fc.property(taken, stocks, (places, stock) => {
        assert.deepEqual(billOf([...places].reverse(), stock).priceCents, billOf(places, stock).priceCents);
        assert.deepEqual(
          [...billOf([...places].reverse(), stock).missing].sort(),
          [...billOf(places, stock).missing].sort(),
        );
      }),
    );
  });

  it("misses exactly the SKUs of which more is taken than there is", () => {
    fc.assert(
      fc.property(taken, stocks, (places, stock) => {
        const { missing } = billOf(places, stock);
        for (const [index, part] of few.entries()) {
          const count = places.filter((place) => place === index).length;
          assert.equal(missing.has(part.sku), stock !== null && count > (stock.get(part.sku) ?? 0));
        }
      }),
    );
  });

  it("leaves the bill it was given alone", () => {
    const part = few[0];
    assert.ok(part);
    billWith(EMPTY_BILL, part, 3, { stock: new Map() });
    assert.deepEqual([EMPTY_BILL.priceCents, EMPTY_BILL.taken.size, EMPTY_BILL.missing.size], [0, 0, 0]);
  });
});

describe("neverWorse", () => {
  it("holds whatever is taken afterwards: the promise the search drops labels on", () => {
    fc.assert(
      fc.property(taken, taken, taken, stocks, (one, other, more, stock) => {
        const [first, second] = [billOf(one, stock), billOf(other, stock)];
        fc.pre(neverWorse(first, second));
        const [firstEnd, secondEnd] = [billOf(more, stock, first), billOf(more, stock, second)];
        assert.ok(firstEnd.priceCents <= secondEnd.priceCents);
        assert.ok(firstEnd.missing.size <= secondEnd.missing.size);
      }),
      { numRuns: 500 },
    );
  });

  it("is true of a bill against itself", () => {
    fc.assert(
      fc.property(taken, stocks, (places, stock) => neverWorse(billOf(places, stock), billOf(places, stock))),
    );
  });
});

describe("unitsOf", () => {
  const tube = tables.parts.find((part) => part.sku === "TU-14-PE");
  const riser = tables.parts.find((part) => part.kind === "riser");
  for (const [longestIn, feet] of [
    [1, 1],
    [12, 1],
    [12.01, 2],
    [96, 8],
    [97, 9],
  ] as const)
    it(`${longestIn} in of tube is ${feet} ft`, () => assert.equal(tube && unitsOf(tube, longestIn), feet));
  it("a riser is one piece however long", () => assert.equal(riser && unitsOf(riser, 30), 1));
});
