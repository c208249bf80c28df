/** A visit of six connections worked down on one sheet: a stop breaks on the way, and the network goes and comes back. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import type { Locator, Page } from "playwright-core";
import { makeContext } from "../../src/app/context.ts";
import { openVisit, readVisit } from "../../src/app/visit/visit.ts";
import { alive, go, saved, sendNow } from "../support/browser.ts";
import { startApp } from "../support/house.ts";
import { allDryAt } from "../support/leak-check.ts";
import { idOf, startedVisit } from "../support/story.ts";

const { newPage: enter, database, killServer: cut, restartServer: mend } = startApp("template_empty");
const SIX = ["toilet", "lavatory-hot", "lavatory-cold", "kitchen-cold", "dishwasher", "refrigerator"];
const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true };

/** Opens a visit of the six, or of these, under its number; its events come from the same story as everywhere. */
async function openSix(number: number, presets: readonly string[] = SIX): Promise<string> {
  const visit = idOf(0x600000 + number);
  const events = presets
    .flatMap((preset, at) =>
      startedVisit(preset, { connection: idOf(0x610000 + number * 16 + at) }).slice(at === 0 ? 0 : 1),
    )
    .map((event, at) => ({ ...event, id: idOf(0x620000 + number * 256 + at) }));
  await openVisit(makeContext(database().sql), visit, events);
  return visit;
}

const read = (visit: string) => readVisit(makeContext(database().sql), visit);
const next = (page: Page) => page.locator("ol[data-run] > li").first();
const planned = (page: Page) => page.locator("[data-water-back]").waitFor();
/** Waits for the order that follows from all that was done: after every tick the visit is planned again, and what is next may change. */
const inOrder = (page: Page) => page.getByText(/planning again/).waitFor({ state: "detached" });

async function doneOf(page: Page): Promise<number> {
  const text = await page.getByText(/^\d+ of \d+ steps done$/).textContent();
  return Number(text?.split(" ")[0]);
}

/** Waits until so many steps are shown done: what waits in the browser is there a moment after the page itself. */
const shown = (page: Page, done: number) =>
  page.getByText(new RegExp(`^${done} of \\d+ steps done$`)).waitFor();

/** Looks at what is next on the leak check, with minutes that the plumber tells: a test waits for no clock. */
async function lookedAt(page: Page, look: Locator, step: string): Promise<string> {
  const sheet = page.url();
  const code = new URL((await look.getAttribute("href")) ?? "", sheet).searchParams.get("stage") ?? "";
  await look.click();
  await page.waitForURL(/leak-check/);
  await alive(page);
  await allDryAt(page, code);
  await saved(page);
  await go(page, sheet);
  await planned(page);
  await inOrder(page);
  return step;
}

/** Ticks what is next, in the order the sheet gives; a stop to be proved holds, a look is dry. Returns the step. */
async function tickNext(page: Page): Promise<string> {
  await inOrder(page);
  const before = await doneOf(page);
  const step = (await next(page).getAttribute("data-step")) ?? "";
  const proof = next(page).getByRole("button", { name: "Holds", exact: true });
  const look = next(page).getByRole("link", { name: "Check joints" });
  if ((await look.count()) > 0) return lookedAt(page, look, step);
  if ((await proof.count()) > 0) await proof.click();
  else await next(page).getByRole("button", { name: /^Tick/ }).click();
  await page.waitForFunction(
    (done) => document.querySelector("main")?.textContent?.includes(`${done} of `),
    before + 1,
  );
  await inOrder(page);
  return step;
}

async function tickUntil(page: Page, step: string): Promise<void> {
  for (let count = 0; (await next(page).getAttribute("data-step")) !== step; count += 1) {
    assert.ok(count < 150, `no step ${step} came`);
    await tickNext(page);
  }
}

describe("a visit of six connections", () => {
  it("is planned again when a stop breaks, keeps every tick, and has the stop replaced", async () => {
    const visit = await openSix(1, ["lavatory-hot", "kitchen-cold"]);
    const { page, leave } = await enter(PHONE);
    await go(page, `/visits/${visit}/run`);
    await planned(page);
    await tickUntil(page, "prove");
    const broken = (await next(page).getByRole("link").first().getAttribute("href")) ?? "";
    const before = await doneOf(page);

    // It goes on turning without closing: the next valve up is on the sheet at once.
    await next(page).getByRole("button", { name: "Seized or broken" }).click();
    await page.locator('li[data-step="close-upstream"]').first().waitFor();
    await page
      .getByText(/branch, next valve up|hot side, at the heater/)
      .first()
      .waitFor();
    // The closing of the stop that failed is no step any more: its tick is told apart, every other one stands.
    assert.equal(await doneOf(page), before - 1, "a tick was lost");
    await page.getByText(/no longer on the sheet.*close-stop/).waitFor();
    await saved(page);
    await tickUntil(page, "close-upstream");
    assert.equal(await next(page).getByRole("link").first().getAttribute("href"), broken);

    // The valve before it fails too: the whole house goes without, and the sheet says so at once.
    await next(page)
      .getByRole("button", { name: /the house main/ })
      .click();
    await page.locator("[data-water-back]").getByText("house main").waitFor();
    // The heater is made safe before its water goes, whichever valve that is.
    await tickUntil(page, "close-upstream");
    const heater = (await read(visit)).state.connections.find(({ id }) => broken.includes(id));
    assert.ok(heater?.doneRoles.has("heater-safe"));
    await next(page)
      .getByText(/close the valve above \(house main\)/)
      .first()
      .waitFor();
    await saved(page);

    // Replacing it in the same visit: what it takes besides is told first, and the ticks stay.
    const ticked = await doneOf(page);
    await next(page).getByLabel("It sits on").selectOption("pipe-1/2-copper");
    await next(page).getByRole("button", { name: "What would it take?" }).click();
    await next(page).getByText("Besides what was planned:").waitFor();
    await next(page).getByRole("button", { name: "Replace it in this visit" }).click();
    await page.getByRole("button", { name: /^All \d+ steps/ }).click();
    await page.locator('li[data-step="pull-stop"]').waitFor();
    await saved(page);
    const kept = await read(visit);
    const connection = kept.state.connections.find(({ id }) => broken.includes(id));
    assert.equal(connection?.survey.supply.kind, "dead-stop");
    assert.equal(connection?.proofs.at(-1)?.result, "seized");
    assert.ok(connection?.plan?.plan.parts.some(({ kind }) => kind === "stop"));
    // What names the parts is to be done afresh; every other tick stands.
    const redone = ["lay-out", "cut-tube", "start-both"].filter((step) =>
      kept.events.some(
        ({ event }) =>
          event.kind === "step-done" && event.step === step && event.connection === connection?.id,
      ),
    ).length;
    assert.equal(await doneOf(page), ticked - redone);
    await leave();
  });

  it("works a washer down as one fixture, hot and cold together, and asks for the reason of a step out of order", async () => {
    const visit = idOf(0x600009);
    const events = ["washer-hot", "washer-cold"]
      .flatMap((preset, at) =>
        startedVisit(preset, { connection: idOf(0x690000 + at) }).slice(at === 0 ? 0 : 1),
      )
      .map((event, at) => ({
        ...event,
        ...(event.kind === "connection-added" ? { survey: { ...event.survey, fixtureId: "washer" } } : {}),
        id: idOf(0x6a0000 + at),
      }));
    await openVisit(makeContext(database().sql), visit, events);
    const { page, leave } = await enter(PHONE);
    await go(page, `/visits/${visit}/run`);
    await planned(page);

    // What opens a nut waits for the proof: not yet, with what comes first.
    await page.getByRole("button", { name: /^All \d+ steps/ }).click();
    const takeOff = page.locator('li[data-step="take-off"]');
    assert.equal(await takeOff.count(), 1, "taken apart once");
    await takeOff.getByText("Not yet").click();
    await takeOff.getByText(/^First \(mark-sides\)/).waitFor();
    assert.ok(await takeOff.getByRole("button", { name: "Tick with this reason" }).isDisabled());
    for (const once of ["roll-out", "pull-plug", "place-back", "hand-over"])
      assert.equal(await page.locator(`li[data-step="${once}"]`).count(), 1, once);

    const done: string[] = [];
    while ((await next(page).getAttribute("data-step")) !== "check-first-fill") {
      assert.ok(done.length < 60, "the first look never came");
      done.push(await tickNext(page));
    }
    const at = (step: string) => done.indexOf(step);
    assert.ok(done.lastIndexOf("prove") < at("pull-plug") && at("pull-plug") < at("roll-out"));
    assert.ok(at("roll-out") < at("take-off") && at("take-off") < at("make-1"));
    assert.equal(done.filter((step) => step === "prove").length, 2);
    assert.ok(done.lastIndexOf("make-2") < at("water-in"), "both sides are made before either has water");
    await saved(page);
    const { state } = await read(visit);
    // One side after the other: water in, and a look before the other side's.
    assert.equal(state.connections.filter(({ doneRoles }) => doneRoles.has("water-in")).length, 1);
    for (const { steps, joints } of state.connections) {
      assert.ok(steps.has("take-off"));
      assert.ok(joints.every(({ madeAt }) => madeAt !== null));
    }
    await leave();
  });

  it("loses the network, is reloaded and closed meanwhile, and every tick arrives once and in order", async () => {
    const visit = await openSix(2);
    const { page, leave } = await enter({ ...PHONE, serviceWorkers: "allow" });
    const context = page.context();
    await go(page, `/visits/${visit}/run`);
    await planned(page);
    await page.locator("html[data-offline-ready]").waitFor({ state: "attached" });
    const before = await read(visit);

    await cut();
    const steps = [await tickNext(page), await tickNext(page), await tickNext(page)];
    await page.getByText(/3 not sent yet, kept on this device/).waitFor();
    await page.reload();
    await alive(page);
    await shown(page, 3);
    await planned(page);
    steps.push(await tickNext(page));
    await page.getByText(/4 not sent yet/).waitFor();
    await page.close();

    const later = await context.newPage();
    await later.goto(`/visits/${visit}/run`);
    await alive(later);
    await shown(later, 4);
    assert.equal((await read(visit)).version, before.version, "nothing can have been sent");

    await mend();
    await sendNow(later);
    const after = await read(visit);
    assert.deepEqual(after.events.slice(0, before.version), before.events);
    assert.deepEqual(
      after.events
        .slice(before.version)
        .map(({ event }) => (event.kind === "step-done" ? event.step : event.kind)),
      steps,
    );
    await later.reload();
    await alive(later);
    await shown(later, 4);
    await leave();
  });

  it("keeps a note and a picture, made small by the browser", async () => {
    const visit = await openSix(3);
    const { page, leave } = await enter();
    await go(page, `/visits/${visit}/run`);
    await planned(page);
    const notes = page.getByRole("region", { name: /^Notes and pictures/ });
    await notes.getByLabel(/Seen, done, told/).fill("blister at the cuff");
    await notes.getByRole("button", { name: "Keep the note" }).click();
    await notes.getByText("blister at the cuff").waitFor();
    const png = await page.screenshot();
    await notes.getByLabel(/Seen, done, told/).fill("old line");
    const kept = page.waitForResponse(
      (response) => response.request().method() === "PUT" && response.url().includes("/photos/"),
    );
    await notes
      .getByLabel("Add a picture")
      .setInputFiles({ name: "line.png", mimeType: "image/png", buffer: png });
    const picture = notes.getByRole("img", { name: "old line" });
    await picture.waitFor();
    await saved(page);
    // Shown from the device before the server has the picture.
    assert.equal((await kept).status(), 200);
    await page.waitForFunction(() =>
      [...document.querySelectorAll("img")].some((each) => each.alt && each.naturalWidth > 0),
    );
    const { state } = await read(visit);
    const [photo] = state.connections.flatMap(({ photos }) => photos);
    const answer = await page.request.get(`/api/v1/visits/${visit}/photos/${photo?.id}`);
    assert.equal(answer.headers()["content-type"], "image/jpeg");

    // Sent as a picture, it must be one.
    await notes
      .getByLabel("Add a picture")
      .setInputFiles({ name: "x.png", mimeType: "image/png", buffer: Buffer.from("no picture") });
    await notes.getByText("no picture this browser can read").waitFor();

    // A picture of a home must be able to go; why it went stays.
    await notes.getByText("Remove the picture old line").click();
    await notes.getByLabel(/^Why\?/).fill("a face in it");
    await notes.getByRole("button", { name: "Delete the picture" }).click();
    await picture.waitFor({ state: "detached" });
    await notes.getByText("Picture removed: a face in it").waitFor();
    await saved(page);
    const gone = await page.request.get(`/api/v1/visits/${visit}/photos/${photo?.id}`);
    assert.equal(gone.status(), 404);
    await leave();
  });

  it("counts a wait down and stops one started by hand", async () => {
    const visit = await openSix(4);
    const { page, leave } = await enter();
    await go(page, `/visits/${visit}/run`);
    await page.getByText("Start a timer").click();
    await page.getByRole("button", { name: "15 min", exact: true }).click();
    const waits = page.getByRole("region", { name: "Timers" });
    await waits.getByText(/^1[45]:\d\d$/).waitFor();
    await waits.getByRole("button", { name: "Stop the wait: 15 min" }).click();
    await waits.getByText(/^1[45]:\d\d$/).waitFor({ state: "detached" });
    await leave();
  });
});
