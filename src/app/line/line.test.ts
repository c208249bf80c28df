import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { plannerIndex, tables } from "../../../tests/support/tables.ts";
import { computeHere } from "../../compute/compute.ts";
import { DEFAULT_MARGINS, rateLength, setupFault } from "../../core/line/index.ts";
import { marginsFor, planHookup } from "../../core/planner/index.ts";
import { planRequestOf, surveyFromPreset } from "../../core/survey/index.ts";
import { lineSetupOf } from "../../core/survey/space.ts";
import { AppError } from "../http/app-error.ts";
import { readCard } from "./bending-card.ts";
import { assumedSpace, fitAnswer, insertsFor, lineFamilies } from "./line.ts";

const BODY = {
  a: { at: [0, 0, 0], direction: [0, 1, 0] },
  b: { at: [1, 9, 0], direction: [0, -1, 0] },
  cuffIn: 0.75,
  minBendRadiusIn: 2.25,
  lengthsIn: [9, 12, 30],
} satisfies Parameters<typeof fitAnswer>[1];
const tools = { compute: computeHere(tables) };

describe("fitAnswer", () => {
  it("rates each length asked about, in that order", async () => {
    const answer = await fitAnswer(tools, BODY);
    assert.deepEqual(
      answer.fits.map(({ rating }) => rating),
      ["short", "tight-bend", "good"],
    );
    assert.equal(answer.fits[0]?.minRadiusIn, null);
    assert.equal(answer.best?.lengthIn, 30);
    assert.equal(answer.shortestGoodIn, answer.goodIntervalsIn[0]?.[0]);
  });

  it("names the field of a bench that cannot be", async () => {
    await assert.rejects(fitAnswer(tools, { ...BODY, b: { ...BODY.b, at: [0, 0, 0] } }), (error) => {
      assert.ok(error instanceof AppError);
      assert.equal(error.code, "invalid");
      assert.deepEqual(
        error.fields.map(({ path }) => path),
        ["b.at"],
      );
      return true;
    });
  });

  it("takes the shop's margin for taut", async () => {
    const near = { ...BODY, minBendRadiusIn: 0.2, lengthsIn: [9.9] };
    assert.equal((await fitAnswer(tools, near)).fits[0]?.rating, "good");
    assert.equal((await fitAnswer(tools, { ...near, tautIn: 1 })).fits[0]?.rating, "taut");
    assert.equal(marginsFor({ lineSlack: "inch" }).lengthIn, 1);
    assert.equal(marginsFor({}).lengthIn, 0.25);
  });
});

describe("what the line page is given", () => {
  it("puts lines that go on both ends first, each with its stock lengths rising", () => {
    const families = lineFamilies(plannerIndex, { supply: "comp-3/8-m", inlet: "bc-7/8-m" });
    assert.ok(families[0]?.goesOnBoth);
    assert.equal(families.at(-1)?.goesOnBoth, false);
    for (const { lengthsIn, cuffIn } of families) {
      assert.deepEqual(
        lengthsIn,
        [...lengthsIn].sort((a, b) => a - b),
      );
      assert.ok(lengthsIn.length > 0 && cuffIn > 0);
    }
    const listed = tables.parts.filter(({ kind }) => kind === "line").length;
    assert.equal(
      families.reduce((sum, { lengthsIn }) => sum + lengthsIn.length, 0),
      listed,
    );
  });

  it("offers parts that meet the end, by the port that does", () => {
    const inserts = insertsFor(plannerIndex, "hose-3/4-m");
    assert.ok(inserts.some(({ sku }) => sku === "AR-H34H34"));
    for (const { into, out } of inserts) {
      assert.ok(plannerIndex.meet("hose-3/4-m", into));
      assert.notEqual(into, out);
    }
  });

  it("rates the line of every preset's first plan good where its ends are taken to lie", () => {
    for (const preset of tables.presets) {
      const survey = surveyFromPreset(preset, "");
      const [plan] = planHookup(plannerIndex, planRequestOf(survey, null)).plans;
      const line = plan?.parts.find(({ kind }) => kind === "line");
      const part = tables.parts.find(({ sku }) => sku === line?.sku);
      if (part === undefined || part.lengthIn === null) continue;
      const { cuffIn, minBendRadiusIn, lengthIn } = part;
      assert.ok(cuffIn !== null && minBendRadiusIn !== null);
      const setup = lineSetupOf(assumedSpace(survey), { cuffIn, minBendRadiusIn });
      assert.equal(rateLength(setup, lengthIn, DEFAULT_MARGINS).rating, "good", `${preset.id} ${part.name}`);
    }
  });

  it("assumes a sound bench for every preset", () => {
    for (const preset of tables.presets) {
      const space = assumedSpace(surveyFromPreset(preset, ""));
      assert.equal(setupFault(lineSetupOf(space, { cuffIn: 1, minBendRadiusIn: 2 })), null, preset.id);
    }
  });
});

describe("a bending card's address", () => {
  const query =
    "tube=3/8&rise=12&first=2&second=0&laid=one-offset&angle=45&radius=0.9375&seatFirst=0.375&seatLast=0.375&straight=1&stretch=0";
  it("is read back into the riser, or told what is wrong with it", () => {
    const read = readCard(new URLSearchParams(query));
    assert.ok(read.ok);
    assert.equal(read.value.riser.marks.length, 3);
    for (const [change, words] of [
      ["rise=x", /rise: must be a number/],
      ["rise=2", /Too little rise/],
      ["angle=120", /angle/],
      ["tube=<b>", /tube/],
      ["rise=900", /over 20 ft/],
    ] as const) {
      const wrong = new URLSearchParams(query);
      for (const [key, value] of new URLSearchParams(change)) wrong.set(key, value);
      const refused = readCard(wrong);
      assert.ok(!refused.ok && words.test(refused.fault), change);
    }
  });
});
