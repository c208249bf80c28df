import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { plannedConnection, siteValve, stop } from "../../../tests/support/connection.ts";
import { tables } from "../../../tests/support/tables.ts";
import { besideWords, shutFirstWords } from "../../words/shut-first.ts";
import { type ShutFirst, shutFirst } from "./index.ts";

const firstOf = (
  preset: string,
  change: Parameters<typeof plannedConnection>[2],
  joint: number,
  valves: readonly ReturnType<typeof siteValve>[] = [],
): ShutFirst => {
  const connection = plannedConnection("c", preset, change);
  return shutFirst({ ...connection, valves }, joint, tables) ?? assert.fail("the joint is planned");
};

describe("what to shut at a weep", () => {
  it("is the own stop for a joint behind it, with what is known of that", () => {
    const { valve, proof } = firstOf("toilet", stop("weeps"), 2);
    assert.deepEqual([valve, proof], [null, "weeps"]);
  });
  it("is the nearest valve above that is not known to fail, where no stop closes", () => {
    const valves = [siteValve("riser B", "branch", "dead"), siteValve("house main", "house")];
    const found = firstOf("toilet", stop("dead"), 1, valves);
    assert.deepEqual([found.valve, found.proof, found.passedOver], ["house main", "holds", ["riser B"]]);
    assert.equal(
      shutFirstWords(found, "under the hatch"),
      "Shut house main, under the hatch: holds. riser B does not hold.",
    );
  });
  it("is the valve above for the joint that holds a new stop on the pipe", () => {
    const renewed = {
      ...stop("dead"),
      supply: { end: "pipe-1/2-copper", kind: "dead-stop", looks: "wall" } as const,
    };
    assert.equal(firstOf("toilet", renewed, 1).valve, "cold branch, next valve up");
    assert.equal(firstOf("toilet", renewed, 3).valve, null, "behind the new stop");
  });
  it("tells of electricity and of scalding water", () => {
    assert.match(besideWords(firstOf("washer-hot", stop("holds"), 1)), /never touch a wet plug.*scalds/);
    assert.equal(besideWords(firstOf("toilet", stop("holds"), 1)), "");
  });
});
