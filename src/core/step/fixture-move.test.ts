/** Out and in: what a plumber does with the fixture itself, written down from the trade before the sheet was. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { plannedConnection, stop } from "../../../tests/support/connection.ts";
import { tables } from "../../../tests/support/tables.ts";
import { FIXTURES } from "../plan/index.ts";
import { type RunStep, runSheet } from "./index.ts";

type Change = Parameters<typeof plannedConnection>[2];

const sheetOf = (preset: string, change: Change = {}): readonly RunStep[] =>
  runSheet([plannedConnection("c", preset, { ...stop("holds"), ...change })], tables);
/** The codes of a sheet that are among those asked for, in the sheet's order. */
const orderOf = (steps: readonly RunStep[], ...asked: readonly string[]): readonly string[] =>
  steps.map(({ role, id }) => role ?? id).filter((code) => asked.includes(code));
const codes = (steps: readonly RunStep[]): ReadonlySet<string> =>
  new Set(steps.map(({ role, id }) => role ?? id));

describe("out and in", () => {
  it("is known of every fixture, each with its reason", () => {
    for (const fixture of FIXTURES) {
      const move = tables.moves.find((each) => each.fixture === fixture);
      assert.ok(move !== undefined && move.reason.length > 10, fixture);
    }
  });

  it("takes a toilet out over a plugged drain, dry-sets the new one, pulls the plug, sets it once, then the line", () => {
    const exchanged = sheetOf("toilet", { inPlace: false });
    assert.deepEqual(
      orderOf(
        exchanged,
        "take-off",
        "fixture-out",
        "plug-drain",
        "dry-set",
        "unplug-drain",
        "fixture-in",
        "make",
      ),
      ["take-off", "fixture-out", "plug-drain", "dry-set", "unplug-drain", "fixture-in", "make", "make"],
    );
  });

  it("puts a new stop on while there is room: before the bowl stands", () => {
    const supply = { end: "pipe-1/2-copper", kind: "dead-stop", looks: "wall" } as const;
    const exchanged = sheetOf("toilet", { ...stop("dead"), supply, inPlace: false });
    assert.deepEqual(orderOf(exchanged, "make", "open-upstream", "fixture-in", "water-in"), [
      "make",
      "open-upstream",
      "fixture-in",
      "make",
      "make",
      "water-in",
    ]);
  });

  it("slides a dishwasher in, level and fast, before its last joint; drain and wires are on by then", () => {
    const exchanged = sheetOf("dishwasher", { inPlace: false });
    const order = orderOf(
      exchanged,
      "drain-off",
      "wires-off",
      "fixture-out",
      "wires-on",
      "drain-on",
      "fixture-in",
      "level",
      "fasten",
      "water-in",
      "exercise",
      "place-back",
    );
    assert.deepEqual(order, [
      "drain-off",
      "wires-off",
      "fixture-out",
      "wires-on",
      "drain-on",
      "drain-on",
      "fixture-in",
      "level",
      "fasten",
      "water-in",
      "exercise",
      "place-back",
    ]);
    const at = (role: string) => exchanged.findIndex((step) => step.role === role);
    assert.ok(exchanged.findLastIndex(({ role }) => role === "make") > at("fasten"));
    assert.ok(
      exchanged.findIndex(({ role }) => role === "make") < at("fixture-in"),
      "its elbow goes on first",
    );
  });

  it("slides one that was only pulled in again, and leaves its wires alone", () => {
    const pulled = sheetOf("dishwasher");
    assert.deepEqual(orderOf(pulled, "roll-out", "wires-off", "fixture-out", "fixture-in", "fasten"), [
      "roll-out",
      "fixture-in",
      "fasten",
    ]);
  });

  it("levels a washer in its place before it spins, and fills it rolled out", () => {
    const order = orderOf(sheetOf("washer-cold"), "stand-look", "purge", "place-back", "level", "exercise");
    assert.deepEqual(order, ["stand-look", "purge", "place-back", "level", "exercise"]);
    const fridge = orderOf(sheetOf("refrigerator"), "exercise", "place-back", "level");
    assert.deepEqual(fridge, ["exercise", "place-back", "level"]);
  });

  it("neither unplugs nor rolls what has not come yet, and energises it after the first look", () => {
    for (const preset of ["refrigerator", "brewer", "washer-cold", "dishwasher"]) {
      const first = codes(sheetOf(preset, { replaces: "first-time", inPlace: false }));
      for (const code of ["pull-plug", "roll-out", "fixture-out", "drain-off"])
        assert.ok(!first.has(code), `${preset}: ${code}`);
      assert.ok(first.has("plug-in") || first.has("power-on"), preset);
    }
  });

  it("leaves a fixture that is only joined anew where it stands", () => {
    for (const preset of ["toilet", "lavatory-cold", "kitchen-cold"]) {
      const line = codes(sheetOf(preset));
      for (const code of ["fixture-out", "fixture-in", "drain-off", "drain-on", "plug-drain"])
        assert.ok(!line.has(code), `${preset}: ${code}`);
    }
  });

  it("closes what a fixture that is taken out leaves open", () => {
    for (const preset of ["toilet", "dishwasher", "washer-cold", "kitchen-cold"]) {
      const gone = sheetOf(preset, { replaces: "take-out" });
      assert.deepEqual(
        orderOf(gone, "fixture-out", "make-safe", "make"),
        ["fixture-out", "make-safe", "make"],
        preset,
      );
      assert.ok(!codes(gone).has("fixture-in"));
    }
    const cable = sheetOf("dishwasher", { replaces: "take-out" }).find(({ role }) => role === "make-safe");
    assert.match(cable?.text ?? "", /disposer.*closed box/);
  });
});
