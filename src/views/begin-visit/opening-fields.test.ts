/** What Today hands over to a device without a network. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { idOf, SITE } from "../../../tests/support/story.ts";
import { tables } from "../../../tests/support/tables.ts";
import { begunHash, readBegunVisit, readOpeningFields } from "./opening-fields.ts";

const VALVE = {
  name: "Main",
  place: "",
  shuts: "house",
  kind: null,
  proof: "holds",
  provedAt: null,
} as const;
const KNOWN = {
  sites: [{ siteId: "s1", site: SITE, valves: [{ kind: "valve-noted" as const, valve: VALVE }] }],
  templates: tables.templates,
};
const read = (fields: Readonly<Record<string, string>>) =>
  readOpeningFields(`#${new URLSearchParams({ visit: idOf(1), ...fields })}`, KNOWN);

describe("the form of a new visit, behind the # of an address", () => {
  it("opens a known site with its valves", () => {
    const fields = read({ preset: "Toilet", site: "s1", place: " Deck " });
    assert.equal(fields?.visitId, idOf(1));
    assert.deepEqual(fields.opening.site, SITE);
    assert.equal(fields.opening.valves[0]?.valve.name, "Main");
    assert.deepEqual([fields.opening.group, fields.opening.place], ["Toilet", "Deck"]);
  });

  it("takes a place that is written out over a known one, without that one's valves", () => {
    const opening = read({ preset: "Toilet", site: "s1", siteName: "Net loft", siteZone: "UTC" })?.opening;
    assert.deepEqual(opening?.site, { name: "Net loft", address: "", zone: "UTC" });
    assert.deepEqual(opening.valves, []);
  });

  it("has a site and a zone where nobody said one", () => {
    const site = read({ preset: "Toilet" })?.opening.site;
    assert.equal(site?.name, "New site");
    assert.equal(site.zone, Intl.DateTimeFormat().resolvedOptions().timeZone);
  });

  it("knows a whole room, a booked time and a training visit", () => {
    const [template] = tables.templates;
    const fields = read({ template: template?.id ?? "", startsOn: "2026-03-09T08:30", training: "on" });
    assert.deepEqual(
      [fields?.opening.template, fields?.startsOn, fields?.opening.isTraining],
      [template, "2026-03-09T08:30", true],
    );
  });

  it("cuts what is longer than the server takes", () =>
    assert.equal(read({ preset: "Toilet", title: "x".repeat(500) })?.opening.title.length, 200));

  it("opens nothing without a visit or without anything to connect", () => {
    assert.equal(read({}), null);
    assert.equal(read({ template: "no-such-room" }), null);
    assert.equal(readOpeningFields("#preset=Toilet", KNOWN), null);
    assert.equal(readOpeningFields("", KNOWN), null);
  });
});

describe("the address of a visit that is begun", () => {
  it("comes back as written", () =>
    assert.deepEqual(readBegunVisit(begunHash("v", "c")), { visitId: "v", connection: "c" }));
  it("names none where none is begun", () => assert.equal(readBegunVisit("#visit=v&preset=Toilet"), null));
});
