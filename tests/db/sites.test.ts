/** Sites as rows: the valves one visit found are known on the next, and a fixture with hot and cold is one piece of work. */

import assert from "node:assert/strict";
import { after, before, describe, it } from "node:test";
import { makeContext } from "../../src/app/context.ts";
import { addCustomer, readCustomers, readSites } from "../../src/app/site/site.ts";
import { addConnection, startVisit } from "../../src/app/visit/start-visit.ts";
import { addEvents, openVisit, readVisit } from "../../src/app/visit/visit.ts";
import { exportVisit, importVisit } from "../../src/app/visit/visit-file.ts";
import type { VisitEvent } from "../../src/core/visit/index.ts";
import { findSite } from "../../src/db/site.ts";
import { cloneDatabase, type TestDatabase } from "../support/server.ts";
import { CONNECTION, event, idOf, SITE, startedVisit, tickedTo } from "../support/story.ts";

const NOW = new Date("2026-03-09T12:00:00.000Z");
let database: TestDatabase;
let context: ReturnType<typeof makeContext>;

before(async () => {
  database = await cloneDatabase("template_empty");
  context = makeContext(database.sql, () => NOW);
});
after(() => database.drop());

const RISER = {
  name: "riser valve",
  place: "lobby closet",
  shuts: "branch",
  kind: "ball valve",
  proof: "holds",
  provedAt: "2026-03-09T11:00:00.000Z",
} as const;
const form = (visit: string, preset: string) => ({
  visit,
  preset,
  site: "" as const,
  startsOn: "" as const,
  siteName: SITE.name,
  siteAddress: SITE.address,
  siteZone: SITE.zone,
  title: "",
  place: "washroom",
});
const code = (wanted: string) => (error: { code?: string }) => error.code === wanted;
let counted = 0xd0000;
const fresh = (events: readonly VisitEvent[]) => events.map((each) => ({ ...each, id: idOf(++counted) }));

describe("a site", () => {
  it("is one row for all its visits, and knows the valves that were found there", async () => {
    const first = idOf(0xe001);
    await openVisit(context, first, fresh(startedVisit()));
    await addEvents(context, first, fresh([event({ kind: "valve-noted", valve: RISER })]));
    await addEvents(
      context,
      first,
      fresh([event({ kind: "valve-noted", valve: { ...RISER, proof: "weeps" } })]),
    );
    const row = await findSite(database.sql, SITE.name, SITE.address);
    assert.deepEqual(row?.valves, [{ ...RISER, proof: "weeps" }]);

    const second = idOf(0xe002);
    await startVisit(context, form(second, "Lavatory faucet"));
    const { state } = await readVisit(context, second);
    assert.deepEqual(state.valves, [{ ...RISER, proof: "weeps" }]);
    assert.deepEqual(state.connections[0]?.valves, state.valves);
    const sites = await database.sql`select site_id from site where name = ${SITE.name}`;
    assert.equal(sites.length, 1);
  });

  it("is found by a part of its name, address or customer, whatever signs are typed", async () => {
    const customer = new FormData();
    customer.set("name", "Harbour 100 % Trust");
    customer.set("phone", "902 555 0100");
    customer.set("email", "");
    customer.set("note", "");
    await addCustomer(context, idOf(0xe00c), customer);
    const names = async (typed: string) =>
      (await readSites(context, null, typed)).sites.map(({ name }) => name);
    assert.deepEqual(await names("gullwing"), [SITE.name]);
    assert.deepEqual(await names("slipway"), [SITE.name]);
    assert.deepEqual(await names("  "), [SITE.name], "nothing typed: every site");
    for (const typed of ["nowhere", "%", "_ullwing", "\\"]) assert.deepEqual(await names(typed), [], typed);
    const customers = async (typed: string) =>
      (await readCustomers(context, null, typed)).customers.map(({ name }) => name);
    assert.deepEqual(await customers("100 %"), ["Harbour 100 % Trust"]);
    assert.deepEqual(await customers("555 01"), ["Harbour 100 % Trust"]);
    assert.deepEqual(await customers("100%%"), []);
  });

  it("learns its valves from a visit that is read in from a file", async () => {
    const other = await cloneDatabase("template_empty");
    const there = makeContext(other.sql, () => NOW);
    await importVisit(there, JSON.stringify(await exportVisit(context, idOf(0xe001))));
    const row = await findSite(other.sql, SITE.name, SITE.address);
    assert.deepEqual(row?.valves, [{ ...RISER, proof: "weeps" }]);
    await other.drop();
  });
});

describe("a fixture", () => {
  it("is shared by the hot and the cold connection that are added together, also where the form is sent twice", async () => {
    const visit = idOf(0xe003);
    await startVisit(context, form(visit, "Clothes washer"));
    const first = idOf(0xe0f1);
    for (const _ of [1, 2]) await addConnection(context, visit, first, "Kitchen faucet", "kitchen");
    const { state } = await readVisit(context, visit);
    const ids = state.connections.map(({ survey }) => survey.fixtureId);
    assert.equal(state.connections.length, 4);
    assert.equal(new Set(ids).size, 2);
    assert.equal(ids[2], first);
  });

  it("keeps what is said of the whole fixture the same at both", async () => {
    const { state } = await readVisit(context, idOf(0xe003));
    const [hot, cold] = state.connections;
    assert.ok(hot && cold);
    const survey = { ...hot.survey, replaces: "first-time", power: "none" } as const;
    await addEvents(
      context,
      idOf(0xe003),
      fresh([event({ kind: "survey-saved", connection: hot.id, survey })]),
    );
    const after = (await readVisit(context, idOf(0xe003))).state.connections[1];
    assert.deepEqual([after?.survey.replaces, after?.survey.power], ["first-time", "none"]);
    assert.equal(after?.survey.water, cold.survey.water);
    const moved = { ...survey, fixtureId: "another" };
    await assert.rejects(
      addEvents(
        context,
        idOf(0xe003),
        fresh([event({ kind: "survey-saved", connection: hot.id, survey: moved })]),
      ),
      code("refused"),
    );
  });
});

describe("a step out of order", () => {
  const tick = (step: string, more: object = {}) =>
    event({
      kind: "step-done",
      connection: CONNECTION,
      step,
      role: null,
      joint: null,
      turns: null,
      ...more,
    });

  it("is refused with what comes first, and taken with the reason written down", async () => {
    const visit = idOf(0xe004);
    await openVisit(context, visit, fresh(startedVisit()));
    await assert.rejects(addEvents(context, visit, fresh([tick("take-off")])), /First \(close-stop\)/);
    await addEvents(context, visit, fresh([tick("take-off", { override: "it was off when we came" })]));
    const { events, state } = await readVisit(context, visit);
    assert.equal(state.connections[0]?.steps.has("take-off"), true);
    assert.match(state.connections[0]?.notes[0]?.text ?? "", /out of order.*off when we came/);
    const last = events.at(-1)?.event;
    assert.equal(last?.kind === "step-done" ? last.override : null, "it was off when we came");
    assert.equal(last?.kind === "step-done" ? last.role : null, "take-off");
  });

  it("is not held against a visit that happened elsewhere", async () => {
    const ticks = tickedTo(startedVisit(), "water-in");
    const file = {
      format: "brass-nut/visit@1",
      visit: idOf(0xe005),
      events: fresh(ticks.filter((each) => each.kind !== "step-done" || each.step !== "prove")).map(
        (each) => ({ event: each, receivedAt: NOW.toISOString() }),
      ),
    };
    const read = await importVisit(context, JSON.stringify(file));
    assert.equal(read.added, file.events.length);
  });
});
