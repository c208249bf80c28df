/** A toilet line worked down in the short depth on a phone: a few lines, one tap for each hold point, and what one tap tells. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import type { Page } from "playwright-core";
import { makeContext } from "../../src/app/context.ts";
import { openVisit, readVisit } from "../../src/app/visit/visit.ts";
import { accessibilityFaults, alive, go, saved } from "../support/browser.ts";
import { startApp } from "../support/house.ts";
import { CONNECTION, idOf, startedVisit, surveyOf, tickedTo } from "../support/story.ts";

const { newPage: enter, database } = startApp("template_empty");
const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true };
const stopHolds = { stop: { kind: "quarter-turn", proof: "holds", method: null } } as const;

/** Chooses the short depth in Settings, as a person does once. */
async function chooseShort(page: Page): Promise<void> {
  await go(page, "/settings");
  await page.getByLabel("Usual depth").selectOption("short");
  await page.getByRole("button", { name: "Keep the depth" }).click();
  await page.getByText("Kept on this device.").waitFor();
}

const line = (page: Page, code: string) => page.locator(`li[data-line="${code}"]`);
const open = (page: Page, code: string) => line(page, code).locator("details").first();
const read = (visit: string) => readVisit(makeContext(database().sql), visit);

describe("a toilet line in the short depth", () => {
  it("is eight lines, and made with three taps before the water; what a tap told says so", async () => {
    const visit = idOf(0x700001);
    await openVisit(makeContext(database().sql), visit, startedVisit("toilet", { change: stopHolds }));
    const { page, leave } = await enter(PHONE);
    await chooseShort(page);
    await go(page, `/visits/${visit}/${CONNECTION}/run-sheet`);
    const codes = await page
      .locator("li[data-line]")
      .evaluateAll((rows) => rows.map((row) => row.getAttribute("data-line")));
    assert.deepEqual(codes, ["shut", "off", "on", "water", "stand", "run", "place", "leave"]);
    assert.deepEqual(await accessibilityFaults(page), []);

    // Water waits for the joints, and says so; nothing is made before the proof.
    await line(page, "on").locator("summary").first().click();
    await line(page, "on").getByText("Not yet").first().click();
    await line(page, "on")
      .getByText(/^First \(/)
      .first()
      .waitFor();

    let taps = 0;
    const tap = async (code: string, name: string | RegExp, next: string) => {
      taps += 1;
      await line(page, code)
        .getByRole("button", { name, exact: typeof name === "string" })
        .first()
        .click();
      await open(page, next).and(page.locator("[open]")).waitFor();
    };
    await tap("shut", "Holds", "off");
    await tap("off", "It is off", "on");
    await line(page, "on")
      .getByText(/^2 .*by hand only$/)
      .waitFor();
    await tap("on", "All made", "water");
    await line(page, "water").getByRole("button", { name: /^Tick/ }).click();
    taps += 1;
    await line(page, "water")
      .getByRole("button", { name: /^All dry/ })
      .waitFor();
    assert.equal(taps, 4);
    await saved(page);

    const { events } = await read(visit);
    const ticks = events.flatMap(({ event }) => (event.kind === "step-done" ? [event] : []));
    const together = ticks.filter((tick) => tick.together === true).map(({ step }) => step);
    assert.ok(together.includes("make-1") && together.includes("close-stop"));
    const alone = ticks.filter((tick) => tick.together !== true).map(({ step }) => step);
    assert.deepEqual(alone, ["prove", "water-in"]);
    await leave();
  });

  it("has its look answered dry for all joints with one tap, once the clock allows it", async () => {
    const visit = idOf(0x700002);
    const events = tickedTo(startedVisit("toilet", { change: stopHolds }), "water-in").map((event, at) => ({
      ...event,
      id: idOf(0x710000 + at),
    }));
    await openVisit(makeContext(database().sql), visit, events);
    const { page, leave } = await enter(PHONE);
    await chooseShort(page);
    await go(page, `/visits/${visit}/${CONNECTION}/run-sheet`);
    await line(page, "water")
      .getByRole("button", { name: /^All dry/ })
      .click();
    await open(page, "stand").and(page.locator("[open]")).waitFor();
    await line(page, "stand")
      .getByRole("button", { name: /^All dry/ })
      .click();
    await open(page, "run").and(page.locator("[open]")).waitFor();
    await saved(page);
    const [connection] = (await read(visit)).state.connections;
    assert.deepEqual(
      connection?.checks.map(({ stage, result, target }) => `${stage} ${target} ${result}`).toSorted(),
      ["first-fill 1 dry", "first-fill 2 dry", "static 1 dry", "static 2 dry"],
    );
    await leave();
  });

  it("is turned over to every act and back, and shown in full where the work is closed in", async () => {
    const visit = idOf(0x700003);
    const survey = surveyOf("toilet", { ...stopHolds, access: "closed-wall" });
    const events = startedVisit("toilet", { change: { ...stopHolds, access: survey.access } }).map(
      (event, at) => ({ ...event, id: idOf(0x720000 + at) }),
    );
    await openVisit(makeContext(database().sql), visit, events);
    const { page, leave } = await enter(PHONE);
    await chooseShort(page);
    await go(page, `/visits/${visit}/run`);
    await page.getByText("closed into a wall").waitFor();
    assert.ok((await page.locator("ol[data-run] > li").count()) > 1);
    await page.getByText("Short", { exact: true }).click();
    await line(page, "shut").waitFor();
    await page.reload();
    await alive(page);
    await page.locator("ol[data-run] > li").first().waitFor();
    await leave();
  });
});
