/** Follow-up checks: the list, the calendar, and the link that answers one question once. */
import assert from "node:assert/strict";
import { after, before, describe, it } from "node:test";
import { makeContext } from "../../src/app/context.ts";
import {
  answerQuestion,
  followUpCalendar,
  followUpsOf,
  makeAnswerLink,
  readQuestion,
} from "../../src/app/follow-up/follow-up.ts";
import { wetFollowUps } from "../../src/app/follow-up/wet.ts";
import { readDay } from "../../src/app/visit/today.ts";
import { addEvents, openVisit, readVisit } from "../../src/app/visit/visit.ts";
import { cloneDatabase, type TestDatabase } from "../support/server.ts";
import {
  allDry,
  CONNECTION,
  event,
  idOf,
  LEAKING_HOLD,
  SITE,
  signature,
  startedVisit,
} from "../support/story.ts";

let database: TestDatabase;
let now = new Date("2026-03-09T12:00:00.000Z");
let context: ReturnType<typeof makeContext>;
const VISIT = idOf(0xbeef);
const sign = () => signature({ name: "Tester", lookBackBy: "customer" });

before(async () => {
  database = await cloneDatabase("template_empty");
  context = makeContext(database.sql, () => now);
  await openVisit(context, VISIT, [...allDry(startedVisit()), sign()]);
});
after(() => database.drop());

const form = (result: string, answer = idOf(0xbe9000)) => {
  const data = new FormData();
  data.set("result", result);
  data.set("answer", answer);
  return data;
};
const rejects = (work: Promise<unknown>, code: string) =>
  assert.rejects(work, (error: { code?: string }) => error.code === code);
const list = async () => followUpsOf((await readDay(context, "UTC")).tickets);

describe("look-backs", () => {
  it("are listed with who and when, and are in the calendar with an alarm", async () => {
    const [first] = await list();
    assert.deepEqual([first?.by, first?.isDone, first?.connection.id], ["customer", false, CONNECTION]);
    const calendar = followUpCalendar(await list(), now);
    assert.match(calendar, /BEGIN:VEVENT[\s\S]*SUMMARY:Look back: Toilet tank[\s\S]*BEGIN:VALARM/);
    assert.equal(calendar, followUpCalendar(await list(), now), "the same entry again, not another");
  });

  it("are answered by link: that question only, once, and the newest link only", async () => {
    const old = await makeAnswerLink(context, VISIT, CONNECTION);
    const token = await makeAnswerLink(context, VISIT, CONNECTION);
    await rejects(readQuestion(context, old), "not-found");
    await rejects(readQuestion(context, "nobody-made-this"), "not-found");
    assert.equal((await readQuestion(context, token)).isAnswered, false);
    const kept = await database.sql`select fingerprint from look_back_link`;
    assert.ok(!JSON.stringify(kept).includes(token), "the token itself is not kept");
    await rejects(answerQuestion(context, token, form("maybe")), "invalid");

    now = new Date("2026-03-20T12:00:00.000Z");
    await rejects(answerQuestion(context, token, form("dry")), "not-found");
    now = new Date("2026-03-10T12:00:00.000Z");
    await answerQuestion(context, token, form("dry"));
    await answerQuestion(context, token, form("dry"));
    const { events } = await readVisit(context, VISIT);
    assert.equal(
      events.filter(({ event: { actor } }) => actor === "Customer, by link").length,
      1,
      "the same form sent twice is one answer",
    );
    const answer = events.at(-1)?.event;
    assert.ok(answer?.kind === "target-checked");
    assert.deepEqual([answer.actor, answer.stage, answer.result], ["Customer, by link", "look-back", "dry"]);
    assert.equal((await list())[0]?.isDone, true);
    await rejects(makeAnswerLink(context, VISIT, CONNECTION), "refused");
  });
});

describe("a wet answer", () => {
  const VISITS = 50;
  const wetVisit = idOf(0xbe5000);
  const wet = () => wetFollowUps(context);
  const looks = async () =>
    (await readVisit(context, wetVisit)).events.filter(
      ({ event: { actor } }) => actor === "Customer, by link",
    );
  let token = "";

  before(async () => {
    now = new Date("2026-03-09T12:00:00.000Z");
    const story = [...allDry(startedVisit()), sign()].map((each, at) => ({
      ...each,
      id: idOf(0xbe5100 + at),
    }));
    await openVisit(context, wetVisit, story);
    // More open visits than any page ever showed.
    for (let at = 0; at < VISITS; at += 1)
      await openVisit(context, idOf(0xbe6000 + at), [
        event(
          { kind: "visit-opened", site: SITE, title: `Later ${at}`, startsAt: "2026-06-01T10:00:00.000Z" },
          idOf(0xbe7000 + at),
        ),
      ]);
    token = await makeAnswerLink(context, wetVisit, CONNECTION);
    await answerQuestion(context, token, form("dry", idOf(0xbe8001)));
    await answerQuestion(context, token, form("weeping", idOf(0xbe8002)));
  });

  it("comes after a dry one over the same link, is kept beside it, and stands whatever else is open", async () => {
    assert.deepEqual(
      (await looks()).map(({ event: each }) => each.kind === "target-checked" && each.result),
      ["dry", "weeping"],
    );
    assert.deepEqual(
      (await wet()).map(({ visit, connection, by }) => [visit, connection, by]),
      [[wetVisit, CONNECTION, "Customer, by link"]],
    );
    assert.equal(
      (await readDay(context, "UTC")).tickets.some(({ id }) => id === wetVisit),
      true,
    );
  });

  it("is undone by nobody, and is there still after the visit is put into the bin", async () => {
    const look = (await looks()).at(-1)?.event.id ?? "";
    await rejects(
      addEvents(context, wetVisit, [event({ kind: "event-undone", undoes: look }, idOf(0xbe8003))]),
      "refused",
    );
    await addEvents(context, wetVisit, [
      event({ kind: "visit-binned", reason: "by mistake" }, idOf(0xbe8004)),
    ]);
    assert.equal((await wet()).length, 1);
    await addEvents(context, wetVisit, [event({ kind: "visit-restored" }, idOf(0xbe8005))]);
  });

  it("is answered by what a person of the shop did, once", async () => {
    const [{ id: answers = "" } = {}] = await wet();
    const answer = (id: number) =>
      event({ kind: "alert-answered", connection: CONNECTION, answers, text: "called, stop shut" }, idOf(id));
    await addEvents(context, wetVisit, [answer(0xbe8006)]);
    assert.deepEqual(await wet(), []);
    await rejects(addEvents(context, wetVisit, [answer(0xbe8007)]), "refused");
    const { state } = await readVisit(context, wetVisit);
    assert.ok(state.connections[0]?.notes.some(({ text }) => text.includes("called, stop shut")));
  });

  it("is answered by a look of the shop's own, and stands again when the customer finds water again", async () => {
    await answerQuestion(context, token, form("weeping", idOf(0xbe8008)));
    assert.equal((await wet()).length, 1);
    const look = event(
      {
        kind: "target-checked",
        connection: CONNECTION,
        target: "connection",
        stage: "look-back",
        result: "dry",
        method: "tissue",
        watchedMin: null,
        note: "",
      },
      idOf(0xbe8009),
    );
    await addEvents(context, wetVisit, [look]);
    assert.deepEqual(await wet(), []);
  });
});

describe("a signature", () => {
  it("is not undone: it is re-opened with the reason", async () => {
    const { events } = await readVisit(context, VISIT);
    const signed = events.find(({ event: each }) => each.kind === "connection-signed")?.event.id ?? "";
    await rejects(addEvents(context, VISIT, [event({ kind: "event-undone", undoes: signed })]), "refused");
  });
});

describe("a hold on the record", () => {
  const visit = idOf(0xbee0);
  it("must say what its readings say", async () => {
    const story = allDry(startedVisit()).map((each, at) => ({ ...each, id: idOf(0xbee100 + at) }));
    await openVisit(context, visit, story);
    // An hour after the last of the story: its readings fit the clock.
    const last = Math.max(...story.map(({ typedAt }) => Date.parse(typedAt)));
    const typedAt = new Date(last + 60 * 60_000).toISOString();
    const record = (verdict: "tight" | "leak") => ({
      ...event({ kind: "hold-recorded", connection: CONNECTION, hold: { ...LEAKING_HOLD, verdict } }),
      typedAt,
    });
    await rejects(addEvents(context, visit, [record("tight")]), "refused");
    await addEvents(context, visit, [record("leak")]);
    const { state } = await readVisit(context, visit);
    assert.equal(state.connections[0]?.holds[0]?.verdict, "leak");
  });
});
