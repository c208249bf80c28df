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
import { readDay } from "../../src/app/visit/today.ts";
import { addEvents, openVisit, readVisit } from "../../src/app/visit/visit.ts";
import { cloneDatabase, type TestDatabase } from "../support/server.ts";
import { allDry, CONNECTION, event, idOf, LEAKING_HOLD, startedVisit } from "../support/story.ts";

let database: TestDatabase;
let now = new Date("2026-03-09T12:00:00.000Z");
let context: ReturnType<typeof makeContext>;
const VISIT = idOf(0xbeef);
const sign = () =>
  event({ kind: "connection-signed", connection: CONNECTION, name: "Tester", lookBackBy: "customer" });

before(async () => {
  database = await cloneDatabase("template_empty");
  context = makeContext(database.sql, () => now);
  await openVisit(context, VISIT, [...allDry(startedVisit()), sign()]);
});
after(() => database.drop());

const form = (result: string) => {
  const data = new FormData();
  data.set("result", result);
  return data;
};
const rejects = (work: Promise<unknown>, code: string) =>
  assert.rejects(work, (error: { code?: string }) => error.code === code);
const list = async () => followUpsOf((await readDay(context)).tickets);

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
    await rejects(answerQuestion(context, token, form("weeping")), "conflict");
    const { events } = await readVisit(context, VISIT);
    const answer = events.at(-1)?.event;
    assert.ok(answer?.kind === "target-checked");
    assert.deepEqual([answer.actor, answer.stage, answer.result], ["Customer, by link", "look-back", "dry"]);
    assert.equal((await list())[0]?.isDone, true);
    await rejects(makeAnswerLink(context, VISIT, CONNECTION), "refused");
  });
});

describe("a signature", () => {
  it("is not undone: it is re-opened with the reason", async () => {
    const { events } = await readVisit(context, VISIT);
    const signature = events.find(({ event: each }) => each.kind === "connection-signed")?.event.id ?? "";
    await rejects(addEvents(context, VISIT, [event({ kind: "event-undone", undoes: signature })]), "refused");
  });
});

describe("a hold on the record", () => {
  const visit = idOf(0xbee0);
  it("must say what its readings say", async () => {
    const story = allDry(startedVisit()).map((each, at) => ({ ...each, id: idOf(0xbee100 + at) }));
    await openVisit(context, visit, story);
    const record = (verdict: "tight" | "leak") =>
      event({ kind: "hold-recorded", connection: CONNECTION, hold: { ...LEAKING_HOLD, verdict } });
    await rejects(addEvents(context, visit, [record("tight")]), "refused");
    await addEvents(context, visit, [record("leak")]);
    const { state } = await readVisit(context, visit);
    assert.equal(state.connections[0]?.holds[0]?.verdict, "leak");
  });
});
