import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { identifier, tables } from "../../../tests/support/tables.ts";
import type { End } from "../end/index.ts";
import { textFor } from "./end-description.ts";
import { allPairs, matchEnds, VERDICT_LETTERS } from "./match.ts";
import { CONTACT_CODES, contactOf, tubeSizeIn } from "./meet.ts";

const { tables: meeting, words } = identifier;

function end(code: string): End {
  const found = meeting.ends.get(code);
  assert.ok(found, `no end ${code}`);
  return found;
}

const match = (a: string, b: string) => matchEnds(end(a), end(b), meeting, words);

describe("meet", () => {
  it("is symmetric over every pair", () => {
    for (const [at, one] of tables.ends.entries())
      for (const other of tables.ends.slice(at))
        assert.deepEqual(
          contactOf(one, other, meeting),
          contactOf(other, one, meeting),
          `${one.code} ${other.code}`,
        );
  });

  it("has words for every kind of meeting, and a figure for every brace in them", () => {
    assert.deepEqual([...words.map(({ code }) => code)].sort(), [...CONTACT_CODES].sort());
    for (const one of tables.ends)
      for (const other of tables.ends) {
        const told = textFor(contactOf(one, other, meeting), words);
        assert.doesNotMatch(`${told.feels}${told.forcing}${told.advice}`, /[{}]|NaN|undefined/);
      }
  });

  const CASES: readonly (readonly [a: string, b: string, verdict: string, code: string])[] = [
    ["comp-3/8-m", "comp-3/8-f", "fits", "fits"],
    ["g-1/2-m", "npsm-1/2-f", "washer-only", "washer-faces"],
    ["npsm-1/2-m", "g-1/2-f", "washer-only", "washer-faces"],
    ["r-1/2-m", "g-1/2-f", "washer-only", "washer-faces"],
    ["npt-1/2-m", "g-1/2-f", "washer-only", "washer-faces"],
    ["npt-1-m", "g-1-f", "starts", "foreign-pitch"],
    ["gasflare-5/8-m", "gasflare-5/8-f", "no", "gas-only"],
    ["pipe-1/2-pb", "crimp-1/2", "starts", "never-this-tube"],
    ["pipe-3/4-pb", "crimp-3/4", "starts", "never-this-tube"],
    ["pipe-1/2-pb", "expand-1/2", "starts", "never-this-tube"],
    ["pipe-1/2-pb", "crimp-3/4", "no", "tube-apart"],
    ["comp-3/16-m", "flare-3/16-f", "starts", "wrong-seat"],
    ["npt-3/4-m", "hose-3/4-f", "starts", "binds-1-to-3"],
    ["hose-3/4-m", "npt-3/4-f", "no", "no-start"],
    ["flare-3/8-m", "npt-3/8-f", "starts", "loose"],
    ["comp-3/8-m", "flare-3/8-f", "no", "slides"],
    ["comp-3/8-m", "flare-3/8-m", "no", "same-gender"],
    ["tube-15mm-copper", "push-1/2", "starts", "tube-loose"],
    ["tube-1/4-copper", "push-1/2", "no", "tube-apart"],
    ["pipe-1/2-pexal", "push-1/2", "starts", "layered-tube"],
    ["pipe-1/2-pexal", "crimp-1/2", "starts", "layered-tube"],
    ["pipe-1/2-pexal", "expand-1/2", "starts", "layered-tube"],
    ["pipe-1/2-pexal", "comp-5/8-m", "starts", "layered-tube"],
    ["pipe-1/2-pexal", "crimp-3/4", "no", "tube-apart"],
    ["npt-3/4-m", "r-3/4-f", "starts", "tapers-differ"],
    ["r-1/2-m", "npt-1/2-f", "starts", "tapers-differ"],
    ["npt-3/8-m", "r-3/8-f", "starts", "binds-under-1"],
    ["tube-1/4-copper", "flare-1/4-m", "fits", "when-flared"],
    ["tube-1/4-copper", "flare-1/4-f", "no", "nut-on-tube"],
    ["tube-1/4-copper", "flare-3/8-m", "no", "apart"],
    ["tube-1/4-pe", "flare-1/4-m", "no", "apart"],
    ["pipe-1/2-pb", "push-1/2", "starts", "tube-not-listed"],
    ["pipe-1/2-copper", "tube-3/8-copper", "no", "apart"],
  ];
  for (const [a, b, verdict, code] of CASES)
    it(`${a} with ${b}: ${code}`, () => {
      const found = match(a, b);
      assert.deepEqual([found.verdict, found.code], [verdict, code]);
      assert.equal(found.startsButWillNotSeal, verdict === "starts");
      assert.equal(found.fits, verdict === "fits");
      assert.equal(found.joint !== null, verdict === "fits");
    });

  it("the one-way look-alikes among threads go one way: the smaller or finer male starts", () => {
    for (const [small, large] of [
      ["npt-3/4", "hose-3/4"],
      ["comp-5/8", "npsm-1/2"],
      ["aer-15/16", "m24x1"],
    ] as const) {
      assert.equal(match(`${small}-m`, `${large}-f`).startsButWillNotSeal, true, small);
      assert.ok((match(`${large}-m`, `${small}-f`).turnsBeforeBind ?? 0) < 0.1, large);
    }
  });
});

describe("the joint card", () => {
  it("gives the plastic nut of a fill valve first: by hand; and the metal one beside", () => {
    const { joint } = match("bc-7/8-m", "bc-7/8-f");
    assert.ok(joint);
    assert.equal(joint.type, "flat-gasket");
    assert.deepEqual([joint.turns?.handOnly, joint.wrenches, joint.backUp], [true, [], false]);
    assert.ok(joint.variants.some(({ turns }) => turns?.handOnly === false && turns.max === 0.5));
  });
  it("gives turns, wrenches and back-up where a metal nut turns", () => {
    const { joint } = match("npsm-1/2-m", "npsm-1/2-f");
    assert.ok(joint);
    assert.deepEqual(joint.turns, { handOnly: false, min: 0.25, max: 0.5 });
    assert.equal(joint.backUp, true);
    assert.ok(joint.wrenches.length > 0 && joint.pieces.length > 0);
    assert.ok(joint.variants.some(({ turns }) => turns?.handOnly === true));
  });
  it("of a tube that is flared first is the flare's", () => {
    const flared = match("tube-3/8-copper", "flare-3/8-m");
    assert.deepEqual(flared.joint, match("flare-3/8-f", "flare-3/8-m").joint);
    assert.match(flared.advice ?? "", /nut goes on before/);
  });
  it("names a gas part whatever it meets", () => {
    for (const other of ["bc-7/8-f", "flare-5/8-f", "gasflare-5/8-f", "npt-1/2-f"])
      assert.match(match("gasflare-5/8-m", other).advice ?? "", /gas/, other);
    assert.doesNotMatch(match("bc-7/8-f", "flare-5/8-m").advice ?? "", /gas/);
  });
  it("never drops what is said of a joint", () => {
    const noteOf = (a: string, b: string) => match(a, b).joint?.note;
    assert.equal(noteOf("npt-1/2-m", "npsm-1/2-f"), "nipple-face");
    assert.equal(noteOf("m10x1-m", "m10x1-f"), "metric-tail");
    assert.equal(noteOf("aer-15/16-m", "aer-15/16-f"), "aerator");
    assert.equal(match("aer-15/16-m", "aer-15/16-f").joint?.turns?.handOnly, true);
    assert.match(match("m10x1-m", "m10x1-f").joint?.sealsOn ?? "", /o-ring/);
  });
  it("asks no wrench where nothing turns", () => {
    const { joint } = match("pipe-1/2-copper", "push-1/2");
    assert.ok(joint);
    assert.deepEqual([joint.turns, joint.backUp, joint.wrenches], [null, false, []]);
  });
});

describe("tubeSizeIn", () => {
  for (const [text, size] of [
    ["5/8", 0.625],
    ["1 1/8", 1.125],
    ["1", 1],
    ["15mm", 15 / 25.4],
    ["ips-1/2", null],
    ["", null],
  ] as const)
    it(`reads "${text}"`, () => assert.equal(tubeSizeIn(text), size));
});

describe("allPairs", () => {
  it("holds every pair's verdict, symmetric, with the diagonal told like any other", () => {
    const { order, rows } = allPairs(tables.ends, meeting, words);
    assert.equal(order.length, tables.ends.length);
    for (const [row, a] of order.entries())
      for (const [column, b] of order.entries()) {
        assert.equal(rows[row]?.[column], rows[column]?.[row]);
        if ((row * 31 + column) % 97 === 0)
          assert.equal(rows[row]?.[column], VERDICT_LETTERS[match(a, b).verdict], `${a} ${b}`);
      }
  });
});
