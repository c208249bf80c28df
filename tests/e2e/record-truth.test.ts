/** Nothing on the record that nobody did: looks by the clock, surveys of two devices, signing beside a leak, notes, the bin, and the customer who sees wet. */

import assert from "node:assert/strict";
import { describe, it } from "node:test";
import type { Page } from "playwright-core";
import { makeContext } from "../../src/app/context.ts";
import { openVisit, readVisit } from "../../src/app/visit/visit.ts";
import type { VisitEvent } from "../../src/core/visit/index.ts";
import {
  accessibilityFaults,
  alive,
  go,
  openPicker,
  overflows,
  saved,
  settleLeft,
} from "../support/browser.ts";
import { startApp } from "../support/house.ts";
import { allDryAt, sayDry, stage } from "../support/leak-check.ts";
import { allDry, CONNECTION, event, idOf, LEAKING_HOLD, startedVisit, tickedTo } from "../support/story.ts";
import { beginVisit, lookAtPlans, openPart } from "../support/survey.ts";

const { newPage: enter, database } = startApp("template_empty");
const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true };

/** A visit of its own made of these events, under ids of its own. */
async function open(number: number, events: readonly VisitEvent[]): Promise<string> {
  const visit = idOf(0x900000 + number);
  await openVisit(
    makeContext(database().sql),
    visit,
    events.map((each, at) => ({ ...each, id: idOf(0x910000 + number * 256 + at) })),
  );
  return visit;
}
const baseOf = (visit: string) => `/visits/${visit}/${CONNECTION}`;
const read = async (visit: string) => {
  const { state, events } = await readVisit(makeContext(database().sql), visit);
  const [connection] = state.connections;
  assert.ok(connection);
  return { connection, state, events };
};
const water = () => tickedTo(startedVisit(), "water-in");
const signed = () => [
  ...tickedTo(allDry(startedVisit()), "hand-over"),
  event({
    kind: "connection-signed",
    connection: CONNECTION,
    name: "Ines Varga",
    lookBackBy: "customer",
  }),
];
/** Puts the clock of the page on by so many minutes, and keeps the page's own hours apart from the server's. */
const later = (page: Page, minutes: number) => page.clock.fastForward(minutes * 60_000);

describe("a look", () => {
  it("counts from the clock, is kept when short, and goes on to the next joint and stage by itself", async () => {
    const visit = await open(1, water());
    const { page, leave } = await enter();
    await page.clock.install();
    await go(page, `${baseOf(visit)}/leak-check`);
    await page.getByRole("button", { name: "All joints wiped dry" }).click();
    await page.getByText(/^All wiped /).waitFor();
    await page.getByRole("heading", { name: /Joint 2/ }).waitFor();
    assert.equal(await page.getByLabel(/^Watched, min/).inputValue(), "", "no minutes are filled in before");
    await page.getByRole("button", { name: "Dry", exact: true }).click();
    await page.getByRole("heading", { name: /Joint 1/ }).waitFor();
    await page.getByRole("button", { name: "Dry", exact: true }).click();
    // The stage is done: the next one stands there, with the joint to begin with.
    await page.getByRole("heading", { name: /Joint 2.*standing/i }).waitFor();
    await later(page, 2);
    await page.getByText(/this stage stays open until a look speaks for 5 min/).waitFor();
    await page.getByRole("button", { name: "Dry", exact: true }).click();
    await page.getByRole("heading", { name: /Joint 1.*standing/i }).waitFor();
    await stage(page, "static").getByText("0 of 2 dry").waitFor();
    await later(page, 6);
    await page.getByRole("button", { name: "Dry", exact: true }).click();
    await stage(page, "static").getByText("1 of 2 dry").waitFor();
    await saved(page);
    const looks = (await read(visit)).events.flatMap(({ event: each }) =>
      each.kind === "target-checked" ? [each.watchedMin] : [],
    );
    assert.deepEqual(looks, [null, null, null, null], "the events tell no minutes: the clock does");
    await leave();
  });

  it("is struck with a reason, and stays readable in the history", async () => {
    const visit = await open(2, water());
    const { page, leave } = await enter();
    await go(page, `${baseOf(visit)}/leak-check`);
    await sayDry(page);
    await page.getByRole("button", { name: "2, dry" }).click();
    await page.getByRole("button", { name: /^Strike the look/ }).click();
    await page.getByLabel(/Why it is struck/).fill("that was the other tap");
    await page.getByRole("button", { name: "Strike", exact: true }).click();
    await page.getByRole("button", { name: "2, open" }).waitFor();
    await saved(page);
    await go(page, `/visits/${visit}/history`);
    await page.getByText(/taken back by .*that was the other tap/).waitFor();
    assert.deepEqual(await accessibilityFaults(page), []);
    await leave();
  });

  it("that is refused says so where the thumb is", async () => {
    const visit = await open(3, water());
    const { page, leave } = await enter(PHONE);
    await go(page, `${baseOf(visit)}/leak-check`);
    await stage(page, "static").click();
    const dry = page.getByRole("button", { name: "Dry", exact: true });
    await dry.scrollIntoViewIfNeeded();
    await dry.click();
    const alert = page.getByRole("alert").getByText(/Check "First fill" at joint 2 first/);
    await alert.waitFor();
    const box = await alert.boundingBox();
    assert.ok(box && box.y >= 0 && box.y + box.height <= 844, "the refusal is on the screen");
    await leave();
  });
});

describe("signing", () => {
  it("beside a leak verdict asks what became of it; the record prints the answer and when the test was taken", async () => {
    const before = water();
    // A quarter of an hour's readings take that long after the last joint was made.
    const readAt = new Date(Date.parse(before.at(-1)?.typedAt ?? "") + 20 * 60_000).toISOString();
    const hold = event({ kind: "hold-recorded", connection: CONNECTION, hold: LEAKING_HOLD });
    const visit = await open(4, [...before, { ...hold, typedAt: readAt }]);
    const { page, leave } = await enter();
    await go(page, `${baseOf(visit)}/leak-check`);
    await allDryAt(page, "first-fill");
    await stage(page, "static").click();
    await page.getByRole("button", { name: "Weeping", exact: true }).click();
    await page.getByRole("button", { name: "Open it and make it anew" }).click();
    const anew = page.getByRole("region", { name: /is made anew/ });
    assert.deepEqual(await accessibilityFaults(page), []);
    await anew.getByRole("button", { name: "It is shut" }).click();
    await anew.getByRole("button", { name: "Holds", exact: true }).click();
    await anew.getByRole("button", { name: "Pressure is let off" }).click();
    await page
      .getByText(/Shut to make a joint anew/)
      .first()
      .waitFor();
    await anew.getByLabel(/renewed:/).fill("new washer");
    await anew.getByRole("button", { name: /made anew/ }).click();
    await anew.getByRole("button", { name: "Water is in again" }).click();
    await page.getByText(/Taken before a joint was turned or re-made/).waitFor();
    await page.getByRole("heading", { name: /Joint 2.*first fill/i }).waitFor();
    for (const code of ["first-fill", "static", "after-run", "drain", "in-place"]) await allDryAt(page, code);
    const sign = page.getByRole("region", { name: "Signing" });
    await sign.getByText(/called a leak, before a joint was turned or re-made/).waitFor();
    await sign.getByLabel(/What became of it/).fill("washer renewed, dry for an hour");
    await settleLeft(page);
    await sign.getByRole("button", { name: "Sign with this" }).click();
    await page.getByText("Signed.", { exact: true }).waitFor();
    await saved(page);
    await go(page, `/visits/${visit}/record`);
    for (const text of [
      /washer renewed, dry for an hour/,
      /re-made 1×: new washer/,
      /Taken before a joint was turned or re-made/,
      /15 min as told/,
    ])
      await page.getByText(text).first().waitFor();
    await leave();
  });

  it("prints the record of one toilet on one page, with dates at the signatures and the number to call", async () => {
    const visit = await open(5, signed());
    const { page, leave } = await enter();
    await go(page, "/settings");
    await page.getByLabel("Name of the shop").fill("Varga Pipe and Valve");
    await page.getByLabel(/Phone to call/).fill("902 555 0142");
    await page.getByLabel("Licence number").fill("P-1180");
    await page.getByLabel(/Address customers reach/).fill("https://varga.example");
    await page.getByRole("button", { name: "Keep", exact: true }).click();
    await page.getByText("Kept.").waitFor();
    assert.deepEqual(await accessibilityFaults(page), []);
    await go(page, `/visits/${visit}/record`);
    await page.getByText(/call 902 555 0142/).waitFor();
    await page
      .getByText(/Ines Varga, .* Mar/)
      .first()
      .waitFor();
    const pdf = await page.pdf({ format: "Letter", margin: { top: "0.5in", bottom: "0.5in" } });
    assert.equal(pdf.toString("latin1").match(/\/Type\s*\/Page\b/g)?.length, 1);
    await leave();
  });
});

describe("a survey", () => {
  it("from a preset is a guess until it is confirmed, lengths by themselves", async () => {
    const { page, leave } = await enter();
    await beginVisit(page, "Toilet");
    await page.locator('[data-phase="guessed"]').waitFor();
    await page.getByRole("button", { name: /^I have looked/ }).click();
    await page.locator('[data-scene-part="line"].scene-guess').waitFor();
    await lookAtPlans(page);
    assert.equal(await page.getByRole("button", { name: "Choose plan A" }).isEnabled(), false);
    await page.getByRole("button", { name: /^Measured:/ }).click();
    await page.getByRole("button", { name: "Choose plan A" }).click();
    await page.getByText("Chosen for this connection.").waitFor();
    await saved(page);
    await leave();
  });

  it("that is not saved is there again after a reload, and is saved once, with the way on", async () => {
    const visit = await open(6, startedVisit("toilet", { planned: false }));
    const { page, leave } = await enter();
    await go(page, `${baseOf(visit)}/survey`);
    await openPart(page, "water");
    await page.getByLabel(/^Static pressure/).fill("57");
    page.once("dialog", (dialog) => void dialog.accept());
    await page.reload();
    await alive(page);
    await page.getByText(/What you had not saved .* is here again/).waitFor();
    await openPart(page, "water");
    assert.equal(await page.getByLabel(/^Static pressure/).inputValue(), "57");
    await page.getByRole("button", { name: "Save the survey" }).click();
    await page.getByText("not saved yet").waitFor({ state: "detached" });
    await saved(page);
    const saves = (await read(visit)).events.filter(({ event: each }) => each.kind === "survey-saved");
    assert.equal(saves.length, 1);
    await leave();
  });

  it("changed on two devices is merged field by field: what each changed alone stays, what both changed is settled", async () => {
    const visit = await open(7, startedVisit("toilet", { planned: false }));
    const [office, van] = [await enter(), await enter(PHONE)];
    await go(office.page, `${baseOf(visit)}/survey`);
    await go(van.page, `${baseOf(visit)}/survey`);
    await openPart(office.page, "water");
    await office.page.getByLabel(/^Static pressure/).fill("55");
    await openPart(office.page, "fixture");
    await office.page.getByLabel("Notes").fill("from the office");
    await office.page.getByRole("button", { name: "Save the survey" }).click();
    await saved(office.page);
    await openPart(van.page, "line");
    await van.page.getByLabel("Longest there is room for").fill("14");
    await openPart(van.page, "fixture");
    await van.page.getByLabel("Notes").fill("from the van");
    await van.page.getByRole("button", { name: "Save the survey" }).click();
    await van.page.getByRole("button", { name: "Reload" }).click();
    const clash = van.page.getByRole("region", { name: "Two surveys" });
    await clash.waitFor();
    await clash.getByText("Yours: from the van").click();
    await clash.getByRole("button", { name: "Save these" }).click();
    await clash.waitFor({ state: "detached" });
    await saved(van.page);
    const { survey } = (await read(visit)).connection;
    assert.deepEqual(
      [survey.staticPsi?.value, survey.length.max.value, survey.notes],
      [55, 14, "from the van"],
    );
    await office.leave();
    await van.leave();
  });

  it("changed after the hookup marks visit, parts and run sheet, and is planned again with one button", async () => {
    const visit = await open(8, startedVisit());
    const { page, leave } = await enter();
    await go(page, `${baseOf(visit)}/survey`);
    await openPart(page, "line");
    await page.getByLabel("Shortest that reaches").fill("16");
    await page.getByLabel("Longest there is room for").fill("18");
    await page.getByRole("button", { name: "Save the survey" }).click();
    await saved(page);
    for (const path of [`/visits/${visit}`, `${baseOf(visit)}/run-sheet`, `/visits/${visit}/run`]) {
      await go(page, path);
      await page
        .getByText(/the survey has changed since (its|this) hookup was chosen/)
        .first()
        .waitFor();
    }
    await page.getByRole("link", { name: "Plan again" }).first().click();
    await page.waitForURL(/\/hookup/);
    await alive(page);
    await page.getByRole("button", { name: /^Plan again with plan/ }).click();
    await page.getByText("Chosen for this connection.").waitFor();
    await saved(page);
    await go(page, `/visits/${visit}`);
    assert.equal(await page.getByText(/the survey has changed/).count(), 0);
    await leave();
  });
});

describe("notes", () => {
  it("stay in the shop unless they are marked for the customer", async () => {
    const visit = await open(9, signed());
    const { page, leave } = await enter();
    await go(page, `/visits/${visit}`);
    const note = async (text: string, isForCustomer: boolean) => {
      await page.getByLabel(/Note for the next visit/).fill(text);
      if (isForCustomer) await page.getByText("Put it on the customer's record").click();
      await page.getByRole("button", { name: "Add the note" }).click();
      await page.getByText(text).first().waitFor();
    };
    await note("key at the book desk", false);
    await note("renew the line in five years", true);
    await go(page, `/visits/${visit}/record`);
    await page.getByText("renew the line in five years").waitFor();
    assert.equal(await page.getByText("key at the book desk").count(), 0);
    await leave();
  });
});

describe("the bin", () => {
  it("takes a visit off the lists and gives it back; a visit is renamed; Enter makes none", async () => {
    const visit = await open(10, startedVisit());
    const { page, leave } = await enter();
    await go(page, "/");
    await openPicker(page);
    await page.getByText(/^Where:/).click();
    await page.getByLabel("Or a new site").fill("Somebody's house");
    await page.keyboard.press("Enter");
    await go(page, `/visits/${visit}`);
    await page.getByLabel("Room", { exact: true }).fill("cellar");
    await page.keyboard.press("Enter");
    await page.getByText("Rename or move this visit").click();
    await page.getByLabel("Title", { exact: true }).fill("Washroom of the library");
    await page.getByLabel("Day and time at the site").fill("2026-04-02T09:30");
    await page.getByRole("button", { name: "Keep", exact: true }).click();
    await page.getByRole("heading", { name: "Washroom of the library" }).waitFor();
    const { state } = await read(visit);
    assert.equal(state.connections.length, 1, "Enter added nothing");
    assert.equal(state.startsAt, "2026-04-02T12:30:00.000Z", "half past nine in Halifax");
    await page.getByText("Put this visit into the bin").click();
    await page.getByLabel(/Why \(nothing is deleted/).fill("opened twice");
    await page.getByRole("button", { name: "Into the bin" }).click();
    await page.getByText(/In the bin since/).waitFor();
    await go(page, "/visits");
    assert.equal(await page.getByText("Washroom of the library").count(), 0);
    assert.equal(await page.getByText("Somebody's house").count(), 0);
    await go(page, "/visits?list=bin");
    await page.getByRole("link", { name: "Washroom of the library" }).click();
    await page.getByRole("button", { name: "Restore", exact: true }).click();
    await page.getByText(/In the bin since/).waitFor({ state: "detached" });
    await go(page, "/visits");
    await page.getByRole("link", { name: "Washroom of the library" }).waitFor();
    await leave();
  });

  it("gives a removed connection back", async () => {
    const visit = await open(11, startedVisit());
    const { page, leave } = await enter();
    await go(page, `/visits/${visit}`);
    await page.getByText("Remove a connection", { exact: true }).click();
    await page.getByLabel(/Why \(it stays/).fill("wrong room");
    await page.getByRole("button", { name: "Remove it" }).click();
    await page.getByRole("button", { name: /^Restore Toilet/ }).click();
    await page.getByRole("button", { name: /^Restore Toilet/ }).waitFor({ state: "detached" });
    assert.equal((await read(visit)).connection.removed, null);
    await leave();
  });
});

describe("the customer who sees wet", () => {
  it("is told at once which valve to shut and whom to call; the shop sees it on Today", async () => {
    await open(12, signed());
    const { page, leave } = await enter();
    await go(page, "/settings");
    await page.getByLabel(/Phone to call/).fill("902 555 0142");
    await page.getByLabel(/Address customers reach/).fill("https://varga.example");
    await page.getByRole("button", { name: "Keep", exact: true }).click();
    await page.getByText("Kept.").waitFor();
    await go(page, "/look-backs");
    await page
      .getByRole("button", { name: /^Link for the customer/ })
      .last()
      .click();
    const link = new URL(await page.getByLabel("Link for the customer").inputValue());
    assert.equal(link.origin, "https://varga.example");
    await page.getByRole("img", { name: "The link as a QR code" }).waitFor();
    await page.getByRole("button", { name: "Copy" }).click();
    assert.deepEqual(await accessibilityFaults(page), []);

    const customer = await enter(PHONE);
    await customer.page.goto(link.pathname);
    await customer.page.getByText(/902 555 0142/).waitFor();
    await customer.page.getByRole("button", { name: "Wet somewhere" }).click();
    await customer.page.getByRole("heading", { name: "Shut the water now" }).waitFor();
    await customer.page.getByText("quarter-turn stop").waitFor();
    await customer.page.getByRole("link", { name: "902 555 0142" }).waitFor();
    assert.deepEqual(await accessibilityFaults(customer.page), []);
    assert.equal(await overflows(customer.page), false);
    await customer.leave();

    await go(page, "/");
    const alert = page.getByRole("alert", { name: "Answered wet" });
    await alert.getByText(/wet, says Customer, by link/).waitFor();
    await leave();
  });
});
