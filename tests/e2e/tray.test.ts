/** What the server would not take stays on the device, visible, until a person decides; what the device cannot keep is said at once. */

import assert from "node:assert/strict";
import { readFileSync } from "node:fs";
import { describe, it } from "node:test";
import { makeContext } from "../../src/app/context.ts";
import { addEvents, openVisit, readVisit } from "../../src/app/visit/visit.ts";
import { accessibilityFaults, go, overflows, saved } from "../support/browser.ts";
import { startApp } from "../support/house.ts";
import { CONNECTION, event, idOf, startedVisit } from "../support/story.ts";
import { openPart } from "../support/survey.ts";

const { newPage: enter, database } = startApp("template_empty");
const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true };

async function openOne(number: number, planned = true): Promise<string> {
  const visit = idOf(0x700000 + number);
  const events = startedVisit("toilet", { planned }).map((each, at) => ({
    ...each,
    id: idOf(0x710000 + number * 16 + at),
  }));
  await openVisit(makeContext(database().sql), visit, events);
  return visit;
}

const read = (visit: string) => readVisit(makeContext(database().sql), visit);

describe("the tray", () => {
  it("holds what was refused with its reason, exports it, and sends it again", async () => {
    const visit = await openOne(1);
    const { page, leave } = await enter(PHONE);
    await page.route("**/events", (route) =>
      route.fulfill({
        status: 422,
        contentType: "application/json",
        body: JSON.stringify({
          error: {
            code: "refused",
            message: "Not today.",
            fields: [{ path: "events.0.step", message: "x" }],
          },
        }),
      }),
    );
    await go(page, `/visits/${visit}/${CONNECTION}/run-sheet`);
    await page.getByRole("button", { name: /^Tick/ }).first().click();
    await page.getByText("Not today. What you did is kept on this device.").waitFor();
    await page.getByRole("link", { name: "1 not taken by the server: see why" }).click();
    await page.getByRole("heading", { name: "What the server does not have" }).waitFor();
    await page.getByText("Not today.").waitFor();
    await page.getByText("step done").waitFor();
    assert.deepEqual(await accessibilityFaults(page), []);
    assert.equal(await overflows(page), false);

    const [download] = await Promise.all([
      page.waitForEvent("download"),
      page.getByRole("button", { name: "Export all (JSON)" }).click(),
    ]);
    const file: unknown = JSON.parse(readFileSync(await download.path(), "utf8"));
    assert.match(JSON.stringify(file), /brass-nut\/unsent@1.*step-done.*Not today/);

    // Told on every page until it is settled.
    await go(page, "/");
    await page.getByText("Not taken by the server: 1. Kept on this device.").waitFor();
    await page.unroute("**/events");
    await go(page, "/visits/unsent");
    await page.getByRole("button", { name: "Try again" }).click();
    await page.getByText("1 waiting, 0 not taken").waitFor();
    await go(page, `/visits/${visit}/${CONNECTION}/run-sheet`);
    await saved(page);
    assert.equal((await read(visit)).version, 4);
    await leave();
  });

  it("stays empty on a phone whose clock is an hour ahead: times are put right", async () => {
    const visit = await openOne(2);
    const { page, leave } = await enter(PHONE);
    const start = Date.now();
    await page.clock.install({ time: start + 3_600_000 });
    await go(page, `/visits/${visit}/${CONNECTION}/run-sheet`);
    for (let count = 0; count < 3; count += 1)
      await page.getByRole("button", { name: /^Tick/ }).first().click();
    await saved(page);
    const { events, version } = await read(visit);
    assert.equal(version, 6);
    for (const { event: tick } of events.slice(3)) {
      assert.ok(Math.abs(Date.parse(tick.typedAt) - start) < 120_000, tick.typedAt);
      assert.ok(Date.parse(tick.deviceTypedAt ?? "") - start > 3_000_000);
    }
    await leave();
  });

  it("is not needed where the device has no room: the tick is not shown as made", async () => {
    const visit = await openOne(3);
    const { page, leave } = await enter(PHONE);
    await go(page, `/visits/${visit}/${CONNECTION}/run-sheet`);
    await page.evaluate(() => {
      IDBObjectStore.prototype.add = () => {
        throw new DOMException("full", "QuotaExceededError");
      };
    });
    const before = await page.getByRole("button", { name: /^Tick/ }).count();
    await page.getByRole("button", { name: /^Tick/ }).first().click();
    await page.getByText(/This device has no room left for what is not sent yet/).waitFor();
    assert.equal(await page.getByRole("button", { name: /^Tick/ }).count(), before);
    assert.equal((await read(visit)).version, 3);
    await leave();
  });

  it("shows two surveys of one connection side by side, and a person decides", async () => {
    const visit = await openOne(4, false);
    const { page, leave } = await enter();
    await go(page, `/visits/${visit}/${CONNECTION}/survey`);
    const { state } = await read(visit);
    const [connection] = state.connections;
    assert.ok(connection);
    // Somebody else is quicker.
    const theirs = { ...connection.survey, notes: "seen by the other" };
    await addEvents(makeContext(database().sql), visit, [
      event(
        { kind: "survey-saved", connection: CONNECTION, survey: theirs, basedOn: connection.surveyEvent },
        idOf(0x7fff01),
      ),
    ]);
    await openPart(page, "fixture");
    await page.getByLabel(/notes/i).fill("seen by me");
    await page.getByRole("button", { name: /^Save/ }).first().click();
    await page.getByText(/Somebody else has saved this survey since/).waitFor();
    await page.getByRole("button", { name: "Reload" }).click();
    const clash = page.getByRole("region", { name: "Two surveys" });
    await clash.waitFor();
    assert.match((await clash.textContent()) ?? "", /changed by both.*seen by me.*seen by the other/);
    assert.equal(await clash.getByRole("button", { name: "Save these" }).isEnabled(), false);
    await clash.getByText("Yours: seen by me").click();
    await clash.getByRole("button", { name: "Save these" }).click();
    await clash.waitFor({ state: "detached" });
    await saved(page);
    const now = await read(visit);
    assert.equal(now.state.connections[0]?.survey.notes, "seen by me");
    assert.match(JSON.stringify(now.events), /seen by the other/, "both are in the log");
    await leave();
  });
});
