import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { plannedConnection, stop } from "../../../tests/support/connection.ts";
import { tables } from "../../../tests/support/tables.ts";
import { VISITS } from "../../../tests/support/work-visits.ts";
import { type RunStep, runSheet } from "../step/index.ts";
import { isHoldPoint, shortLines } from "./index.ts";

type Change = Parameters<typeof plannedConnection>[2];

const sheetOf = (preset: string, change: Change = {}): readonly RunStep[] =>
  runSheet([plannedConnection("c", preset, { ...stop("holds"), ...change })], tables);
const linesOf = (steps: readonly RunStep[]) => shortLines(steps, (step) => step);
const codeOf = ({ role, id, stage }: RunStep) => role ?? stage ?? id;

describe("the short depth of a sheet", () => {
  it("is eight lines for a toilet line of two gasket joints, and half its taps", () => {
    const steps = sheetOf("toilet");
    const lines = linesOf(steps);
    assert.deepEqual(
      lines.map(({ code }) => code),
      ["shut", "off", "on", "water", "stand", "run", "place", "leave"],
    );
    const taps = lines.flatMap(({ taps }) => taps);
    assert.ok(taps.length <= 11, `${taps.length} taps`);
    assert.ok(steps.length >= 2 * taps.length, `${steps.length} acts`);
  });

  it("keeps one tap for the proof, for water in, for the run and for each look, and folds what leads to them", () => {
    const taps = linesOf(sheetOf("toilet")).flatMap(({ taps }) => taps);
    assert.deepEqual(
      taps.map(
        ({ hold, folded }) => `${hold === null ? "together" : codeOf(hold)}: ${folded.map(codeOf).join(" ")}`,
      ),
      [
        "prove: look-ends lay-out close-stop",
        "together: release-pressure drain-tank towel take-off",
        "together: clean-faces make make",
        "water-in: bench dry-all close-outlet",
        "first-look: ",
        "stand-look: ",
        "exercise: purge",
        "after-run: normal-float",
        "drain: ",
        "in-place: place-back",
        "hand-over: ",
      ],
    );
  });

  it("never folds what must be seen at its moment", () => {
    const supply = { end: "pipe-1/2-copper", kind: "dead-stop", looks: "wall" } as const;
    const soldered = sheetOf("toilet", {
      ...stop("dead"),
      supply,
      inPlace: false,
      houseRules: { pipeJoint: "solder" },
    });
    const holds = soldered.filter(isHoldPoint).map(codeOf);
    for (const code of [
      "find-pipe",
      "prove",
      "vent",
      "fire-watch",
      "cool",
      "plug-drain",
      "unplug-drain",
      "open-upstream",
      "look-pipe-side",
      "prove-new",
      "water-in",
      "first-look",
      "stand-look",
      "exercise",
      "after-run",
      "drain",
      "in-place",
      "hand-over",
    ])
      assert.ok(holds.includes(code), `${code} is folded`);
    const pressed = sheetOf("toilet", { ...stop("dead"), supply, houseRules: { pipeJoint: "press" } });
    assert.ok(
      pressed.some((step) => step.joint?.type === "press" && isHoldPoint(step)),
      "each mark of a press joint",
    );
    const dishwasher = sheetOf("dishwasher").filter(isHoldPoint).map(codeOf);
    assert.ok(dishwasher.includes("power-off") && dishwasher.includes("power-on"));
  });

  it("loses no act and changes no order, whatever the visit", () => {
    for (const [name, told] of Object.entries(VISITS)) {
      const steps = runSheet(
        told.map(([preset, change], at) => plannedConnection(`c${at}`, preset, change)),
        tables,
      );
      const taken = linesOf(steps).flatMap(({ taps }) =>
        taps.flatMap(({ hold, folded }) => (hold === null ? folded : [...folded, hold])),
      );
      assert.deepEqual(taken, steps, name);
    }
  });

  it("keeps the steps of two fixtures apart", () => {
    const one = sheetOf("toilet")
      .slice(0, 2)
      .map((step) => ({ step, of: "one" }));
    const two = sheetOf("toilet")
      .slice(0, 2)
      .map((step) => ({ step, of: "two" }));
    const lines = shortLines(
      [...one, ...two],
      ({ step }) => step,
      ({ of }) => of,
    );
    assert.equal(lines.length, 2);
  });
});
