import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { tables } from "../../../tests/support/tables.ts";
import { type End, endTable } from "../end/index.ts";
import { mate } from "./joint.ts";
import { ruleFor, wrenchesFor } from "./make-up.ts";

const ends = endTable(tables.ends);

function end(code: string): End {
  const found = ends.get(code);
  assert.ok(found, `no end ${code}`);
  return found;
}

const MAKES: readonly (readonly [string, string, string])[] = [
  ["comp-3/8-m", "comp-3/8-f", "cone-gasket"],
  ["bc-7/8-m", "bc-7/8-f", "flat-gasket"],
  ["npsm-1/2-m", "npsm-1/2-f", "flat-gasket"],
  ["npt-1/2-m", "npsm-1/2-f", "flat-gasket"],
  ["npt-3/8-m", "npt-3/8-f", "taper-thread"],
  ["hose-3/4-m", "hose-3/4-f", "hose-thread"],
  ["flare-1/4-m", "flare-1/4-f", "flare"],
  ["comp-3/8-m", "tube-3/8-copper", "ferrule"],
  ["comp-1/4-m", "tube-1/4-pe", "ferrule"],
  ["quick-1/4", "tube-1/4-pe", "quick-connect"],
  ["npsm-1/2-m", "nose-1/2", "riser-cone"],
];

/** Pairs that look alike and must not be taken for a joint (trade practice). */
const REFUSES: readonly (readonly [string, string])[] = [
  ["comp-1/4-m", "flare-1/4-f"],
  ["comp-3/8-m", "comp-1/4-f"],
  ["comp-3/8-m", "comp-3/8-m"],
  ["comp-3/8-f", "comp-3/8-f"],
  ["hose-3/4-m", "npt-3/4-f"],
  ["npt-3/4-m", "hose-3/4-f"],
  ["flare-3/8-m", "npt-3/8-f"],
  ["npsm-1/2-m", "npt-1/2-f"],
  ["bc-7/8-m", "npsm-1/2-f"],
  ["comp-3/8-m", "tube-1/4-copper"],
];

describe("mate", () => {
  for (const [a, b, type] of MAKES)
    it(`${a} with ${b} makes ${type}`, () => assert.equal(mate(end(a), end(b), tables.matings)?.type, type));
  for (const [a, b] of REFUSES)
    it(`${a} with ${b} makes nothing`, () => assert.equal(mate(end(a), end(b), tables.matings), null));

  it("does not care which end is named first, for every pair in the table", () => {
    for (const a of tables.ends)
      for (const b of tables.ends)
        assert.equal(mate(a, b, tables.matings), mate(b, a, tables.matings), `${a.code} ${b.code}`);
  });
});

function rule(a: string, b: string, plastic: readonly [boolean, boolean] = [false, false]) {
  const mating = mate(end(a), end(b), tables.matings);
  assert.ok(mating);
  return ruleFor(
    mating,
    { end: end(a), plastic: plastic[0] },
    { end: end(b), plastic: plastic[1] },
    tables.joints,
  );
}

describe("ruleFor", () => {
  const cases = [
    {
      name: "metal nut on a metal shank",
      got: rule("bc-7/8-m", "bc-7/8-f"),
      turns: [0.25, 0.5],
      handOnly: false,
    },
    {
      name: "plastic nut is for the hand",
      got: rule("bc-7/8-m", "bc-7/8-f", [true, true]),
      turns: [0, 0],
      handOnly: true,
    },
    {
      name: "metal nut on a plastic shank stops early",
      got: rule("bc-7/8-m", "bc-7/8-f", [true, false]),
      turns: [0.125, 0.25],
      handOnly: false,
    },
    {
      name: "1/4 copper wants more turn",
      got: rule("comp-1/4-m", "tube-1/4-copper"),
      turns: [0.75, 1.25],
      handOnly: false,
    },
    { name: "3/8 copper", got: rule("comp-3/8-m", "tube-3/8-copper"), turns: [0.75, 1], handOnly: false },
    {
      name: "5/8 copper pipe takes the general rule",
      got: rule("comp-5/8-m", "pipe-1/2-copper"),
      turns: [0.5, 1],
      handOnly: false,
    },
    {
      name: "plastic tube after snug",
      got: rule("comp-1/4-m", "tube-1/4-pe"),
      turns: [0.5, 0.75],
      handOnly: false,
    },
    {
      name: "CPVC under a ferrule is gentle",
      got: rule("comp-5/8-m", "pipe-1/2-cpvc"),
      turns: [0.25, 0.5],
      handOnly: false,
    },
    { name: "taper metal in metal", got: rule("npt-1/2-m", "npt-1/2-f"), turns: [1.5, 3], handOnly: false },
    {
      name: "metal taper into a plastic body is gentle",
      got: rule("npt-3/8-m", "npt-3/8-f", [false, true]),
      turns: [1, 1.5],
      handOnly: false,
    },
  ];
  for (const { name, got, turns, handOnly } of cases)
    it(name, () => {
      assert.deepEqual([got.turns?.min, got.turns?.max], turns);
      assert.equal(got.handOnly, handOnly);
    });

  it("gives no sealant to any joint that seals on rubber, a ferrule, a flare or by pushing", () => {
    const dry = [
      "flat-gasket",
      "cone-gasket",
      "ferrule",
      "riser-cone",
      "flare",
      "push-fit",
      "quick-connect",
      "hose-thread",
    ];
    for (const each of tables.joints.filter(({ type }) => dry.includes(type)))
      assert.equal(each.sealant, "none", each.id);
  });

  it("has a rule for every mating, whatever is plastic", () => {
    for (const mating of tables.matings) {
      const matching = (side: typeof mating.a) =>
        tables.ends.filter((each) => each.family === side.family && each.gender === side.gender);
      for (const a of matching(mating.a))
        for (const b of matching(mating.b))
          if (mate(a, b, tables.matings) === mating)
            for (const plastic of [true, false])
              assert.equal(
                ruleFor(mating, { end: a, plastic }, { end: b, plastic: false }, tables.joints).type,
                mating.type,
              );
    }
  });
});

describe("wrenchesFor", () => {
  it("shows both common sizes of a 3/8 compression nut", () => {
    assert.deepEqual(
      wrenchesFor(rule("comp-3/8-m", "comp-3/8-f"), end("comp-3/8-m"), end("comp-3/8-f"), ends),
      ["5/8 in", "11/16 in"],
    );
  });
  it("takes the nut's size for a ferrule, whichever end comes first", () => {
    const wanted = ["5/8 in", "11/16 in"];
    assert.deepEqual(
      wrenchesFor(rule("comp-3/8-m", "tube-3/8-copper"), end("tube-3/8-copper"), end("comp-3/8-m"), ends),
      wanted,
    );
  });
  it("asks for none where a hand does it or nothing turns", () => {
    assert.deepEqual(
      wrenchesFor(rule("bc-7/8-m", "bc-7/8-f", [true, true]), end("bc-7/8-m"), end("bc-7/8-f"), ends),
      [],
    );
    assert.deepEqual(
      wrenchesFor(rule("quick-1/4", "tube-1/4-pe"), end("quick-1/4"), end("tube-1/4-pe"), ends),
      [],
    );
  });
});
