import assert from "node:assert/strict";
import { after, before, describe, it } from "node:test";
import { makeContext } from "../../src/app/context.ts";
import { loadDemoOnce } from "../../src/app/demo/demo.ts";
import { isReadable, readDay } from "../../src/app/visit/today.ts";
import { addEvents, openVisit, readVisit } from "../../src/app/visit/visit.ts";
import { exportVisit, importVisit } from "../../src/app/visit/visit-file.ts";
import type { VisitEvent } from "../../src/core/visit/index.ts";
import { migrate } from "../../src/db/migrate.ts";
import { findVisit, insertEvents } from "../../src/db/visit.ts";
import { visitFile } from "../../src/schema/visit.ts";
import { cloneDatabase, type TestDatabase } from "../support/server.ts";
import { allDry, CONNECTION, event, idOf, LEFT, startedVisit } from "../support/story.ts";

const NOW = new Date("2026-03-09T12:00:00.000Z");
const DAY_MS = 24 * 60 * 60 * 1000;
let database: TestDatabase;
let context: ReturnType<typeof makeContext>;

before(async () => {
  database = await cloneDatabase("template_empty");
  context = makeContext(database.sql, () => NOW);
});
after(() => database.drop());

const visitId = (number: number) => idOf(0xabc000 + number);
/** The story under fresh ids, so that each test has a visit of its own. */
function fresh(events: ReturnType<typeof startedVisit>, run: number) {
  return events.map((each, index) => ({ ...each, id: idOf(0x10000 * (run + 1) + index) }));
}
const rejects = (work: Promise<unknown>, code: string) =>
  assert.rejects(work, (error: { code?: string }) => error.code === code);

describe("migrations", () => {
  it("may be run again and change nothing", async () => {
    await migrate(database.ownerUrl);
    const rows = await database.sql`select version from schema_version order by version`;
    assert.deepEqual(
      rows.map((row) => Number(row["version"])),
      [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11],
    );
  });

  it("run by two at once, one waits for the other", async () => {
    await Promise.all([migrate(database.ownerUrl), migrate(database.ownerUrl)]);
    assert.equal((await database.sql`select 1 from schema_version where version = 1`).length, 1);
  });

  it("stop when an applied file was edited", async () => {
    await database.admin`update schema_version set md5 = 'another' where version = 1`;
    await assert.rejects(migrate(database.ownerUrl), /md5|checksum/i);
    const other = await cloneDatabase("template_empty");
    const [row] = await other.sql<{ md5: string }[]>`select md5 from schema_version where version = 1`;
    await other.drop();
    await database.admin`update schema_version set md5 = ${row?.md5 ?? ""} where version = 1`;
    await migrate(database.ownerUrl);
  });
});

describe("visits", () => {
  it("open once, however often they are sent", async () => {
    const events = fresh(startedVisit(), 0);
    assert.deepEqual(await openVisit(context, visitId(0), events), {
      visit: visitId(0),
      version: 3,
      added: 3,
    });
    assert.deepEqual(await openVisit(context, visitId(0), events), {
      visit: visitId(0),
      version: 3,
      added: 0,
    });
    await rejects(openVisit(context, visitId(0), fresh(startedVisit(), 90)), "conflict");
    await rejects(openVisit(context, visitId(91), events), "conflict");
  });

  it("give back what was put in, in order", async () => {
    const events = fresh(allDry(startedVisit()), 1);
    await openVisit(context, visitId(1), events);
    const read = await readVisit(context, visitId(1));
    assert.deepEqual(
      read.events.map((each) => each.event),
      // What the planner says of a choice is the server's to add.
      events.map((each) =>
        each.kind === "plan-chosen" ? { ...each, judged: { current: true, differs: [] } } : each,
      ),
    );
    assert.deepEqual([read.version, read.phase, read.state.title], [events.length, "ready", "Test visit"]);
  });

  it("take each event exactly once", async () => {
    await openVisit(context, visitId(2), fresh(startedVisit(), 2));
    const note = event({ kind: "visit-noted", text: "once" }, idOf(0x2ff00));
    assert.equal((await addEvents(context, visitId(2), [note])).added, 1);
    assert.equal((await addEvents(context, visitId(2), [note])).added, 0);
    await rejects(addEvents(context, visitId(2), [{ ...note, text: "twice" } as typeof note]), "conflict");
    assert.equal((await readVisit(context, visitId(2))).state.notes.length, 1);
  });

  it("carry the actor the server knows, whatever the writer says, and stay the same event under another name", async () => {
    await openVisit(context, visitId(7), fresh(startedVisit(), 7));
    const forged = {
      ...event({ kind: "visit-noted", text: "x" }, idOf(0x7ff00)),
      actor: "Customer, by link",
    };
    const send = async (actor: string) => (await addEvents(context, visitId(7), [forged], { actor })).added;
    assert.deepEqual([await send("Robin Sedge"), await send("Somebody else")], [1, 0]);
    const { events } = await readVisit(context, visitId(7));
    assert.equal(events.at(-1)?.event.actor, "Robin Sedge");
  });

  it("refuse a writer who has not seen the latest, and take him when he has", async () => {
    await openVisit(context, visitId(3), fresh(startedVisit(), 3));
    const note = (number: number) =>
      event({ kind: "visit-noted", text: `n${number}` }, idOf(0x3ff00 + number));
    await addEvents(context, visitId(3), [note(1)], { version: 3 });
    await rejects(addEvents(context, visitId(3), [note(2)], { version: 3 }), "stale");
    assert.equal(
      (await addEvents(context, visitId(3), [note(1)], { version: 3 })).added,
      0,
      "what is there already is not stale",
    );
    assert.equal((await addEvents(context, visitId(3), [note(2)], { version: 4 })).version, 5);
  });

  it("number events without a gap when many write at once", async () => {
    await openVisit(context, visitId(4), fresh(startedVisit(), 4));
    const notes = Array.from({ length: 12 }, (_, index) =>
      event({ kind: "visit-noted", text: `n${index}` }, idOf(0x4ff00 + index)),
    );
    await Promise.all(notes.map((note) => addEvents(context, visitId(4), [note])));
    const rows = await database.sql<
      { seq: number }[]
    >`select seq from visit_event where visit_id = ${visitId(4)} order by seq`;
    assert.deepEqual(
      rows.map((row) => row.seq),
      Array.from({ length: 15 }, (_, index) => index + 1),
    );
  });

  it("keep nothing of a batch of which one event is refused", async () => {
    await openVisit(context, visitId(5), fresh(startedVisit(), 5));
    const good = event({ kind: "visit-noted", text: "good" }, idOf(0x5ff00));
    const bad = event(
      { kind: "connection-signed", connection: CONNECTION, name: "T", lookBackBy: "plumber", left: LEFT },
      idOf(0x5ff01),
    );
    await rejects(addEvents(context, visitId(5), [good, bad]), "refused");
    assert.equal((await readVisit(context, visitId(5))).version, 3);
  });

  it("refuse a time that is still to come, and a plan of ends that do not meet", async () => {
    const events = fresh(startedVisit(), 6);
    await rejects(
      openVisit(
        context,
        visitId(6),
        events.map((each) => ({ ...each, typedAt: "2026-03-10T12:00:00.000Z" })),
      ),
      "refused",
    );
    const impossible = events.map((each): VisitEvent => {
      if (each.kind !== "plan-chosen") return each;
      const [first, ...others] = each.plan.joints;
      assert.ok(first?.ends);
      const joints = [{ ...first, ends: [first.ends[0], first.ends[0]] as const }, ...others];
      return { ...each, plan: { ...each.plan, id: "made up", joints } };
    });
    await rejects(openVisit(context, visitId(6), impossible), "refused");
  });

  it("keep a plan whose price has changed since, or that the planner does not give, and say what differs", async () => {
    const chosen = async (number: number, change: (each: VisitEvent) => VisitEvent) => {
      await openVisit(context, visitId(number), fresh(startedVisit(), number).map(change));
      const { plan } = (await readVisit(context, visitId(number))).state.connections[0] ?? assert.fail();
      return plan ?? assert.fail();
    };
    const dearer = await chosen(61, (each) =>
      each.kind === "plan-chosen" ? { ...each, plan: { ...each.plan, priceCents: 1 } } : each,
    );
    assert.equal(dearer.plan.priceCents, 1, "the price stays as it was chosen");
    assert.equal(dearer.judged?.current, false);
    assert.match(dearer.judged?.differs.join() ?? "", /^price \$0\.01 as chosen, \$/);
    const forged = await chosen(62, (each) =>
      each.kind === "plan-chosen"
        ? {
            ...each,
            plan: {
              ...each.plan,
              id: "made elsewhere",
              joints: each.plan.joints.map((joint) => ({ ...joint, hardMaxTurns: 9, reason: "trust me" })),
            },
          }
        : each,
    );
    assert.equal(forged.judged?.current, false);
    assert.ok(
      forged.plan.joints.every(
        ({ hardMaxTurns, reason }) => (hardMaxTurns ?? 0) < 9 && reason !== "trust me",
      ),
    );
    assert.ok(forged.plan.warnings.some(({ code }) => code === "not-given-now"));
  });

  it("keep an event of a device whose clock was lost, with the time it came in, and give a file that is read again", async () => {
    const id = visitId(63);
    await openVisit(context, id, fresh(startedVisit(), 63));
    const note = (number: number, typedAt: string): VisitEvent => ({
      ...event({ kind: "visit-noted", text: "no clock" }, idOf(0x63ff00 + number)),
      typedAt,
    });
    // What the correction makes of the first is 1999, of the second 1927.
    await addEvents(context, id, [note(1, "2000-01-01T00:00:00.000Z")], {
      sentAt: new Date(NOW.getTime() + 6 * 60_000).toISOString(),
    });
    await addEvents(context, id, [note(2, "2000-01-01T00:00:00.000Z")], {
      sentAt: "2099-01-01T00:00:00.000Z",
    });
    await addEvents(context, id, [note(3, "1970-01-01T00:00:05.000Z")]);
    const { events } = await readVisit(context, id);
    for (const { event: kept } of events.slice(-3))
      assert.deepEqual([kept.typedAt, kept.isClockUnknown], [NOW.toISOString(), true]);
    assert.equal((await addEvents(context, id, [note(3, "1970-01-01T00:00:05.000Z")])).added, 0);
    const other = await cloneDatabase("template_empty");
    try {
      const there = makeContext(other.sql, () => NOW);
      await importVisit(there, JSON.stringify(await exportVisit(context, id)));
      assert.equal((await readVisit(there, id)).events.length, events.length);
    } finally {
      await other.drop();
    }
  });

  it("of a file bring no turns and hard stops of their own", async () => {
    await openVisit(context, visitId(64), fresh(startedVisit(), 64));
    const file = await exportVisit(context, visitId(64));
    const forged = JSON.parse(JSON.stringify(file).replaceAll(/"hardMaxTurns":[\d.]+/g, '"hardMaxTurns":9'));
    const other = await cloneDatabase("template_empty");
    try {
      const there = makeContext(other.sql, () => NOW);
      await importVisit(there, JSON.stringify(forged));
      const joints = async (context: typeof there) =>
        (await readVisit(context, visitId(64))).state.connections[0]?.joints.map(({ joint }) => joint);
      assert.deepEqual(await joints(there), await joints(context));
      assert.equal((await importVisit(there, JSON.stringify(forged))).added, 0, "and is the same file again");
    } finally {
      await other.drop();
    }
  });

  it("are not found when they are not there", async () => {
    await rejects(readVisit(context, visitId(99)), "not-found");
    await rejects(addEvents(context, visitId(99), fresh(startedVisit(), 99)), "not-found");
    assert.equal(await findVisit(database.sql, visitId(99)), undefined);
  });
});

describe("the event table", () => {
  for (const [name, work] of [
    ["changed", () => database.admin`update visit_event set actor = 'x'`],
    ["taken away", () => database.admin`delete from visit_event`],
    ["emptied", () => database.admin`truncate visit_event cascade`],
  ] as const)
    it(`is never ${name}`, () => assert.rejects(work(), /only added/));

  it("has no two events of one number", async () => {
    const row = {
      eventId: idOf(0x77777),
      visitId: visitId(0),
      seq: 1,
      kind: "visit-noted",
      actor: "x",
      typedAt: NOW,
      shape: 2,
      body: {},
    };
    await assert.rejects(insertEvents(database.sql, [row]), /visit_event_seq_once/);
  });
});

describe("a visit as a file", () => {
  it("comes back unchanged in another database, received times included", async () => {
    const text = JSON.stringify(await exportVisit(context, visitId(1)));
    const other = await cloneDatabase("template_empty");
    const there = makeContext(other.sql, () => NOW);
    try {
      const told = visitFile.parse(JSON.parse(text));
      assert.equal((await importVisit(there, text)).added, told.events.length);
      const back = visitFile.parse(JSON.parse(JSON.stringify(await exportVisit(there, visitId(1)))));
      assert.deepEqual(
        { ...back, events: back.events.map(({ imported: _, ...event }) => event) },
        told,
        "but for the marks of the import",
      );
      for (const { imported } of back.events)
        assert.deepEqual(imported, [{ at: NOW.toISOString(), by: "Plumber, not named" }]);
      assert.equal((await importVisit(there, text)).added, 0, "the same file again adds nothing");
      await importVisit(context, JSON.stringify(back));
      assert.equal(
        (await readVisit(context, visitId(1))).events.some(({ imported }) => imported !== undefined),
        false,
        "what is here already is not marked",
      );
    } finally {
      await other.drop();
    }
  });

  it("brings what is new of a visit that is here, and nothing when the two differ", async () => {
    const told = visitFile.parse(JSON.parse(JSON.stringify(await exportVisit(context, visitId(5)))));
    const note = event({ kind: "visit-noted", text: "told elsewhere" }, idOf(0x5ff77));
    const longer = { ...told, events: [...told.events, { event: note, receivedAt: note.typedAt }] };
    assert.equal((await importVisit(context, JSON.stringify(longer))).added, 1);
    assert.equal(
      (await importVisit(context, JSON.stringify(told))).added,
      0,
      "a shorter telling changes nothing",
    );
    const another = {
      ...longer,
      events: longer.events.map((each, index) =>
        index === 3 ? { ...each, event: { ...note, id: idOf(0x5ff78) } } : each,
      ),
    };
    await rejects(importVisit(context, JSON.stringify(another)), "conflict");
  });

  it("is refused under another visit's id: its events are that visit's", async () => {
    const told = visitFile.parse(JSON.parse(JSON.stringify(await exportVisit(context, visitId(1)))));
    await rejects(importVisit(context, JSON.stringify({ ...told, visit: visitId(51) })), "conflict");
    assert.equal(await findVisit(database.sql, visitId(51)), undefined);
  });

  it("is refused when it breaks a rule", async () => {
    const told = visitFile.parse(JSON.parse(JSON.stringify(await exportVisit(context, visitId(1)))));
    await rejects(
      importVisit(context, JSON.stringify({ ...told, visit: visitId(50), events: told.events.slice(1) })),
      "refused",
    );
  });
});

describe("the demo", () => {
  it("is loaded once in a database's life", async () => {
    const other = await cloneDatabase("template_empty");
    try {
      assert.equal(await loadDemoOnce(other.sql, NOW), true);
      assert.equal(await loadDemoOnce(other.sql, NOW), false);
      const { tickets } = await readDay(
        makeContext(other.sql, () => NOW),
        "UTC",
      );
      assert.ok(tickets.length >= 4);
      const later = tickets.find(
        (ticket) =>
          !(
            ticket.startsAt.getTime() > NOW.getTime() - DAY_MS &&
            ticket.startsAt.getTime() < NOW.getTime() + DAY_MS
          ),
      );
      assert.ok(
        later && isReadable(later) && later.isOverdue,
        "after today's visits the late look-back comes first",
      );
    } finally {
      await other.drop();
    }
  });
});
