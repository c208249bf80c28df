/** Forms of a visit's page: keeping one changes only what a person touched. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";

import { type VisitAsItIs, visitAction } from "./visit-actions.ts";

const NOW = new Date("2026-03-08T12:00:00.000Z");
const VALVE: VisitAsItIs["valves"][number] = {
  name: "Cold riser",
  place: "behind the tea bar",
  shuts: "branch",
  water: "cold",
  kind: "gate",
  proof: "holds",
  provedAt: "2026-03-01T10:00:00.000Z",
};
const asItIs: VisitAsItIs = {
  title: "Renamed meanwhile",
  site: { name: "Gullwing Hall", address: "3 Slipway Road", zone: "America/Halifax" },
  valves: [VALVE],
};

function actOf(fields: Readonly<Record<string, string>>) {
  const form = new FormData();
  for (const [name, value] of Object.entries(fields)) form.set(name, value);
  const action = visitAction(form, NOW, asItIs);
  return action.kind === "act" ? action.act : assert.fail("the form asks for an act");
}
const rename = (fields: Readonly<Record<string, string>>) =>
  actOf({
    action: "rename",
    title: "As it was",
    wasTitle: "As it was",
    siteName: "Gullwing Hall",
    wasSiteName: "Gullwing Hall",
    siteAddress: "3 Slipway Road",
    wasSiteAddress: "3 Slipway Road",
    siteZone: "America/Halifax",
    wasSiteZone: "America/Halifax",
    startsOn: "2026-03-08T09:00",
    wasStartsOn: "2026-03-08T09:00",
    ...fields,
  });
const valve = (fields: Readonly<Record<string, string>>) => {
  const act = actOf({
    action: "valve",
    name: VALVE.name,
    place: "",
    shuts: "",
    water: "",
    valveKind: "",
    proof: "",
    ...fields,
  });
  return act.kind === "valve-noted" ? act.valve : assert.fail("a valve is noted");
};

describe("the form to rename a visit", () => {
  it("changes what was typed, and leaves what somebody else changed meanwhile", () => {
    assert.deepEqual(rename({ siteAddress: "4 Slipway Road" }), {
      kind: "visit-renamed",
      title: "Renamed meanwhile",
      site: { name: "Gullwing Hall", address: "4 Slipway Road", zone: "America/Halifax" },
    });
  });
  it("moves the visit only where another time was typed", () => {
    const moved = rename({ startsOn: "2026-03-09T09:00" });
    assert.equal("startsAt" in moved && moved.startsAt, "2026-03-09T12:00:00.000Z");
  });
});

describe("the form to note a valve", () => {
  it("leaves what is known where a field is left empty", () => {
    assert.deepEqual(valve({}), VALVE);
    assert.deepEqual(valve({ place: "in the loft" }), { ...VALVE, place: "in the loft" });
    assert.deepEqual(valve({ proof: "dead" }), { ...VALVE, proof: "dead", provedAt: NOW.toISOString() });
    assert.deepEqual(valve({ proof: "not-proved" }), { ...VALVE, proof: "not-proved", provedAt: null });
    const { water: _, ...both } = VALVE;
    assert.deepEqual(valve({ water: "both" }), both);
  });
  it("takes a valve that is new for a branch's, of both waters, not proved", () => {
    assert.deepEqual(valve({ name: "Attic" }), {
      name: "Attic",
      place: "",
      shuts: "branch",
      kind: null,
      proof: "not-proved",
      provedAt: null,
    });
  });
});
