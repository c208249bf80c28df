/** What a visit costs, on a real database: nothing is priced before the shop has said, sums are the server's, what was kept stays. */
import assert from "node:assert/strict";
import { after, before, describe, it } from "node:test";
import type { Context } from "../../src/app/context.ts";
import { makeContext } from "../../src/app/context.ts";
import { setRates, versionedRates } from "../../src/app/shop/rates.ts";
import { keepBill, readEstimate } from "../../src/app/visit/bill.ts";
import { addEvents, openVisit, readVisit } from "../../src/app/visit/visit.ts";
import { cloneDatabase, type TestDatabase } from "../support/server.ts";
import { event, idOf, startedVisit, tickedTo } from "../support/story.ts";

let database: TestDatabase;
let context: Context;
const VISIT = idOf(0xb111);
const form = (fields: Readonly<Record<string, string>>) => {
  const data = new FormData();
  for (const [name, value] of Object.entries(fields)) data.set(name, value);
  return data;
};
const RATES = { hour: "120", trip: "45.50", markUp: "30", tax: "15", taxOn: "all" };
const kept = async () => (await readVisit(context, VISIT)).state.bills;
const estimateNow = async () => {
  const { now } = await readEstimate(context, VISIT);
  assert.ok(now);
  return now;
};

before(async () => {
  database = await cloneDatabase("template_empty");
  context = makeContext(database.sql);
  await openVisit(context, VISIT, startedVisit());
});
after(() => database.drop());

describe("what a visit costs", () => {
  it("is nothing anybody assumes before the shop has said its rates", async () => {
    const { rates, now, hasPlan } = await readEstimate(context, VISIT);
    assert.deepEqual([rates, now, hasPlan], [null, null, true]);
    await assert.rejects(
      keepBill(context, VISIT, form({ action: "estimate", id: idOf(0xb1), total: "1" })),
      /what the shop charges/,
    );
  });

  it("names the field of a rate that is none, and keeps the rates that are", async () => {
    await assert.rejects(setRates(context, form({ ...RATES, trip: "a lot" }), 0), /trip: .*dollars/);
    await setRates(context, form(RATES), 0);
    const { rates, version } = await versionedRates(context);
    assert.deepEqual(rates, {
      hourCents: 12_000,
      tripCents: 4550,
      markUpPercent: 30,
      taxPercent: 15,
      taxOn: "all",
    });
    assert.equal(version, 1);
    await assert.rejects(setRates(context, form(RATES), 0), /somebody|changed/i);
  });

  it("is estimated from the plan and the schedule, and kept once", async () => {
    const now = await estimateNow();
    const plan = (await readVisit(context, VISIT)).state.connections[0]?.plan?.plan;
    assert.equal(now.lines[0]?.cents, Math.round((plan?.priceCents ?? 0) * 1.3));
    assert.ok(now.minutes > 0 && now.minutes % 15 === 0);
    const asks = form({ action: "estimate", id: idOf(0xb2), total: String(now.totalCents) });
    await keepBill(context, VISIT, asks);
    await keepBill(context, VISIT, asks);
    assert.equal((await kept()).length, 1);
  });

  it("is not kept when it is another than the one that was shown", async () => {
    await assert.rejects(
      keepBill(context, VISIT, form({ action: "estimate", id: idOf(0xb3), total: "1" })),
      /changed since/,
    );
  });

  it("comes after the work from the minutes somebody says; the estimate stays", async () => {
    const actual = (minutes: string) => form({ action: "actual", id: idOf(0xb4), minutes });
    await assert.rejects(keepBill(context, VISIT, actual("40")), /No joint is made/);
    const { events } = await readVisit(context, VISIT);
    const worked = tickedTo(
      events.map((each) => each.event),
      "water-in",
    );
    await addEvents(context, VISIT, worked.slice(events.length));
    await assert.rejects(keepBill(context, VISIT, actual("0")), /minutes/i);
    await keepBill(context, VISIT, actual("40"));
    const [estimate, came] = await kept();
    assert.equal(estimate?.stage, "estimate");
    assert.equal(came?.minutes, 45);
    assert.equal(came?.lines.find(({ kind }) => kind === "labour")?.cents, 9000);
  });

  it("is refused from a client when its sums are wrong", async () => {
    const [estimate] = await kept();
    assert.ok(estimate);
    const { at: _, by: __, ...bill } = estimate;
    const { eventSchema } = await import("../../src/schema/visit.ts");
    const sent = event(
      { kind: "bill-kept", bill: { ...bill, totalCents: bill.totalCents - 100 } },
      idOf(0xb5),
    );
    const read = eventSchema.safeParse(sent);
    assert.equal(read.success, false);
    assert.ok(eventSchema.safeParse({ ...sent, bill }).success);
  });
});
