import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { allDry, signature, startedVisit } from "../../../tests/support/story.ts";
import { tables } from "../../../tests/support/tables.ts";
import { type ConnectionAsLeft, visitAsLeft } from "./as-left.ts";
import { dueThings, monthsAfter, UPKEEP_CODES } from "./due.ts";
import { roomsAsLeft } from "./rooms.ts";

const [FOUND] = visitAsLeft("v", [...allDry(startedVisit()), signature()]);
const left = (change: Partial<ConnectionAsLeft>): ConnectionAsLeft => {
  assert.ok(FOUND);
  return { ...FOUND, signedAt: "2026-01-31T12:00:00.000Z", ...change };
};
const line = (
  material: string,
  kind: "line" | "tube" = "line",
  fittedAt: string | null = "2020-05-10T09:00:00.000Z",
) => ({
  name: "a line",
  sku: null,
  kind,
  material,
  lengthIn: null,
  fittedAt,
});
const stop = (
  proof: ConnectionAsLeft["stop"]["proof"],
  provedAt: string | null = "2026-01-10T09:00:00.000Z",
) => ({
  name: "stop",
  place: "",
  proof,
  isNew: false,
  provedAt,
});
const dueOn = (asLeft: ConnectionAsLeft) =>
  Object.fromEntries(dueThings(asLeft, tables.upkeep).map((thing) => [thing.code, thing.dueOn]));

describe("a day so many months later", () => {
  it("is the same day, or the last of a shorter month", () => {
    assert.equal(monthsAfter("2026-01-31T12:00:00.000Z", 1), "2026-02-28");
    assert.equal(monthsAfter("2027-01-31T12:00:00.000Z", 13), "2028-02-29");
    assert.equal(monthsAfter("2026-11-30T23:59:00.000Z", 3), "2027-02-28");
    assert.equal(monthsAfter("2026-05-10T00:00:00.000Z", 96), "2034-05-10");
  });

  it("never comes earlier for more months", () => {
    fc.assert(
      fc.property(
        fc.date({ min: new Date("2000-01-01"), max: new Date("2090-01-01"), noInvalidDate: true }),
        fc.integer({ min: 0, max: 400 }),
        (from, months) =>
          monthsAfter(from.toISOString(), months) <= monthsAfter(from.toISOString(), months + 1),
      ),
    );
  });
});

describe("what falls due", () => {
  it("is a line by its age and kind: rubber at a washer soonest, metal never", () => {
    assert.equal(dueOn(left({ line: line("rubber") }))["washer-hose"], "2025-05-10");
    assert.equal(dueOn(left({ line: line("stainless-braid") }))["flexible-line"], "2028-05-10");
    assert.equal(dueOn(left({ line: line("polyethylene", "tube") }))["plastic-tube"], "2030-05-10");
    const codes = Object.keys(dueOn(left({ line: line("copper", "tube"), stop: stop("holds") })));
    assert.deepEqual(codes.toSorted(), ["stop-exercise", "yearly-look"]);
  });

  it("asks for the age of a line that was kept and nobody knew", () => {
    assert.equal(dueOn(left({ line: line("unknown", "line", null) }))["line-age-unknown"], "2027-01-31");
  });

  it("is the stop by what it showed: turned yearly where it holds, replaced soon where it does not, proved where nobody tried", () => {
    assert.equal(dueOn(left({ stop: stop("holds") }))["stop-exercise"], "2027-01-10");
    for (const proof of ["weeps", "dead", "seized"] as const)
      assert.equal(dueOn(left({ stop: stop(proof) }))["stop-replace"], "2026-04-10");
    assert.equal(dueOn(left({ stop: stop("not-proved", null) }))["stop-prove"], "2027-01-31");
  });

  it("is nothing where the fixture is gone or the record was corrected, and not what the shop does not ask for", () => {
    assert.deepEqual(dueThings(left({ isTakenOut: true }), tables.upkeep), []);
    assert.deepEqual(dueThings(left({ isCorrected: true }), tables.upkeep), []);
    const never = tables.upkeep.map((rule) => ({ ...rule, months: 0 }));
    assert.deepEqual(dueThings(left({}), never), []);
  });

  it("has a rule for every code, each with its reason", () => {
    assert.deepEqual(tables.upkeep.map(({ code }) => code).toSorted(), [...UPKEEP_CODES].toSorted());
    for (const { reason } of tables.upkeep) assert.ok(reason.length > 20);
  });
});

describe("rooms as they were left", () => {
  const at = (connection: string, change: Partial<ConnectionAsLeft>) =>
    left({ connection, fixtureKey: connection, signing: `s-${connection}`, ...change });

  it("show the latest of each fixture, and what came before as its history", () => {
    const first = at("a", { room: "bath", signedAt: "2024-01-01T00:00:00.000Z" });
    const second = at("b", { room: "bath", signedAt: "2025-01-01T00:00:00.000Z", continues: "a" });
    const third = at("c", { room: "bath", signedAt: "2026-01-01T00:00:00.000Z", continues: "b" });
    const other = at("d", { room: "attic" });
    const rooms = roomsAsLeft([first, third, other, second]);
    assert.deepEqual(
      rooms.map(({ name }) => name),
      ["attic", "bath"],
    );
    const [fixture] = rooms[1]?.fixtures ?? [];
    assert.deepEqual(
      fixture?.connections.map(({ connection }) => connection),
      ["c"],
    );
    assert.deepEqual(
      fixture?.before.map(({ connection }) => connection),
      ["b", "a"],
    );
  });

  it("keep hot and cold of one fixture together, and say where a fixture was taken out", () => {
    const rooms = roomsAsLeft([
      at("h", { room: "bath", fixtureKey: "basin", water: "hot" }),
      at("c", { room: "bath", fixtureKey: "basin", water: "cold" }),
      at("gone", { room: "bath", isTakenOut: true }),
    ]);
    const [basin, gone] = rooms[0]?.fixtures ?? [];
    assert.deepEqual(
      basin?.connections.map(({ water }) => water),
      ["cold", "hot"],
    );
    assert.deepEqual([basin?.isTakenOut, gone?.isTakenOut], [false, true]);
  });
});
