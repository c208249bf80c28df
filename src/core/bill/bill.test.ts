import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { billFault, billOf, chargedMinutes, type Rates } from "./bill.ts";

const RATES: Rates = { hourCents: 12_000, tripCents: 4500, markUpPercent: 30, taxPercent: 15, taxOn: "all" };
const WORK = { parts: [{ label: "Toilet tank", cents: 1249 }], minutes: 52 };

describe("billOf", () => {
  it("adds parts with the mark-up, begun quarter hours, the trip and the tax", () => {
    const bill = billOf("estimate", WORK, RATES);
    // 12.49 + 30 % = 16.24; 60 min at 120 = 120.00; 45.00; 15 % of 181.24 = 27.19.
    assert.deepEqual(
      bill.lines.map(({ cents }) => cents),
      [1624, 12_000, 4500],
    );
    assert.equal(bill.minutes, 60);
    assert.equal(bill.taxCents, 2719);
    assert.equal(bill.totalCents, 20_843);
  });

  it("taxes parts alone where the shop says so", () => {
    assert.equal(billOf("estimate", WORK, { ...RATES, taxOn: "parts" }).taxCents, 244);
  });

  it("has no line for what costs nothing", () => {
    const free = billOf(
      "actual",
      { parts: [{ label: "Kept line", cents: 0 }], minutes: 0 },
      { ...RATES, tripCents: 0 },
    );
    assert.deepEqual(free.lines, []);
    assert.equal(free.totalCents, 0);
  });

  it("always adds up, and a cent moved anywhere is found", () => {
    const cents = fc.integer({ min: 0, max: 10_000_000 });
    const percent = fc.double({ min: 0, max: 100, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(fc.record({ label: fc.string(), cents }), { maxLength: 8 }),
        fc.double({ min: 0, max: 2000, noNaN: true }),
        fc.record({
          hourCents: cents,
          tripCents: cents,
          markUpPercent: percent,
          taxPercent: percent,
          taxOn: fc.constantFrom("all" as const, "parts" as const),
        }),
        (parts, minutes, rates) => {
          const bill = billOf("estimate", { parts, minutes }, rates);
          assert.equal(billFault(bill), null);
          assert.equal(billFault({ ...bill, totalCents: bill.totalCents + 1 }), "totalCents");
          assert.equal(billFault({ ...bill, taxCents: bill.taxCents + 1 }), "taxCents");
          assert.ok(bill.lines.every((line) => Number.isInteger(line.cents) && line.cents > 0));
        },
      ),
    );
  });

  it("charges begun quarter hours", () => {
    assert.deepEqual([0, 1, 15, 15.1, 60].map(chargedMinutes), [0, 15, 15, 30, 60]);
    assert.throws(() => chargedMinutes(-1), RangeError);
  });
});
