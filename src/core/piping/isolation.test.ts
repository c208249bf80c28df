import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { tables } from "../../../tests/support/tables.ts";
import { type Survey, surveyFromPreset } from "../survey/index.ts";
import { type IsolationSubject, isolationsOf } from "./isolation.ts";
import type { Valve } from "./valve.ts";

function subject(
  id: string,
  preset: string,
  change: Partial<Survey> = {},
  valves: readonly Valve[] = [],
): IsolationSubject {
  const found = tables.presets.find((each) => each.id === preset);
  assert.ok(found);
  return { id, survey: { ...surveyFromPreset(found, "room"), label: id, ...change }, valves };
}

const stop = (proof: Survey["stop"]["proof"], upstream?: "fails"): Pick<Survey, "stop"> => ({
  stop: { kind: "quarter-turn", proof, method: null, ...(upstream === undefined ? {} : { upstream }) },
});
const one = (each: IsolationSubject) => {
  const found = isolationsOf([each]).get(each.id);
  assert.ok(found);
  return found;
};
const valve = (name: string, shuts: Valve["shuts"], proof: Valve["proof"] = "holds"): Valve => ({
  name,
  shuts,
  kind: null,
  proof,
});

describe("isolationsOf", () => {
  it("shuts at the fixture's own stop while that holds, weeps or is not proved yet", () => {
    for (const proof of ["holds", "weeps", "not-proved"] as const) {
      const { zone, isOwnStop } = one(subject("a", "toilet", stop(proof)));
      assert.deepEqual([zone.kind, zone.name, isOwnStop], ["fixture", "stop of a", true], proof);
    }
    assert.match(one(subject("a", "toilet", stop("weeps"))).because, /pan under it/);
  });

  it("shuts the next valve up of its water where no stop there closes", () => {
    assert.equal(one(subject("a", "lavatory-cold", stop("dead"))).zone.kind, "branch");
    assert.equal(one(subject("a", "lavatory-hot", stop("seized"))).zone.kind, "hot");
    const cut = subject("a", "dishwasher", { supply: { end: "pipe-1/2-copper", kind: "pipe" } });
    assert.match(one(cut).because, /to be cut/);
    const valved = subject("a", "toilet", {
      supply: { end: "pipe-1/2-copper", kind: "stub", behindValve: "holds" },
    });
    assert.equal(one(valved).isOwnStop, true);
  });

  it("shuts the house main where the valve before a failed stop does not close either, and only then", () => {
    const failing = one(subject("a", "toilet", stop("seized", "fails")));
    assert.deepEqual(failing.zone, { name: "house main", kind: "house" });
    assert.match(failing.because, /the valve before it does not close either/);
    assert.equal(one(subject("a", "toilet", stop("holds", "fails"))).zone.kind, "fixture");
  });

  it("takes the nearest named valve that closes: the smallest zone that covers the work", () => {
    const valves = [valve("riser A", "branch"), valve("curb valve", "house")];
    const dead = (own: readonly Valve[]) => one(subject("a", "toilet", stop("dead"), own)).zone;
    assert.deepEqual(dead(valves), { name: "riser A", kind: "branch" });
    assert.deepEqual(dead([valve("riser A", "branch", "seized"), valve("curb valve", "house")]), {
      name: "curb valve",
      kind: "house",
    });
    assert.deepEqual(dead([valve("riser A", "branch", "dead")]), { name: "house main", kind: "house" });
    assert.match(dead([valve("meter valve", "house", "dead")]).name, /street/);
  });

  it("does not shut the hot side for cold water", () => {
    const valves = [valve("heater inlet", "hot"), valve("main", "house")];
    assert.equal(one(subject("a", "lavatory-cold", stop("dead"), valves)).zone.name, "main");
    assert.equal(one(subject("a", "lavatory-hot", stop("dead"), valves)).zone.name, "heater inlet");
  });

  it("keeps hot and cold apart: the good stop on its side, only the failed side above", () => {
    const sides = [subject("h", "lavatory-hot", stop("dead")), subject("c", "lavatory-cold", stop("holds"))];
    const found = isolationsOf(sides);
    assert.deepEqual(
      ["h", "c"].map((id) => [found.get(id)?.zone.kind, found.get(id)?.isOwnStop]),
      [
        ["hot", false],
        ["fixture", true],
      ],
    );
  });

  it("shuts treated water at its tank, which keeps its pressure when everything before it is shut", () => {
    const treated = subject("r", "refrigerator", {
      ...stop("dead"),
      supply: { end: "tube-1/4-pe", kind: "tube", treated: "reverse-osmosis" },
    });
    assert.match(one(treated).zone.name, /treated water's tank/);
  });
});
