/** Small rules about what a device keeps and shows: captions, pictures, two surveys. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { surveyOf } from "../../tests/support/story.ts";
import { cutText } from "./cut-text.ts";
import { surveyDifferences } from "./survey/survey-differences.ts";
import { fateOf } from "./visit-run-sheet/photo-queue.ts";

describe("a text that is too long", () => {
  it("is cut before the character that does not fit, never through one", () => {
    assert.equal(cutText(`${"x".repeat(199)}😀`, 200), "x".repeat(199));
    assert.equal(cutText("👩‍🔧👩‍🔧", 7), "👩‍🔧");
    assert.equal(cutText("short", 200), "short");
  });
  it("stays well formed and within its length", () =>
    fc.assert(
      fc.property(fc.string({ unit: "grapheme" }), fc.integer({ min: 0, max: 20 }), (text, most) => {
        const cut = cutText(text, most);
        assert.ok(cut.length <= most && text.startsWith(cut) && !/\p{Cs}/u.test(cut));
      }),
    ));
});

describe("a picture on its way", () => {
  for (const [status, fate] of [
    [200, "kept"],
    [201, "kept"],
    [500, "later"],
    [503, "later"],
    [507, "later"],
    [429, "later"],
  ] as const)
    it(`answered ${status} is ${fate}`, () => assert.equal(fateOf(status, null), fate));
  it("the server will not take stays, with the server's words", () => {
    assert.deepEqual(fateOf(422, "too many pixels"), { refused: "too many pixels" });
    assert.deepEqual(fateOf(413, null), { refused: "The server answered 413." });
  });
});

describe("two surveys of one connection", () => {
  const survey = surveyOf("toilet");
  it("differ in nothing when they are the same", () =>
    assert.deepEqual(surveyDifferences(survey, survey), []));
  it("are told apart field by field, as people typed them", () => {
    const other = {
      ...survey,
      notes: "shank loose",
      stop: { ...survey.stop, proof: "weeps" as const },
      staticPsi: { typed: "58 psi", value: 58 },
      needs: ["arrestor" as const],
    };
    assert.deepEqual(surveyDifferences(survey, other), [
      { field: "stop proof", mine: survey.stop.proof, theirs: "weeps" },
      { field: "static pressure", mine: "nothing", theirs: "58 psi" },
      { field: "needs", mine: "nothing", theirs: "arrestor" },
      { field: "notes", mine: "nothing", theirs: "shank loose" },
    ]);
  });
});
