/** The whole first visit through the real interface: new visit, survey, hookup, run sheet, leak check, signature, record. */

import assert from "node:assert/strict";
import { readFile } from "node:fs/promises";
import { after, before, describe, it } from "node:test";
import type { Browser, Page } from "playwright-core";
import { alive, go, openBrowser, saved, settleLeft, visitor } from "../support/browser.ts";
import { allDryAt, sayDry, stage } from "../support/leak-check.ts";
import { cloneDatabase, startServer, type TestDatabase, type TestServer } from "../support/server.ts";
import { beginVisit, confirmGuesses, lookAtPlans, openPart } from "../support/survey.ts";

let database: TestDatabase;
let server: TestServer;
let browser: Browser;

before(async () => {
  database = await cloneDatabase("template_demo");
  server = await startServer(database.url);
  browser = await openBrowser();
});
after(async () => {
  await browser.close();
  await server.stop();
  await database.drop();
});

/** A tick, or the answer of a proof that holds. */
const TICK = /^(Tick|Holds$)/;

async function tickTo(page: Page, last: string): Promise<void> {
  for (;;) {
    const next = page
      .locator("li[data-step]")
      .filter({ has: page.getByRole("button", { name: TICK }) })
      .first();
    const step = await next.getAttribute("data-step");
    await next.getByRole("button", { name: TICK }).first().click();
    await page
      .locator(`li[data-step="${step}"]`)
      .getByRole("button", { name: TICK })
      .waitFor({ state: "detached" });
    if (step === last) return;
  }
}

describe("a first visit", () => {
  it("is opened with one connection in at most 12 key presses, by keyboard alone", async () => {
    const { page, leave } = await visitor(browser, server.base);
    await go(page, "/");
    let presses = 0;
    const press = async (key: string) => {
      presses += 1;
      await page.keyboard.press(key);
    };
    await press("Tab");
    await press("Enter");
    for (const name of ["New visit", "Toilet"]) {
      do await press("Tab");
      while (
        (await page.evaluate(() => document.activeElement?.textContent?.trim())) !== name &&
        presses < 20
      );
      await press("Enter");
    }
    await page.waitForURL(/\/survey(#|$)/);
    assert.ok(presses <= 12, `${presses} key presses`);
    await leave();
  });

  it("goes from one tap to a signed record, and stands after a restart", async () => {
    const { page, leave } = await visitor(browser, server.base);
    await beginVisit(page, "Toilet");
    const survey = page.url();

    await page.locator('[data-live-plan="current"]').waitFor();
    await openPart(page, "line");
    // Survey: a wrong length is explained in place, a right one is shown parsed beside what was typed.
    await page.getByLabel("Shortest that reaches").fill("10 1/0");
    await page.getByText("A fraction cannot have 0 below the line.").first().waitFor();
    await page.getByRole("button", { name: "Save the survey" }).click();
    await page.getByRole("alert").getByText("Not saved").waitFor();
    await page.getByLabel("Shortest that reaches").fill('10-1/2"');
    await page.getByText("= 10 1/2 in (10.5 in)").waitFor();
    await openPart(page, "stop");
    await page.getByText("holds", { exact: true }).click();
    await page.getByText("flushed and held", { exact: true }).click();
    await openPart(page, "water");
    await page.getByLabel(/^Static pressure/).fill("58");
    await confirmGuesses(page);
    await page.getByRole("button", { name: "Save the survey" }).click();
    await saved(page);
    await page.getByText("not saved yet").waitFor({ state: "detached" });
    await page.reload();
    await alive(page);
    await openPart(page, "line");
    assert.equal(await page.getByLabel("Shortest that reaches").inputValue(), '10-1/2"');

    // Hookup: a computed plan with its joints; chosen, it is kept.
    await lookAtPlans(page);
    await page.getByRole("row", { name: /Show A.*12 in.*2.*\$\d+\.\d\d/ }).waitFor();
    await page.getByRole("link", { name: /^Joint 2/ }).click();
    await page.getByRole("heading", { name: /Joint 2/ }).waitFor();
    await page.getByRole("region", { name: "Joint 2" }).getByText("by hand only").first().waitFor();
    await page.getByRole("button", { name: "Choose plan A" }).click();
    await page.getByText("Chosen for this connection.").waitFor();
    await saved(page);

    // Run sheet.
    await page.getByRole("link", { name: "Run sheet" }).last().click();
    await page.waitForURL(/\/run-sheet/);
    await alive(page);
    await tickTo(page, "water-in");
    await saved(page);

    // Leak check: joint 1 weeps when standing, is snugged, and is checked afresh.
    await page.getByRole("link", { name: "Leak check", exact: true }).first().click();
    await page.waitForURL(/\/leak-check/);
    await alive(page);
    await allDryAt(page, "first-fill");
    await stage(page, "static").click();
    await sayDry(page);
    await page.getByRole("heading", { name: /Joint 1/ }).waitFor();
    await page.getByRole("button", { name: "Weeping", exact: true }).click();
    await page.getByRole("heading", { name: /Joint 1 weeps/ }).waitFor();
    assert.equal(
      await page.getByRole("button", { name: /^Sign/ }).count(),
      0,
      "a weeping connection offers no signature",
    );
    await page.getByRole("button", { name: /Snugged 1\/8 more/ }).click();
    await page.getByRole("button", { name: "Dry", exact: true }).waitFor();
    for (const code of ["first-fill", "static", "after-run", "drain", "in-place"]) await allDryAt(page, code);
    await settleLeft(page);
    await page.getByRole("button", { name: "Sign off: all dry" }).click();
    await page.getByText("Signed.", { exact: true }).waitFor();
    await saved(page);

    // Record.
    await page.getByRole("link", { name: "Record" }).last().click();
    await page.waitForURL(/\/record$/);
    const record = page.url();
    for (const text of [
      /Signed by/,
      /snugged 1×/,
      /58 psi/,
      /quarter-turn stop, holds|quarter-turn stop \(.*\), holds/,
    ])
      await page.getByText(text).first().waitFor();
    await leave();

    // After a restart on another port nothing is lost.
    await server.stop();
    server = await startServer(database.url);
    const again = await visitor(browser, server.base);
    await go(again.page, new URL(record).pathname);
    await again.page.getByText(/Signed by/).waitFor();
    await go(again.page, new URL(survey).pathname.replace("survey", "leak-check"));
    await again.page.getByText("Signed.", { exact: true }).waitFor();
    await go(again.page, "/");
    await again.page.getByText("follow-up check to come").first().waitFor();
    await again.leave();
  });

  it("comes back from its exported file in another shop's database", async () => {
    const { page, leave } = await visitor(browser, server.base);
    await go(page, "/");
    await page.getByRole("link", { name: /Tea bar/ }).click();
    const download = page.waitForEvent("download");
    await page.getByRole("link", { name: /Export/ }).click();
    const told = await readFile(await (await download).path());
    await leave();

    const other = await cloneDatabase("template_empty");
    const there = await startServer(other.url);
    const guest = await visitor(browser, there.base);
    await go(guest.page, "/");
    await guest.page.getByText("No visits yet.").waitFor();
    await guest.page
      .getByLabel(/Read a visit from its file/)
      .setInputFiles({ name: "visit.json", mimeType: "application/json", buffer: told });
    await guest.page.getByRole("button", { name: "Import" }).click();
    await guest.page.getByRole("heading", { name: /Tea bar/ }).waitFor();
    await go(guest.page, "/visits/import");
    await guest.page
      .getByLabel(/A visit's file/)
      .setInputFiles({ name: "x.json", mimeType: "application/json", buffer: Buffer.from("{}") });
    await guest.page.getByRole("button", { name: "Import" }).click();
    await guest.page.getByRole("alert").waitFor();
    await guest.leave();
    await there.stop();
    await other.drop();
  });
});
