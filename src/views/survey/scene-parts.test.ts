import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { surveyOf } from "../../../tests/support/story.ts";
import { SEEN_AT_ONCE, type Survey, withConfirmed } from "../../core/survey/index.ts";
import { answeredParts, knowledgeOf, nextPart, openParts, sceneTexts } from "./scene-parts.ts";

const fresh = surveyOf("toilet", { confirmed: [] });
const seen = withConfirmed(fresh, SEEN_AT_ONCE);
const proved: Survey = { ...seen, stop: { ...seen.stop, proof: "holds", method: "flushed-and-held" } };
const measured = withConfirmed(proved, ["length"]);

describe("what is asked about next", () => {
  it("begins with what one look shows, then the proof, then what is measured", () => {
    assert.deepEqual(openParts(fresh), ["supply", "inlet", "water", "stop", "line"]);
    assert.equal(nextPart(fresh, null), "supply");
    assert.equal(nextPart(seen, "supply"), "stop");
    assert.equal(nextPart(proved, "stop"), "line");
    assert.equal(nextPart(measured, "line"), null);
  });

  it("comes back to what was passed over", () => {
    assert.equal(nextPart(fresh, "line"), "supply");
    assert.equal(nextPart(withConfirmed(fresh, ["supply"]), "line"), "inlet");
  });

  it("counts no look as proof of a stop, and none as a measurement", () => {
    assert.equal(knowledgeOf(seen, "stop"), "unknown");
    assert.equal(knowledgeOf(seen, "line"), "guess");
    assert.deepEqual(answeredParts(seen), { answered: 3, all: 5 });
    assert.deepEqual(answeredParts(measured), { answered: 5, all: 5 });
  });

  it("takes a survey of before guesses were told apart as looked at", () => {
    const { confirmed: _, ...older } = proved;
    assert.deepEqual(openParts(older), []);
  });
});

describe("what stands beside the drawing", () => {
  const words = {
    nameOf: (code: string) => (code === "comp-3/8-m" ? "3/8 in compression outlet" : "7/8 shank, male"),
    lengths: "10 1/2 to 13 in",
    hasOwnHose: false,
  };
  it("names ends, lengths and the proof, and says what nobody has looked at", () => {
    const texts = sceneTexts(proved, words);
    assert.deepEqual(texts.supply, { name: "3/8 comp outlet", fact: "supply end", knowledge: "seen" });
    assert.deepEqual(texts.stop, { name: "quarter-turn", fact: "holds", knowledge: "seen" });
    assert.deepEqual(texts.inlet, { name: "7/8 shank", fact: "inlet, plastic", knowledge: "seen" });
    assert.deepEqual(texts.line, { name: "10 1/2 to 13 in", fact: "a new line", knowledge: "guess" });
    assert.equal(texts.water.fact, "psi not measured");
    assert.equal(texts.fixture.knowledge, "unknown");
  });
  it("calls what comes with the fixture its own hose, until somebody says otherwise", () => {
    const own = { ...words, hasOwnHose: true };
    assert.equal(sceneTexts(proved, own).line.fact, "its own hose");
    assert.equal(sceneTexts({ ...proved, line: { by: "kept" } }, own).line.fact, "the line that is there");
  });
  it("draws no length where no line runs", () => {
    const piped = sceneTexts(
      { ...proved, line: { by: "none" }, staticPsi: { typed: "58", value: 58 } },
      words,
    );
    assert.equal(piped.line.name, "no line");
    assert.match(piped.water.fact, /58 psi/);
  });
});
