/** What the shop remembers between visits: kept with the events, and the same as making everything again from them. */
import assert from "node:assert/strict";
import { after, before, describe, it } from "node:test";
import fc from "fast-check";
import { makeContext } from "../../src/app/context.ts";
import {
  forgetBusyTimes,
  moveVisit,
  readCalendarFile,
  readWeek,
  shopCalendar,
} from "../../src/app/schedule/week.ts";
import { search } from "../../src/app/search/search.ts";
import { changePart, readPart } from "../../src/app/shop/part-page.ts";
import { shopParts } from "../../src/app/shop/shop.ts";
import { exportTruck, setTruckStock, truckStock } from "../../src/app/shop/truck.ts";
import { loadOfVisits, readLoadDay, tickLoad } from "../../src/app/shop/truck-load.ts";
import { dueCalendar, readDue, settleDue, setUpkeep } from "../../src/app/site/due.ts";
import { exportSites, exportVisits } from "../../src/app/site/lists-csv.ts";
import {
  addCustomer,
  correctCustomer,
  correctSite,
  readCustomer,
  readSite,
  readSites,
  siteIdOf,
} from "../../src/app/site/site.ts";
import { compareProjection } from "../../src/app/visit/rebuild.ts";
import { changeSavedViews, readSavedViews } from "../../src/app/visit/saved-views.ts";
import { dayStart } from "../../src/app/visit/site-clock.ts";
import { duplicateVisit, startNextVisit, startVisit } from "../../src/app/visit/start-visit.ts";
import { readDay, readVisitPage } from "../../src/app/visit/today.ts";
import { addEvents, openVisit, readVisit } from "../../src/app/visit/visit.ts";
import { exportVisit, importVisit } from "../../src/app/visit/visit-file.ts";
import type { VisitAct, VisitEvent } from "../../src/core/visit/index.ts";
import type { VisitFilter } from "../../src/db/visit-list.ts";
import { cloneDatabase, type TestDatabase } from "../support/server.ts";
import { allDry, event, idOf, LEFT, SITE, signature, startedVisit, tickedTo } from "../support/story.ts";

const NOW = new Date("2026-03-09T12:00:00.000Z");
let database: TestDatabase;
let context: ReturnType<typeof makeContext>;
const at = (iso: string) => makeContext(database.sql, () => new Date(iso));

before(async () => {
  database = await cloneDatabase("template_empty");
  context = makeContext(database.sql, () => NOW);
});
after(() => database.drop());

const rejects = (work: Promise<unknown>, code: string) =>
  assert.rejects(work, (error: { code?: string }) => error.code === code);
const formOf = (fields: Readonly<Record<string, string>>) => {
  const form = new FormData();
  for (const [name, value] of Object.entries(fields)) form.set(name, value);
  return form;
};
let counted = 0x500000;
/** Events under fresh ids, on a connection of its own. */
function own(events: readonly VisitEvent[], connection: string): readonly VisitEvent[] {
  return events.map((each) => {
    const fresh = { ...each, id: idOf(++counted) };
    return "connection" in fresh ? { ...fresh, connection } : fresh;
  });
}
async function signedVisit(number: number): Promise<{ visit: string; connection: string }> {
  const [visit, connection] = [idOf(0x600000 + number), idOf(0x610000 + number)];
  await openVisit(context, visit, own([...allDry(startedVisit()), signature()], connection));
  return { visit, connection };
}
async function differences(visit: string): Promise<readonly string[]> {
  const { events, state } = await readVisit(context, visit);
  const telling = { events: events.map((each) => each.event), state };
  return compareProjection(database.sql, visit, telling, { tables: context.tables, write: false });
}

describe("what is kept beside the events", () => {
  it("is what making it again from the events gives, after any list of events", async () => {
    const acts: readonly ((connection: string) => VisitAct)[] = [
      () => ({ kind: "visit-noted", text: "key with Teodor" }),
      (connection) => ({ kind: "connection-noted", connection, text: "old trap" }),
      (connection) => ({ kind: "connection-removed", connection, reason: "not today" }),
      (connection) => ({ kind: "connection-restored", connection }),
      () => ({ kind: "visit-binned", reason: "twice" }),
      () => ({ kind: "visit-restored" }),
      (connection) => ({ kind: "connection-reopened", connection, reason: "again" }),
      (connection) => ({
        kind: "connection-signed",
        connection,
        name: "Ines Varga",
        lookBackBy: "plumber",
        left: LEFT,
      }),
      (connection) => ({
        kind: "target-checked",
        connection,
        target: "connection",
        stage: "look-back",
        result: "dry",
        method: "tissue",
        watchedMin: null,
        note: "",
      }),
      () => ({
        kind: "visit-renamed",
        title: "another name",
        site: { ...SITE, name: "Slipway House" },
        startsAt: "2026-03-10T10:00:00.000Z",
      }),
    ];
    const undo = acts.length;
    let run = 0;
    await fc.assert(
      fc.asyncProperty(
        fc.boolean(),
        fc.array(fc.nat(undo), { minLength: 1, maxLength: 7 }),
        async (isSigned, picks) => {
          run += 1;
          const [visit, connection] = [idOf(0x700000 + run), idOf(0x710000 + run)];
          const start = isSigned
            ? [...allDry(startedVisit()), signature()]
            : tickedTo(startedVisit(), "make-1");
          await openVisit(context, visit, own(start, connection));
          for (const pick of picks) {
            const { events } = await readVisit(context, visit);
            const last = events.at(-1)?.event.id ?? "";
            const act = acts[pick]?.(connection) ?? { kind: "event-undone" as const, undoes: last };
            // What the rules refuse changes nothing, and is no part of this test.
            await addEvents(context, visit, own([event(act)], connection)).catch(() => undefined);
          }
          assert.deepEqual(await differences(visit), []);
        },
      ),
      { numRuns: 25 },
    );
  });

  it("is written for a visit that is read from a file, too, and takes nothing from this truck", async () => {
    const { visit } = await signedVisit(1);
    const other = await cloneDatabase("template_empty");
    try {
      const there = makeContext(other.sql, () => NOW);
      await setTruckStock(there, "LB-C38B78-012,5", 0);
      await importVisit(there, JSON.stringify(await exportVisit(context, visit)));
      const site = (await readSites(there, null)).sites[0];
      assert.equal(site?.visits, 1);
      assert.equal((await readSite(there, site?.siteId ?? "")).rooms.length, 1);
      assert.equal((await truckStock(there))?.get("LB-C38B78-012"), 5);
    } finally {
      await other.drop();
    }
  });
});

describe("a second visit a year later", () => {
  it("begins from what was left, shows its history, and makes the due things anew", async () => {
    const { visit, connection } = await signedVisit(2);
    const siteId = (await siteIdOf(context, visit)) ?? "";
    const later = at("2027-03-20T12:00:00.000Z");
    const before = await readDue(later, { siteId, after: null });
    const codes = before.months
      .flatMap(({ sites }) => sites.flatMap(({ things }) => things))
      .filter(({ connectionId }) => connectionId === connection)
      .map(({ code, isLate }) => [code, isLate]);
    assert.deepEqual(codes.toSorted(), [
      ["stop-prove", true],
      ["yearly-look", true],
    ]);

    const next = idOf(0x600a02);
    const form = { visit: next, title: "", startsOn: "2027-03-25T09:30" as const, connections: [connection] };
    await startNextVisit(later, siteId, form);
    await startNextVisit(later, siteId, form);
    const { state, events } = await readVisit(later, next);
    assert.equal(
      events.filter((each) => each.event.kind === "connection-added").length,
      1,
      "sent twice, once there",
    );
    const [second] = state.connections;
    assert.ok(second);
    assert.deepEqual(
      [second.continues, second.survey.confirmed, second.survey.stop.proof],
      [connection, [], "not-proved"],
    );
    assert.equal(state.startsAt, "2027-03-25T12:30:00.000Z", "by the clocks of the site");
    const booked = await readDue(later, { siteId, after: null });
    assert.ok(
      booked.months
        .flatMap(({ sites }) => sites.flatMap(({ things }) => things))
        .filter(({ connectionId }) => connectionId === connection)
        .every(({ bookedVisit }) => bookedVisit === next),
    );
    await rejects(
      startNextVisit(later, siteId, { ...form, visit: idOf(0x600a03), connections: [idOf(0xdead)] }),
      "not-found",
    );
  });

  it("puts the first visit into the fixture's history once it is signed", async () => {
    const { visit, connection } = await signedVisit(3);
    const siteId = (await siteIdOf(context, visit)) ?? "";
    const [next, again] = [idOf(0x600b03), idOf(0x610b03)];
    const events = own([...allDry(startedVisit()), signature()], again).map((each) =>
      each.kind === "connection-added" ? { ...each, continues: connection } : each,
    );
    await openVisit(context, next, events);
    const { rooms } = await readSite(context, siteId);
    const fixtures = rooms.flatMap((room) => room.fixtures);
    assert.ok(
      !fixtures.some((fixture) => fixture.connections.some((each) => each.connection === connection)),
    );
    const fixture = fixtures.find((each) => each.connections.some(({ connection: id }) => id === again));
    assert.deepEqual(
      fixture?.before.map(({ visit: id }) => id),
      [visit],
    );
    const due = await readDue(at("2028-01-01T00:00:00.000Z"), { siteId, after: null });
    const dueOf = due.months.flatMap(({ sites }) =>
      sites.flatMap(({ things }) => things.map(({ connectionId }) => connectionId)),
    );
    assert.ok(!dueOf.includes(connection) && dueOf.includes(again));
  });

  it("may be dismissed with a reason, taken back, counted anew by other intervals, and is a calendar that stays the same", async () => {
    const { connection } = await signedVisit(4);
    const there = at("2027-02-01T12:00:00.000Z");
    const things = async () =>
      (await readDue(there, { siteId: null, after: null })).months
        .flatMap(({ sites }) => sites.flatMap((site) => site.things))
        .filter(({ connectionId }) => connectionId === connection);
    const look = (await things()).find(({ code }) => code === "yearly-look");
    assert.ok(look);
    const key = { connection, code: look.code, dueOn: look.dueOn };
    await rejects(settleDue(there, formOf({ action: "dismiss", ...key, reason: " " })), "invalid");
    await settleDue(there, formOf({ action: "dismiss", ...key, reason: "done by the house" }));
    assert.ok(!(await things()).some(({ code }) => code === "yearly-look"));
    await settleDue(there, formOf({ action: "restore", ...key }));
    assert.ok((await things()).some(({ code }) => code === "yearly-look"));
    assert.equal(await dueCalendar(there), await dueCalendar(there));
    assert.match(await dueCalendar(there), /BEGIN:VEVENT[\s\S]*DTSTART;VALUE=DATE:2027/);
    const intervals = Object.fromEntries(
      context.tables.upkeep.map(({ code, months }) => [code, String(months)]),
    );
    await rejects(setUpkeep(there, formOf({ ...intervals, "yearly-look": "-1" }), 0), "invalid");
    await setUpkeep(there, formOf({ ...intervals, "yearly-look": "0" }), 0);
    assert.ok(!(await things()).some(({ code }) => code === "yearly-look"));
    await rejects(setUpkeep(there, formOf(intervals), 0), "stale");
    await setUpkeep(there, formOf(intervals), 1);
  });
});

describe("customers and sites", () => {
  it("are added once, corrected with what stood before, and refused where somebody was quicker", async () => {
    const { visit } = await signedVisit(5);
    const siteId = (await siteIdOf(context, visit)) ?? "";
    const customer = idOf(0x620001);
    const fields = { name: "Commons Trust", phone: "902 555 0177", email: "keys@commons.example", note: "" };
    await addCustomer(context, customer, formOf(fields));
    await addCustomer(context, customer, formOf(fields));
    await rejects(addCustomer(context, idOf(0x620002), formOf({ ...fields, email: "no" })), "invalid");
    const { site } = await readSite(context, siteId);
    const told = {
      name: site.name,
      address: site.address,
      zone: site.zone,
      contacts: "Teodor Lindqvist, keys, 902 555 0133",
      accessNote: "north door sticks",
      customer,
      version: String(site.version),
    };
    await rejects(correctSite(context, siteId, formOf({ ...told, contacts: "Teodor, keys, 12" })), "invalid");
    await correctSite(context, siteId, formOf(told));
    await rejects(correctSite(context, siteId, formOf(told)), "stale");
    const page = await readSite(context, siteId);
    assert.deepEqual(
      [page.customer?.name, page.site.contacts[0]?.name, page.site.accessNote],
      ["Commons Trust", "Teodor Lindqvist", "north door sticks"],
    );
    assert.deepEqual(page.changes.map(({ field }) => field).toSorted(), ["access", "contacts", "customer"]);
    assert.deepEqual(
      (await readCustomer(context, customer)).sites.map((each) => each.siteId),
      [siteId],
    );
    await correctCustomer(context, customer, formOf({ ...fields, phone: "", version: "1" }));
    await rejects(correctCustomer(context, customer, formOf({ ...fields, version: "1" })), "stale");
  });
});

describe("lists as files", () => {
  it("name every visit and site, and mark for a spreadsheet what a spreadsheet would run", async () => {
    const { visit } = await signedVisit(9);
    const rename = event({
      kind: "visit-renamed",
      title: "=1+1, the odd one",
      site: { ...SITE, name: 'Slip "B", shed' },
    });
    await addEvents(context, visit, own([rename], idOf(1)));
    const visits = await exportVisits(context);
    assert.match(visits, /^visit,starts_at,title,site,address,phase,follow_up_due_at\n/);
    assert.ok(visits.includes(`${visit},2026-03-08T05:00:00.000Z,"=1+1, the odd one","Slip ""B"", shed",`));
    assert.ok((await exportVisits(context, true)).includes(`"'=1+1, the odd one"`));
    assert.match(
      await exportSites(context),
      /"Slip ""B"", shed",3 Slipway Road,America\/Halifax,,1,2026-03-08T05:00:00\.000Z\n/,
    );
  });
});

describe("search", () => {
  const found = async (text: string) =>
    (await search(context, text)).groups.flatMap(({ kind, found: all }) =>
      all.map(({ title }) => `${kind}: ${title}`),
    );

  it("finds customers, sites, visits, fixtures, notes and parts by words and how they begin", async () => {
    const { visit } = await signedVisit(6);
    await addEvents(
      context,
      visit,
      own([event({ kind: "visit-noted", text: "Rinsewater smells of tallow" })], idOf(1)),
    );
    await addCustomer(
      context,
      idOf(0x620009),
      formOf({ name: "Harbour Quilting Circle", phone: "", email: "", note: "" }),
    );
    assert.ok((await found("tallow")).includes("note: Rinsewater smells of tallow"));
    assert.ok((await found("quilt")).includes("customer: Harbour Quilting Circle"));
    assert.ok((await found("gullwing hall")).some((each) => each === "site: Gullwing Hall"));
    assert.ok((await found("water hammer")).some((each) => each.startsWith("part: ")));
    const both = await found("toilet LB-C38B78-012");
    assert.ok(both.some((each) => each.startsWith("fixture: ")));
  });

  it("finds what is mistyped by its letters, nothing for nonsense, and takes any signs", async () => {
    const alike = await search(context, "quiltng circel");
    assert.deepEqual([alike.isAlike, alike.groups[0]?.kind], [true, "customer"]);
    assert.deepEqual(await found("qqqqzzzz"), []);
    for (const text of ["", "'", "a' | b & !c:*", "::::", "\\", "%_", "x".repeat(500)])
      await assert.doesNotReject(search(context, text), text);
  });

  it("forgets what is in the bin", async () => {
    const { visit } = await signedVisit(7);
    await addEvents(context, visit, own([event({ kind: "visit-noted", text: "marmalade kettle" })], idOf(1)));
    assert.equal((await found("marmalade")).length, 1);
    await addEvents(context, visit, own([event({ kind: "visit-binned", reason: "twice" })], idOf(1)));
    assert.equal((await found("marmalade")).length, 0);
  });
});

describe("the truck", () => {
  it("gives a part when its joint is made, and gets it back when that is undone", async () => {
    const other = await cloneDatabase("template_empty");
    try {
      const there = makeContext(other.sql, () => NOW);
      const events = own(startedVisit(), idOf(0x610c01));
      const visit = idOf(0x600c01);
      await openVisit(there, visit, events);
      const { state } = await readVisit(there, visit);
      const sku = state.connections[0]?.plan?.plan.parts[0]?.sku ?? "";
      await setTruckStock(there, `sku,quantity,bin,least\n${sku},3,A1,2\n`, 0);
      const made = own(tickedTo(events, "make-1").slice(events.length), idOf(0x610c01));
      await addEvents(there, visit, made);
      assert.equal((await truckStock(there))?.get(sku), 2);
      await addEvents(there, visit, made);
      assert.equal((await truckStock(there))?.get(sku), 2, "sent twice, drawn once");
      const tick = made.findLast((each) => each.kind === "step-done" && each.joint === 1);
      await addEvents(there, visit, own([event({ kind: "event-undone", undoes: tick?.id ?? "" })], idOf(1)));
      assert.equal((await truckStock(there))?.get(sku), 3);
      assert.equal(await exportTruck(there), `sku,quantity,bin,least\n${sku},3,A1,2\n`);
      await setTruckStock(there, await exportTruck(there), 1);
      assert.equal(await exportTruck(there), `sku,quantity,bin,least\n${sku},3,A1,2\n`);
      await setTruckStock(there, `${sku},1`, 2);
      assert.match(await exportTruck(there), /,1,A1,2\n$/, "bin and least stay where they are not told");

      const list = await loadOfVisits(there, [visit]);
      assert.deepEqual([list.parts[0]?.sku, list.parts[0]?.onTruck, list.parts[0]?.short], [sku, 1, 0]);
      await rejects(loadOfVisits(there, [visit, idOf(0xdead)]), "not-found");
      const tickForm = { day: "2026-03-08", item: sku, quantity: "2" };
      await tickLoad(there, formOf({ ...tickForm, action: "load" }));
      await tickLoad(there, formOf({ ...tickForm, action: "load" }));
      assert.equal((await truckStock(there))?.get(sku), 3, "ticked twice, put there once");
      const day = await readLoadDay(there, "2026-03-08");
      assert.ok(day.lines.find((each) => each.sku === sku)?.tick);
      await tickLoad(there, formOf({ ...tickForm, action: "unload" }));
      assert.equal((await truckStock(there))?.get(sku), 1);
    } finally {
      await other.drop();
    }
  });
});

describe("parts", () => {
  it("have a price over time, may be retired, and are copied as the shop's own", async () => {
    const sku = "LB-C38B78-016";
    await rejects(changePart(context, sku, formOf({ action: "price", price: "a lot" })), "invalid");
    await changePart(context, sku, formOf({ action: "price", price: "9.50" }));
    await changePart(context, sku, formOf({ action: "price", price: "$10" }));
    const { part, prices } = await readPart(context, sku);
    assert.equal(part.priceCents, 1000);
    assert.deepEqual(
      prices.map(({ cents }) => cents),
      [1000, 950],
    );
    await changePart(context, sku, formOf({ action: "choice", choice: "retired" }));
    assert.ok(!(await shopParts(context)).parts.some((each) => each.sku === sku), "planned with no more");
    assert.equal((await readPart(context, sku)).choice, "retired", "and still listed");
    await changePart(context, sku, formOf({ action: "choice", choice: "none" }));
    assert.ok((await shopParts(context)).parts.some((each) => each.sku === sku));
    const copy = { action: "copy", sku: "OURS-1", name: "Our line", price: "3", lengthIn: "17" };
    assert.equal(await changePart(context, sku, formOf(copy)), "OURS-1");
    assert.equal((await readPart(context, "OURS-1")).part.lengthIn, 17);
    await rejects(changePart(context, sku, formOf(copy)), "conflict");
    assert.equal(await changePart(context, "OURS-1", formOf({ action: "drop" })), null);
    assert.equal(await changePart(context, sku, formOf({ action: "drop" })), sku);
    await rejects(readPart(context, "OURS-1"), "not-found");
  });
});

describe("all visits", () => {
  it("are narrowed by site, days and title, and a view is saved by its name", async () => {
    const { visit } = await signedVisit(8);
    const siteId = await siteIdOf(context, visit);
    const all = async (change: Partial<VisitFilter>) =>
      (
        await readVisitPage(context, "all", {
          after: null,
          limit: 200,
          filter: { siteId: null, from: null, until: null, title: null, ...change },
        })
      ).tickets;
    const ofSite = await all({ siteId });
    assert.ok(ofSite.some(({ id }) => id === visit));
    assert.ok(ofSite.every(({ site }) => site.name === SITE.name));
    const day = await all({
      from: dayStart("2026-03-08", SITE.zone),
      until: dayStart("2026-03-08", SITE.zone, 1),
    });
    assert.ok(
      day.length > 0 && day.every(({ startsAt }) => startsAt.toISOString() < "2026-03-09T03:00:00.000Z"),
    );
    assert.equal((await all({ title: "TEST V" })).length, (await all({ title: "test visit" })).length);
    assert.deepEqual(await all({ title: "nothing is called so %" }), []);
    await changeSavedViews(context, formOf({ name: "March", query: "list=all&from=2026-03-01" }), 0);
    await rejects(changeSavedViews(context, formOf({ name: "Late", query: "" }), 0), "stale");
    assert.deepEqual((await readSavedViews(context)).views, [
      { name: "March", query: "list=all&from=2026-03-01" },
    ]);
    await changeSavedViews(context, formOf({ name: "March", query: "", action: "remove" }), 1);
    assert.deepEqual((await readSavedViews(context)).views, []);
  });
});

describe("visits with a date", () => {
  const newVisit = (visit: string, startsOn: `${string}T${string}`) => ({
    visit,
    preset: "Toilet",
    site: "" as const,
    siteName: SITE.name,
    siteAddress: SITE.address,
    siteZone: SITE.zone,
    startsOn,
    title: "",
    place: "",
  });

  it("are booked for a day and time at the site, moved behind another one, and shown in their week", async () => {
    const [one, two] = [idOf(0x600d01), idOf(0x600d02)];
    await startVisit(context, newVisit(one, "2026-06-02T09:00"));
    await startVisit(context, newVisit(two, "2026-06-04T14:00"));
    await rejects(startVisit(context, newVisit(idOf(0x600d03), "2026-03-08T02:30")), "invalid");
    await moveVisit(context, formOf({ visit: two, day: "2026-06-02", after: one }));
    const week = await readWeek(context, "2026-06-01", SITE.zone);
    const tuesday = week.find(({ day }) => day === "2026-06-02");
    assert.deepEqual(
      tuesday?.visits.map(({ id, from }) => [id, from]),
      [
        [one, "09:00"],
        [two, "10:30"],
      ],
    );
    await moveVisit(context, formOf({ visit: two, startsOn: "2026-06-02T09:15" }));
    const again = (await readWeek(context, "2026-06-01", SITE.zone)).find(({ day }) => day === "2026-06-02");
    assert.equal(again?.visits.find(({ id }) => id === two)?.overlaps, true);
    await rejects(
      moveVisit(context, formOf({ visit: idOf(0xdead), startsOn: "2026-06-02T09:15" })),
      "not-found",
    );
  });

  it("are a whole room from a template, and the same again as a duplicate that nobody has looked at", async () => {
    const [room, copy] = [idOf(0x600e01), idOf(0x600e02)];
    const { preset: _, ...form } = newVisit(room, "2026-06-09T09:00");
    await startVisit(context, { ...form, template: "washroom" });
    const { state } = await readVisit(context, room);
    assert.deepEqual(
      [state.title, state.connections.map(({ survey }) => survey.fixture)],
      ["A washroom", ["toilet", "lavatory", "lavatory"]],
    );
    await duplicateVisit(context, room, copy);
    await duplicateVisit(context, room, copy);
    const again = (await readVisit(context, copy)).state;
    assert.equal(again.connections.length, 3);
    assert.ok(again.connections.every(({ survey }) => survey.confirmed?.length === 0));
    const fixtures = new Set(again.connections.flatMap(({ survey }) => survey.fixtureId ?? []));
    assert.equal(fixtures.size, 1);
    assert.ok(!state.connections.some(({ survey }) => fixtures.has(survey.fixtureId ?? "")));
    assert.ok((await readDay(context, "UTC")).tickets.some(({ id }) => id === copy));
  });

  it("are a calendar that comes back unchanged; what others wrote is busy time", async () => {
    const file = await shopCalendar(context);
    assert.equal(await shopCalendar(context), file);
    const read = await readCalendarFile(context, file, SITE.zone);
    assert.deepEqual([read.busy, read.moved], [0, []]);
    assert.ok(read.own >= 3);
    assert.equal(await shopCalendar(context), file);
    const foreign = [
      "BEGIN:VCALENDAR",
      "VERSION:2.0",
      "PRODID:-//somebody//else//EN",
      "BEGIN:VEVENT",
      "UID:dentist@elsewhere.example",
      "DTSTAMP:20260101T000000Z",
      "DTSTART:20260603T130000Z",
      "DTEND:20260603T140000Z",
      "RRULE:FREQ=WEEKLY;COUNT=3",
      "SUMMARY:Dentist",
      "END:VEVENT",
      "END:VCALENDAR",
    ].join("\r\n");
    assert.equal((await readCalendarFile(context, foreign, SITE.zone)).busy, 3);
    assert.equal((await readCalendarFile(context, foreign, SITE.zone)).busy, 3);
    const week = await readWeek(context, "2026-06-08", SITE.zone);
    assert.deepEqual(
      week.flatMap(({ day, busy }) => busy.map((each) => [day, each.from, each.summary])),
      [["2026-06-10", "10:00", "Dentist"]],
    );
    assert.equal(await forgetBusyTimes(context), 3);
    await rejects(readCalendarFile(context, "no calendar", SITE.zone), "invalid");
  });
});
