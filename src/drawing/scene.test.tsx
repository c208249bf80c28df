/** The job as it stands, drawn for every fixture and every kind of supply. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { renderToStaticMarkup } from "react-dom/server";
import { FIXTURES, SUPPLY_KINDS } from "../core/plan/index.ts";
import { STOP_KINDS } from "../core/survey/index.ts";
import { StopGlyph } from "./stop-glyph.tsx";
import { SCENE_PARTS, type ScenePartText, SurveyScene } from "./survey-scene.tsx";

const text = (knowledge: ScenePartText["knowledge"]): ScenePartText => ({
  name: "a name",
  fact: "a fact",
  knowledge,
});
const PARTS = {
  supply: text("seen"),
  stop: text("unknown"),
  inlet: text("guess"),
  line: text("guess"),
  water: text("seen"),
  fixture: text("unknown"),
};
type SceneProps = Parameters<typeof SurveyScene>[0];
const drawn = (change: Partial<SceneProps> = {}) =>
  renderToStaticMarkup(
    <SurveyScene
      fixture="toilet"
      supply="stop-outlet"
      comesFrom={null}
      isInletAbove
      line="new"
      besides={null}
      parts={PARTS}
      open="stop"
      onOpen={() => undefined}
      {...change}
    />,
  );
const numbersIn = (markup: string) =>
  [...markup.matchAll(/ (?:x|y|cx|cy)="(-?[\d.]+)"/g)].map(([, figure]) => Number(figure));

describe("the job as it stands", () => {
  for (const fixture of FIXTURES)
    for (const supply of SUPPLY_KINDS)
      it(`${fixture} on ${supply} stays inside its frame, with a button for each part`, () => {
        for (const comesFrom of ["wall", "floor", null] as const) {
          const markup = drawn({ fixture, supply, comesFrom, besides: "dishwasher" });
          for (const figure of numbersIn(markup)) assert.ok(figure >= 0 && figure <= 380, String(figure));
          for (const part of SCENE_PARTS)
            assert.match(markup, new RegExp(`role="button"[^>]*data-scene-part="${part}"`));
          assert.doesNotMatch(markup, /NaN|undefined/);
        }
      });

  it("says of each part what is known, presses the open one, and hollows what nobody has looked at", () => {
    const markup = drawn();
    assert.match(
      markup,
      /aria-pressed="true" aria-label="\? a name a fact, unknown"[^>]*data-scene-part="stop"/,
    );
    assert.match(
      markup,
      /aria-label="\? a name a fact, not looked at" class="scene-part scene-guess"[^>]*="inlet"/,
    );
    assert.equal([...markup.matchAll(/aria-pressed="true"/g)].length, 1);
    assert.match(markup, /scene-hollow/, "the pipe while nobody has looked where it comes from");
    assert.doesNotMatch(drawn({ comesFrom: "wall" }), /scene-hollow/);
  });

  it("moves a machine's inlet with its height, and names what else hangs on the stop", () => {
    const low = drawn({ fixture: "dishwasher", isInletAbove: false });
    assert.notEqual(low, drawn({ fixture: "dishwasher", isInletAbove: true }));
    assert.match(drawn({ besides: "kitchen faucet" }), /kitchen faucet/);
    assert.match(drawn({ line: "kept" }), /scene-hose-kept/);
    assert.match(drawn({ supply: "dead-stop" }), /scene-cross/);
  });
});

describe("kinds of stop", () => {
  it("each have a picture of their own", () => {
    const pictures = STOP_KINDS.map((kind) => renderToStaticMarkup(<StopGlyph kind={kind} />));
    assert.equal(new Set(pictures).size, STOP_KINDS.length);
  });
});
