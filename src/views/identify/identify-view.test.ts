import assert from "node:assert/strict";
import { describe, it } from "node:test";
import {
  lookingLike,
  lookOf,
  noClues,
  readClues,
  readCount,
  readingText,
  readReading,
  withChange,
} from "./clues.ts";
import { CARD_LONG_IN, keepScale, NOMINAL, readScale } from "./scale.ts";
import { verdictOf } from "./verdict-kind.ts";

const CALIPER_IN = 0.005;

describe("clues", () => {
  it("nothing said is no evidence and no fault", () => {
    const { measured, faults } = readClues(noClues("faucet"), CALIPER_IN);
    assert.deepEqual(faults, {});
    assert.deepEqual(
      [measured.outsideIn, measured.span, measured.gender, measured.where],
      [null, null, null, "faucet"],
    );
    assert.equal("count" in measured || "threaded" in measured, false);
  });

  it("reads inches, fractions and millimetres alike", () => {
    for (const [text, inches] of [
      ["0.5625", 0.5625],
      [".5625", 0.5625],
      ["9/16", 0.5625],
      ["14.2875 mm", 0.5625],
      ["1 1/8", 1.125],
    ] as const)
      assert.ok(Math.abs((readReading(text).value ?? 0) - inches) < 1e-9, text);
  });

  it("turns everything typed and ticked into evidence", () => {
    const clues = {
      ...noClues("stop-outlet"),
      outside: "9/16",
      count: "12",
      span: "0.209",
      further: "0.564",
      gender: "male" as const,
      threaded: "yes" as const,
      taper: "no" as const,
      flank: "60" as const,
      material: "brass",
      seats: ["cone" as const],
    };
    assert.deepEqual(readClues(clues, CALIPER_IN), {
      faults: {},
      measured: {
        outsideIn: 0.5625,
        insideIn: null,
        toleranceIn: CALIPER_IN,
        threadsPerInch: null,
        tpiTolerance: 1,
        count: { threads: 12, overIn: 0.5 },
        span: { crests: 6, spanIn: 0.209, toleranceIn: 0.005 },
        further: { outsideIn: 0.564, alongIn: 0.375 },
        flankDeg: 60,
        gender: "male",
        threaded: true,
        taper: "no",
        material: "brass",
        seal: ["cone"],
        where: "stop-outlet",
      },
    });
  });

  const WRONG: readonly (readonly [Partial<ReturnType<typeof noClues>>, string, RegExp])[] = [
    [{ outside: "-0.5" }, "outside", /below nothing/],
    [{ outside: "9'" }, "outside", /no supply end/],
    [{ outside: "half" }, "outside", /not a length/],
    [{ count: "12.5" }, "count", /whole threads/],
    [{ count: "400" }, "count", /whole threads/],
    [{ outside: "0.5", inside: "0.7" }, "inside", /larger than the outside/],
    [{ threaded: "no", count: "12" }, "sight", /No thread is ticked/],
    [{ taper: "yes", seats: ["o-ring"] }, "sight", /no o-ring/],
  ];
  for (const [change, field, says] of WRONG)
    it(`${JSON.stringify(change)} is explained at ${field}`, () => {
      const { faults } = readClues({ ...noClues("unknown"), ...change }, CALIPER_IN);
      assert.match(faults[field as keyof typeof faults] ?? "", says);
    });

  it("a seat takes 'none' away and 'none' takes the seats", () => {
    const seen = withChange(noClues("unknown"), { seats: ["cone"] });
    assert.deepEqual(withChange(seen, { noSeat: true }).seats, []);
    assert.equal(withChange({ ...seen, noSeat: true }, { seats: ["flat"] }).noSeat, false);
  });

  it("writes a reading as a caliper shows it", () => {
    assert.deepEqual([0.5612, 0.5617, 1, 0.21049].map(readingText), ["0.561", "0.5615", "1.000", "0.2105"]);
  });

  it("counts are whole and few", () => {
    assert.equal(readCount("").fault, null);
    assert.equal(readCount("12").value, 12);
    assert.equal(readCount("0").value, null);
  });
});

function memory(): {
  getItem: (key: string) => string | null;
  setItem: (key: string, value: string) => void;
} {
  const kept = new Map<string, string>();
  return { getItem: (key) => kept.get(key) ?? null, setItem: (key, value) => void kept.set(key, value) };
}

describe("the screen's scale", () => {
  it("is nominal until a card was held up, then true at every zoom", () => {
    const store = memory();
    assert.equal(readScale(store, 1), NOMINAL);
    assert.deepEqual(keepScale(store, 110, 1), { pxPerIn: 110, isCalibrated: true });
    assert.equal(readScale(store, 1).pxPerIn, 110);
    assert.equal(readScale(store, 2).pxPerIn, 55);
    assert.ok(Math.abs(CARD_LONG_IN * 25.4 - 85.6) < 1e-9);
  });
  it("lives through a store that is broken or full", () => {
    const broken = {
      getItem: () => "{",
      setItem: () => {
        throw new Error("full");
      },
    };
    assert.equal(readScale(broken, 1), NOMINAL);
    assert.equal(keepScale(broken, 100, 1).pxPerIn, 100);
    assert.equal(readScale({ ...memory(), getItem: () => '{"devicePxPerIn":"x"}' }, 1), NOMINAL);
  });
});

describe("the look of an end", () => {
  it("is read back as it was chosen", () => {
    for (const look of ["male-thread", "female-thread", "smooth", "socket", "unknown"] as const)
      assert.equal(lookOf(lookingLike(look)), look);
    assert.equal(lookOf({ threaded: "yes", gender: "unknown" }), null);
  });
});

describe("where a reading stands", () => {
  const candidate = (end: string | null, probability: number) => ({
    end,
    name: end ?? "None of these",
    thread: null,
    probability,
    why: [],
    twins: [],
  });
  const cases = [
    { name: "one end beyond doubt", candidates: [candidate("a", 0.97), candidate("b", 0.03)], is: "is" },
    { name: "two that share nearly all", candidates: [candidate("a", 0.6), candidate("b", 0.37)], is: "two" },
    {
      name: "several",
      candidates: [candidate("a", 0.5), candidate("b", 0.3), candidate("c", 0.2)],
      is: "open",
    },
    { name: "nothing listed", candidates: [candidate(null, 0.8), candidate("a", 0.2)], is: "none" },
    { name: "one and the unlisted", candidates: [candidate("a", 0.7), candidate(null, 0.3)], is: "open" },
    { name: "no candidate at all", candidates: [], is: "none" },
  ] as const;
  for (const { name, candidates, is } of cases)
    it(`with ${name}: ${is}`, () => assert.equal(verdictOf({ candidates }), is));
});
