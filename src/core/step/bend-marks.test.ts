import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { surveyOf } from "../../../tests/support/story.ts";
import { plannerIndex } from "../../../tests/support/tables.ts";
import { planHookup } from "../planner/index.ts";
import { asTyped, type LineSpace, planRequestOf } from "../survey/index.ts";
import { bendMarksInWords } from "./bend-marks.ts";

/** A toilet on a rigid riser: the shank so far above the stop, and so far aside. */
function riserOver(right: number, up: number, out = 0, supplyWay: LineSpace["supplyWay"] = [0, 1, 0]) {
  const space: LineSpace = {
    inlet: { right: asTyped(right), up: asTyped(up), out: asTyped(out) },
    supplyWay,
    inletWay: [0, -1, 0],
    walls: {},
    room: null,
  };
  const survey = surveyOf("toilet", { lineKind: "riser" });
  const [plan] = planHookup(plannerIndex, planRequestOf(survey, null)).plans;
  assert.ok(plan);
  assert.ok(plan.parts.some(({ kind }) => kind === "riser"));
  return { plan, survey: { ...survey, space } };
}
const marks = (...at: Parameters<typeof riserOver>) => {
  const { plan, survey } = riserOver(...at);
  return bendMarksInWords(plan, survey);
};
/** Inches in words, "9 3/8" or "1/2", as a figure. */
const figure = (text: string) => {
  const [, whole = "0", over = "0", under = "1"] = /^(\d+(?!\/))? ?(?:(\d+)\/(\d+))?$/.exec(text) ?? [];
  return Number(whole) + Number(over) / Number(under);
};

describe("the marks of a riser in its step", () => {
  it("are the cut alone where the shank stands straight over the stop", () => {
    const text = marks(0, 9);
    const [, cut = ""] = /^\. From its finished end: cut at (.+) in$/.exec(text) ?? [];
    const depth = riserOver(0, 9).plan.joints.find(({ between }) =>
      between.some((ref) => /^p\d+\.a$/.test(ref)),
    )?.depthIn;
    assert.ok(Math.abs(figure(cut) - 9 - (depth ?? 0)) <= 1 / 16, text);
  });
  it("are two bends back to back, a travel apart, and the cut: by the trigonometry of an offset", () => {
    const text = marks(2, 10);
    const [, angle = "", first = "", second = "", cut = ""] =
      /bend ([\d.]+) degrees at (.+) in and back at (.+) in, then cut at (.+) in; radius 1 in/.exec(text) ??
      [];
    const rad = (Number(angle) * Math.PI) / 180;
    const tangent = Math.tan(rad / 2);
    // From the start of one bend to the start of the other: the arc, and what of the travel its two tangents leave.
    const apart = rad + 2 / Math.sin(rad) - 2 * tangent;
    assert.ok(Math.abs(figure(second) - figure(first) - apart) < 1 / 8, text);
    assert.ok(figure(cut) > figure(second) && figure(cut) > 10, text);
  });
  it("are left out where the ends were not measured or do not look at one another", () => {
    const { plan, survey } = riserOver(0, 9);
    assert.equal(bendMarksInWords(plan, {}), "");
    assert.equal(marks(4, 8, 3, [0, 0, 1]), "");
    assert.equal(bendMarksInWords(null, survey), "");
  });
  it("say so where there is no room for the bends", () => assert.match(marks(6, 3), /no room for its bends/));
});
