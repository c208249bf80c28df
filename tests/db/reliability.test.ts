/** What must hold in the database whatever is done to it: powers of the server, lists that go on, one winner, nothing forged. */
import assert from "node:assert/strict";
import { after, before, describe, it } from "node:test";
import { v4 as uuid } from "uuid";
import { repairAll } from "../../ops/repair.ts";
import { makeContext } from "../../src/app/context.ts";
import { readFollowUps } from "../../src/app/follow-up/follow-up.ts";
import { AppError } from "../../src/app/http/app-error.ts";
import {
  exportCatalogue,
  importCatalogue,
  setShopStandards,
  shopParts,
  versionedStandards,
} from "../../src/app/shop/shop.ts";
import { setTruckStock } from "../../src/app/shop/truck.ts";
import { MOST_LOG_BYTES } from "../../src/app/visit/incoming-events.ts";
import { keepPhoto } from "../../src/app/visit/photos.ts";
import { isReadable, readDay, readVisitPage } from "../../src/app/visit/today.ts";
import { addEvents, openVisit, readVisit } from "../../src/app/visit/visit.ts";
import { exportVisit, importVisit } from "../../src/app/visit/visit-file.ts";
import { analyseHold } from "../../src/core/hold/index.ts";
import type { VisitEvent } from "../../src/core/visit/index.ts";
import { connect } from "../../src/db/client.ts";
import { databaseFault } from "../../src/db/fault.ts";
import { PNG } from "../support/picture.ts";
import { cloneDatabase, type TestDatabase } from "../support/server.ts";
import { allDry, CONNECTION, event, SITE, signature, startedVisit } from "../support/story.ts";

const NOW = new Date("2026-03-09T12:00:00.000Z");
let database: TestDatabase;
let context: ReturnType<typeof makeContext>;

before(async () => {
  database = await cloneDatabase("template_empty");
  context = makeContext(database.sql, () => NOW);
});
after(() => database.drop());

/** The events under ids of their own. */
const fresh = (events: readonly VisitEvent[]): readonly VisitEvent[] => {
  const ids = new Map(events.map(({ id }) => [id, uuid()]));
  return events.map((each) => {
    const renamed = { ...each, id: ids.get(each.id) ?? uuid() };
    return renamed.kind === "event-undone" ? { ...renamed, undoes: ids.get(renamed.undoes) ?? "" } : renamed;
  });
};
const note = (text = "n") => event({ kind: "visit-noted", text }, uuid());
async function opened(events: readonly VisitEvent[] = startedVisit(), id = uuid()): Promise<string> {
  await openVisit(context, id, fresh(events));
  return id;
}
const rejects = (work: Promise<unknown>, code: string) =>
  assert.rejects(work, (error) => error instanceof AppError && error.code === code);

describe("the server's role in the database", () => {
  it("is no superuser, owns nothing, and makes nothing", async () => {
    const [role] = await database.sql`
      select rolsuper, rolcreaterole, rolcreatedb, rolbypassrls, rolreplication from pg_roles where rolname = current_user`;
    assert.ok(role && Object.values(role).every((power) => power === false));
    const owned = await database.sql`select relname from pg_class where relowner = current_user::regrole`;
    assert.deepEqual([...owned], []);
  });

  for (const [name, statement] of [
    ["changes an event", "update visit_event set actor = 'x'"],
    ["takes an event away", "delete from visit_event"],
    ["empties the log", "truncate visit_event cascade"],
    ["switches the log's guard off", "alter table visit_event disable trigger all"],
    ["acts as a replica, where guards sleep", "set session_replication_role = replica"],
    ["takes a visit away", "delete from visit"],
    [
      "replaces the guard",
      "create or replace function refuse_change_of_event() returns trigger language plpgsql as 'begin return new; end'",
    ],
    ["makes a table", "create table mine (a int)"],
    ["reads a file", "select pg_read_file('/etc/passwd')"],
    ["runs a program", "copy (select 1) to program 'true'"],
    ["becomes the owner", "set role brassnut_owner"],
    ["sets an event aside", "insert into event_set_aside select event_id, visit_id, 'x' from visit_event"],
    ["marks what was migrated", "update schema_version set md5 = ''"],
  ] as const)
    it(`never ${name}`, () =>
      assert.rejects(database.sql.unsafe(statement), (error: { code?: string }) => error.code === "42501"));

  it("waits for nothing without an end", async () => {
    const settings = await database.sql<{ name: string; setting: string }[]>`
      select name, setting from pg_settings
      where name in ('statement_timeout', 'lock_timeout', 'idle_in_transaction_session_timeout')`;
    assert.equal(settings.length, 3);
    for (const { name, setting } of settings) assert.ok(Number(setting) > 0, name);
  });

  it("gives a lock up that nobody lets go, and says that the database is busy", async () => {
    const id = await opened();
    await database.admin.begin(async (held) => {
      await held`select 1 from visit where visit_id = ${id} for update`;
      await assert.rejects(
        database.sql.begin(async (tx) => {
          await tx`set local lock_timeout = 50`;
          await tx`select 1 from visit where visit_id = ${id} for update`;
        }),
        (error) => databaseFault(error) === "busy",
      );
    });
  });
});

describe("a connection lost in a transaction", () => {
  it("ends the transaction at once; nothing of it is sent on the connection that takes its place", async () => {
    const sql = connect(database.url, { most: 1 });
    const id = await opened();
    let went = 0;
    await assert.rejects(
      sql.begin(async (tx) => {
        const [row] = await tx<{ pid: number }[]>`select pg_backend_pid() as pid`;
        await database.admin`select pg_terminate_backend(${row?.pid ?? 0})`;
        // Some are sent while the connection goes, some after it has gone, some when another is there.
        for (let tries = 0; tries < 20; tries += 1) {
          await tx`update visit set title = 'outside of any transaction' where visit_id = ${id}`.catch(
            (error: unknown) => {
              assert.equal(databaseFault(error), "away");
              went += 1;
            },
          );
          await database.admin`select pg_sleep(0.01)`;
        }
      }),
      (error) => databaseFault(error) === "away",
    );
    const [row] = await sql<{ title: string }[]>`select title from visit where visit_id = ${id}`;
    assert.equal(row?.title, "Test visit");
    assert.ok(went >= 1);
    await sql.end();
  });
});

describe("a visit that cannot be read", () => {
  /** A row as a later version, or a fault, might have left it. */
  const plant = async (visit: string, kind: string, body: object, typedAt = NOW.toISOString()) => {
    const [row] = await database.sql<
      { version: number }[]
    >`select version from visit where visit_id = ${visit}`;
    const seq = (row?.version ?? 0) + 1;
    await database.admin`
      insert into visit_event (event_id, visit_id, seq, kind, actor, typed_at, body)
      values (${uuid()}, ${visit}, ${seq}, ${kind}, 'x', ${typedAt}::text::timestamptz, ${database.admin.json(body as never)})`;
    await database.admin`update visit set version = ${seq} where visit_id = ${visit}`;
  };

  it("takes no list down; it stands there as unreadable until it is repaired, and nothing is deleted", async () => {
    const whole = await opened();
    const bad = await opened();
    await plant(bad, "visit-painted", { colour: "red" });
    await rejects(readVisit(context, bad), "unreadable");
    const { tickets } = await readDay(context, "UTC");
    assert.ok(tickets.some((ticket) => ticket.id === whole && isReadable(ticket)));
    const ticket = tickets.find(({ id }) => id === bad);
    assert.ok(ticket && !isReadable(ticket));
    assert.match(ticket.unreadable, /visit-painted/);
    await readFollowUps(context, null);

    const findings: string[] = [];
    const looked = await repairAll(database.ownerUrl, false, ({ visit }) => findings.push(visit));
    assert.ok(looked.findings >= 1 && findings.includes(bad) && !findings.includes(whole));
    await rejects(readVisit(context, bad), "unreadable");
    await repairAll(database.ownerUrl, true, () => undefined);
    const repaired = await readVisit(context, bad);
    assert.deepEqual([repaired.setAside, repaired.events.length, repaired.version], [1, 3, 4]);
    assert.equal((await addEvents(context, bad, [note()])).version, 5, "and is written to again");
    const [kept] =
      await database.sql`select 1 from visit_event where visit_id = ${bad} and kind = 'visit-painted'`;
    assert.ok(kept, "the event is still in the log");
    assert.deepEqual((await repairAll(database.ownerUrl, true, () => undefined)).findings, 0);
  });

  it("is not one whose event has a year that no clock says: the time of receiving stands in its place, marked", async () => {
    const id = await opened();
    await plant(id, "visit-noted", { text: "old" }, "0026-11-27T09:00:00Z");
    const { events } = await readVisit(context, id);
    const { event: old, receivedAt } = events.at(-1) ?? assert.fail();
    assert.deepEqual(
      [old.typedAt, old.deviceTypedAt, old.isClockUnknown],
      [receivedAt, "0026-11-27T09:00:00.000Z", true],
    );
    assert.ok(
      (await readDay(context, "UTC")).tickets.every((ticket) => ticket.id !== id || isReadable(ticket)),
    );
  });

  it("is found by repair when its row says something else than its events", async () => {
    const id = await opened();
    await database.admin`update visit set title = 'forged', phase = 'done' where visit_id = ${id}`;
    const columns: string[] = [];
    await repairAll(database.ownerUrl, true, (finding) => {
      if (finding.visit === id) columns.push(...finding.columns);
    });
    assert.deepEqual(columns.toSorted(), ["phase", "title"]);
    const [row] = await database.sql<{ title: string }[]>`select title from visit where visit_id = ${id}`;
    assert.equal(row?.title, "Test visit");
  });
});

describe("lists of visits", () => {
  const startingAt = (startsAt: string, more: readonly VisitEvent[] = []) => [
    event({ kind: "visit-opened", site: SITE, title: `at ${startsAt}`, startsAt }),
    ...more,
  ];
  const day = (n: number) => new Date(NOW.getTime() - n * 24 * 3_600_000).toISOString();

  it("lose nothing, however many visits are open: the nearest on Today, every other a page away", async () => {
    const other = await cloneDatabase("template_empty");
    const there = makeContext(other.sql, () => NOW);
    try {
      for (let n = 0; n < 75; n += 1) await openVisit(there, uuid(), fresh(startingAt(day(n + 1))));
      const coming = uuid();
      await openVisit(there, coming, fresh(startingAt(day(-3))));
      const signed = uuid();
      await openVisit(there, signed, fresh(signedAfter(allDry(startedVisit()))));
      const today = await readDay(there, "UTC");
      assert.ok(today.tickets.some(({ id }) => id === coming));
      assert.ok(today.tickets.some(({ id }) => id === signed));
      assert.deepEqual([today.more.atWork, today.counts.late, today.counts.coming], [75 - 10, 75, 1]);
      assert.equal((await readFollowUps(there, null)).lookBacks.length, 1);

      const seen: string[] = [];
      for (let after: string | null = null, pages = 0; pages < 20; pages += 1) {
        const page: Awaited<ReturnType<typeof readVisitPage>> = await readVisitPage(there, "everything", {
          after,
          limit: 10,
        });
        seen.push(...page.tickets.map(({ id }) => id));
        after = page.next;
        if (after === null) break;
      }
      assert.equal(seen[75], coming, "open work in the order it begins");
      assert.deepEqual([seen.length, new Set(seen).size], [77, 77]);
      assert.equal(seen.at(-1), signed, "what only waits comes after what is open");
    } finally {
      await other.drop();
    }
  });

  const signedAfter = (events: readonly VisitEvent[]) => [...events, signature()];

  it("find open work by an index, whatever the database remembers of the question", async () => {
    const plan = await database.admin.begin(async (tx) => {
      await tx`set local enable_seqscan = off`;
      return tx`explain select visit_id from visit where phase not in ('done', 'removed', 'look-back', 'overdue', 'binned', 'cancelled')
        order by starts_at, visit_id limit 40`;
    });
    assert.match(JSON.stringify(plan), /visit_at_work/);
  });
});

describe("many at once", () => {
  it("open one visit once, and all are told so", async () => {
    const id = uuid();
    const events = fresh(startedVisit());
    const answers = await Promise.all(Array.from({ length: 12 }, () => openVisit(context, id, events)));
    assert.deepEqual(
      answers.map(({ added }) => added).toSorted((a, b) => b - a),
      [3, ...Array.from({ length: 11 }, () => 0)],
    );
  });

  it("read one file in once", async () => {
    const text = JSON.stringify(await exportVisit(context, await opened()));
    const file = JSON.parse(text) as { visit: string; events: { event: { id: string } }[] };
    file.visit = uuid();
    for (const { event: each } of file.events) each.id = uuid();
    const answers = await Promise.all(
      Array.from({ length: 6 }, () => importVisit(context, JSON.stringify(file))),
    );
    assert.equal(answers.filter(({ added }) => added === 3).length, 1);
    assert.ok(answers.every(({ version }) => version === 3));
  });

  it("sending one event to two visits: one has it, the other is told", async () => {
    const [one, two] = [await opened(), await opened()];
    const same = note();
    const answers = await Promise.allSettled([
      addEvents(context, one, [same]),
      addEvents(context, two, [same]),
    ]);
    const refused = answers.flatMap((answer) => (answer.status === "rejected" ? [answer.reason] : []));
    assert.equal(refused.length, 1);
    assert.ok(refused[0] instanceof AppError && refused[0].code === "conflict");
  });

  it("taking two catalogue files in, in opposite order, both end", async () => {
    const rows = (await exportCatalogue(context)).split("\n");
    const changed = rows.slice(1, 30).map((row, n) => row.replace(/,(\d+),/, `,${5000 + n},`));
    const file = (lines: readonly string[]) => `${rows[0]}\n${lines.join("\n")}\n`;
    await Promise.all([
      importCatalogue(context, file(changed)),
      importCatalogue(context, file(changed.toReversed())),
      importCatalogue(context, file(changed)),
    ]);
    const revision = (await shopParts(context)).revision;
    await database.admin`update shop_part set changed_at = '2001-01-01'`;
    assert.equal((await shopParts(context)).revision, revision, "no clock is asked");
    await importCatalogue(context, rows.join("\n"));
    assert.notEqual((await shopParts(context)).revision, revision);
  });

  it("adding pictures never go past the limit", async () => {
    const id = await opened();
    const bytes = PNG.toString("hex");
    await database.admin`
      insert into photo (photo_id, visit_id, bytes) select gen_random_uuid(), ${id}, decode(${bytes}, 'hex') from generate_series(1, 195)`;
    await Promise.allSettled(Array.from({ length: 12 }, () => keepPhoto(context, id, uuid(), PNG)));
    const [row] = await database.sql`select count(*)::int as count from photo where visit_id = ${id}`;
    assert.equal(row?.["count"], 200);
    const huge = Buffer.alloc(64);
    Buffer.from("89504e470d0a1a0a0000000d49484452", "hex").copy(huge);
    huge.writeUInt32BE(30_000, 16);
    huge.writeUInt32BE(30_000, 20);
    await rejects(keepPhoto(context, await opened(), uuid(), huge), "invalid");
  });

  it("removing a picture delete the picture, and a copy that comes late is refused", async () => {
    const id = await opened();
    const photo = uuid();
    await keepPhoto(context, id, photo, PNG);
    const removed = () =>
      event({ kind: "photo-removed", connection: CONNECTION, photo, reason: "a face in it" }, uuid());
    await Promise.all([addEvents(context, id, [removed()]), addEvents(context, id, [removed()])]);
    const rows = await database.sql`select 1 from photo where photo_id = ${photo}`;
    assert.equal(rows.length, 0);
    await rejects(keepPhoto(context, id, photo, PNG), "conflict");
  });

  it("setting the same thing: the first is kept, the second is told", async () => {
    const { version } = await versionedStandards(context);
    // A standard that no plan of this file follows: its tests run beside one another.
    await setShopStandards(context, { dishwasherBackflow: "high-loop" }, version);
    await rejects(setShopStandards(context, { dishwasherBackflow: "air-gap" }, version), "stale");
    assert.deepEqual(await versionedStandards(context), {
      rules: { dishwasherBackflow: "high-loop" },
      version: version + 1,
    });
    await setTruckStock(context, "LB-C38B78-012,2", 0);
    await rejects(setTruckStock(context, "LB-C38B78-012,3", 0), "stale");
  });

  it("saving one survey: the second is told, and keeps what it had", async () => {
    const id = await opened(startedVisit("toilet", { planned: false }));
    const { state } = await readVisit(context, id);
    const [connection] = state.connections;
    assert.ok(connection);
    const saved = (notes: string) =>
      event(
        {
          kind: "survey-saved",
          connection: CONNECTION,
          survey: { ...connection.survey, notes },
          basedOn: connection.surveyEvent,
        },
        uuid(),
      );
    await addEvents(context, id, [saved("first")]);
    await rejects(addEvents(context, id, [saved("second")]), "stale");
    assert.equal((await readVisit(context, id)).state.connections[0]?.survey.notes, "first");
  });
});

describe("what the client says for the server", () => {
  const chosenIn = async (id: string) => {
    const found = (await readVisit(context, id)).events.find(
      ({ event: each }) => each.kind === "plan-chosen",
    );
    assert.ok(found?.event.kind === "plan-chosen");
    return found.event;
  };

  it("of a plan is not kept: turns, warnings and words are the planner's", async () => {
    const honest = startedVisit();
    const forged = fresh(honest).map((each) =>
      each.kind !== "plan-chosen"
        ? each
        : {
            ...each,
            plan: {
              ...each.plan,
              warnings: [],
              why: ["because"],
              joints: each.plan.joints.map((joint) => ({ ...joint, hardMaxTurns: 9 })),
            },
          },
    );
    const id = uuid();
    await openVisit(context, id, forged);
    const wanted = honest.find((each) => each.kind === "plan-chosen");
    assert.ok(wanted?.kind === "plan-chosen");
    assert.deepEqual((await chosenIn(id)).plan, wanted.plan);
    assert.equal((await openVisit(context, id, forged)).added, 0, "and sent again it is the same event");
  });

  it("of a hold is not kept: figures are the analyser's", async () => {
    const id = await opened(allDry(startedVisit()));
    const samples = Array.from({ length: 120 }, (_, n) => ({ t: n * 10, psi: 60 - n * 0.05 }));
    const test = {
      section: { volumeMl: 50, hoseFt: 1, hoseType: "braided", material: "copper" },
      startPsi: 60,
      supplyPsi: null,
      heldSec: 90,
      ambientF: 70,
      stopChecked: true,
      gauge: { resolutionPsi: 0.1, type: "digital" },
      drawOff: null,
      samples,
    } as const;
    const answer = analyseHold(test);
    const sent = event(
      {
        kind: "hold-recorded",
        connection: CONNECTION,
        hold: {
          source: "typed",
          test,
          verdict: answer.verdict,
          bestMlPerMin: 99,
          lowMlPerMin: 99,
          highMlPerMin: null,
          smallestMlPerMin: 0,
          suspected: [],
        },
      },
      uuid(),
    );
    // Read long after the last joint was made.
    const typedAt = new Date(Date.parse("2026-03-08T05:00:00.000Z") + 1000 * 60_000).toISOString();
    await addEvents(context, id, [{ ...sent, typedAt }]);
    const kept = (await readVisit(context, id)).state.connections[0]?.holds[0];
    assert.ok(kept && kept.bestMlPerMin < 50 && (kept.smallestMlPerMin ?? 0) > 0);
    const verdict = answer.verdict === "tight" ? "leak" : "tight";
    await rejects(
      addEvents(context, id, [{ ...sent, id: uuid(), hold: { ...kept, verdict } } as unknown as VisitEvent]),
      "refused",
    );
  });

  it("of its clock is put right, and both times are kept", async () => {
    const id = await opened();
    const ahead = new Date(NOW.getTime() + 3_600_000).toISOString();
    const late = { ...note("typed an hour ahead"), typedAt: ahead };
    await addEvents(context, id, [late], { sentAt: ahead });
    const kept = (await readVisit(context, id)).events.at(-1);
    assert.deepEqual([kept?.event.typedAt, kept?.event.deviceTypedAt], [NOW.toISOString(), ahead]);
    assert.equal(
      (await addEvents(context, id, [late], { sentAt: ahead })).added,
      0,
      "sent again it is the same",
    );
  });

  it("in a file is marked as read from a file, by whom and when", async () => {
    const text = JSON.stringify(await exportVisit(context, await opened()));
    const other = await cloneDatabase("template_demo");
    try {
      const there = makeContext(other.sql, () => NOW);
      const { visit } = await importVisit(there, text);
      const { events } = await readVisit(there, visit);
      for (const { imported } of events) {
        assert.equal(imported?.length, 1);
        assert.equal(imported[0]?.at, NOW.toISOString());
        assert.ok((imported[0]?.by.length ?? 0) > 0);
      }
    } finally {
      await other.drop();
    }
  });
});

describe("a visit with very much in it", () => {
  it("comes back from its file, however long it has become", async () => {
    const long = "ü".repeat(1900);
    const notes = Array.from({ length: 900 }, () => note(long));
    const id = await opened();
    for (let from = 0; from < notes.length; from += 150)
      await addEvents(context, id, notes.slice(from, from + 150));
    const text = JSON.stringify(await exportVisit(context, id));
    assert.ok(text.length > 1_500_000);
    const other = await cloneDatabase("template_empty");
    try {
      assert.equal(
        (
          await importVisit(
            makeContext(other.sql, () => NOW),
            text,
          )
        ).added,
        903,
      );
    } finally {
      await other.drop();
    }
  });

  it("says when it is full, before it becomes longer than what can be read in", async () => {
    const id = await opened();
    await database.admin`update visit set log_bytes = ${MOST_LOG_BYTES} where visit_id = ${id}`;
    await rejects(addEvents(context, id, [note()]), "refused");
  });

  it("tells which event of a request is wrong, whatever of the request is there already", async () => {
    const id = await opened();
    const [known, good] = [note("known"), note("good")];
    await addEvents(context, id, [known]);
    const bad = event(
      { kind: "step-done", connection: CONNECTION, step: "no-such", role: null, joint: null, turns: null },
      uuid(),
    );
    const ahead = { ...note("ahead"), typedAt: new Date(NOW.getTime() + 3_600_000).toISOString() };
    for (const [wrong, field] of [
      [bad, "events.2.step"],
      [ahead, "events.2.typedAt"],
    ] as const)
      await assert.rejects(
        addEvents(context, id, [known, good, wrong]),
        (error) => error instanceof AppError && error.fields[0]?.path === field,
      );
  });

  it("is refused when one event stands twice in a request", async () => {
    const id = await opened();
    const twice = note();
    await rejects(addEvents(context, id, [twice, twice]), "invalid");
  });
});
