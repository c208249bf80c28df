import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { event, idOf, SITE } from "../../../tests/support/story.ts";
import { tables } from "../../../tests/support/tables.ts";
import { firstRefused, foldVisit } from "../visit/index.ts";
import { groupActs, type Opening, openingActs, presetGroups } from "./index.ts";

function counter(): () => string {
  let count = 0;
  return () => idOf(0x09e0 + ++count);
}
const OPENING: Opening = {
  site: SITE,
  title: "",
  place: "Galley",
  startsAt: "2026-03-08T15:00:00.000Z",
  group: "Kitchen faucet",
  template: null,
  isTraining: false,
  valves: [],
};
const VALVE = {
  name: "Main",
  place: "pump room",
  shuts: "house",
  kind: "ball",
  proof: "holds",
  provedAt: null,
} as const;
const opened = (change: Partial<Opening>) => {
  const opening = openingActs(tables, { ...OPENING, ...change }, counter());
  assert.ok(opening);
  const events = opening.acts.map((act) => event(act));
  return { opening, events, visit: foldVisit(events) };
};

describe("a visit as it is opened", () => {
  it("offers each fixture once, hot and cold together", () => {
    const groups = presetGroups(tables.presets).map(({ group }) => group);
    assert.equal(new Set(groups).size, groups.length);
    assert.ok(groups.includes("Lavatory faucet") && groups.includes("Toilet"));
  });

  it("has hot and cold of one faucet as two connections of one fixture", () => {
    const { connections } = opened({}).visit;
    assert.deepEqual(connections.map(({ survey }) => survey.water).sort(), ["cold", "hot"]);
    assert.equal(new Set(connections.map(({ survey }) => survey.fixtureId)).size, 1);
    assert.equal(connections[0]?.survey.fixtureId, connections[0]?.id);
    assert.ok(connections.every(({ survey }) => survey.place === "Galley" && survey.confirmed?.length === 0));
  });

  it("makes the first only of presets that are variants of one inlet", () => {
    const first = tables.presets.find(({ group, water, id }) =>
      tables.presets.some((other) => other.group === group && other.water === water && other.id !== id),
    );
    assert.ok(first);
    const acts = groupActs(tables, first.group, "", counter());
    assert.deepEqual(
      acts.map(({ survey }) => survey.preset),
      [first.id],
    );
  });

  for (const { group } of presetGroups(tables.presets))
    it(`${group}: the rules of a visit take every event`, () =>
      assert.equal(firstRefused([], opened({ group }).events, tables), null));

  for (const template of tables.templates)
    it(`${template.label}: everything of the room, called by its label`, () => {
      const { visit, events } = opened({ template });
      assert.equal(firstRefused([], events, tables), null);
      assert.equal(visit.title, template.label);
      assert.deepEqual(
        new Set(
          visit.connections.map(({ survey }) => tables.presets.find(({ id }) => id === survey.preset)?.group),
        ),
        new Set(template.groups),
      );
    });

  it("knows the valves of its site before its first connection", () => {
    const valve = { kind: "valve-noted", valve: VALVE } as const;
    const { opening, visit } = opened({ valves: [valve] });
    assert.deepEqual(
      opening.acts.slice(0, 2).map(({ kind }) => kind),
      ["visit-opened", "valve-noted"],
    );
    assert.equal(visit.valves[0]?.name, VALVE.name);
  });

  it("is told apart from a training visit, and named as a person names it", () => {
    assert.equal(opened({}).visit.isTraining, false);
    const { visit } = opened({ isTraining: true, title: "Evening class" });
    assert.deepEqual([visit.isTraining, visit.title], [true, "Evening class"]);
  });

  it("is not opened for a group nobody knows, nor half of a room", () => {
    assert.equal(openingActs(tables, { ...OPENING, group: "Fountain" }, counter()), null);
    const template = { id: "x", label: "x", groups: ["Toilet", "Fountain"] };
    assert.equal(openingActs(tables, { ...OPENING, template }, counter()), null);
  });
});
