/** Reading an end through the real interface: from Survey, on its own, with the caliper; and what fits what. */

import assert from "node:assert/strict";
import { describe, it } from "node:test";
import type { Page } from "playwright-core";
import { alive, go, saved } from "../support/browser.ts";
import { startApp } from "../support/house.ts";
import { beginVisit, chooseEnd, chosenEnd, openPart } from "../support/survey.ts";

const { newPage: enter } = startApp("template_demo");

const ACROSS = "Outside diameter, of thread or tube";
const leader = (page: Page, code: string) => page.locator(`[data-leader="${code}"]`);

describe("Identify from Survey", () => {
  it("reads the supply end in place and fills it in; the survey keeps it", async () => {
    const { page, leave } = await enter();
    await beginVisit(page, "Toilet");
    await page.getByRole("button", { name: "Not sure? Identify it" }).first().click();
    const reader = page.getByRole("region", { name: "Identify: Supply end" });
    await reader.locator('[data-option="male-thread"]').click();
    await reader.getByLabel(ACROSS, { exact: true }).fill("0.433");
    await reader.getByLabel(ACROSS, { exact: true }).press("Enter");
    assert.match(page.url(), /\/survey/, "Enter in a reading leaves the survey alone");
    await reader.locator('[data-next="span"]').waitFor();
    await reader.getByLabel("Span over 6 crests").fill("0.208");
    await leader(page, "comp-1/4-m").waitFor();
    await reader.getByRole("button", { name: "Use comp-1/4-m" }).click();
    await reader.waitFor({ state: "detached" });
    assert.equal(await chosenEnd(page, "Supply end"), "comp-1/4-m");
    await page.getByRole("button", { name: "Save the survey" }).click();
    await saved(page);
    await page.reload();
    await alive(page);
    await openPart(page, "supply");
    assert.equal(await chosenEnd(page, "Supply end"), "comp-1/4-m");
    await leave();
  });
});

describe("Identify", () => {
  it("lays two look-alikes side by side with what tells them apart", async () => {
    const { page, leave } = await enter();
    await go(page, "/identify");
    await page.locator('[data-option="male-thread"]').click();
    await page.getByLabel(ACROSS, { exact: true }).fill("7/16");
    await page
      .locator('[data-candidate="comp-1/4-m"]')
      .getByRole("button", { name: "Compare", exact: true })
      .click();
    await page
      .locator('[data-candidate="flare-1/4-m"]')
      .getByRole("button", { name: "Compare", exact: true })
      .click();
    await page.getByRole("heading", { name: "Side by side" }).waitFor();
    await page.getByText("6 crests span 0.208 in against 0.250 in").waitFor();
    await page
      .getByText(/binds inside the first turn/)
      .first()
      .waitFor();
    await leave();
  });

  it("explains what cannot be so and gives no answer meanwhile", async () => {
    const { page, leave } = await enter();
    await go(page, "/identify");
    await page.getByLabel(ACROSS, { exact: true }).fill("9'");
    await page
      .getByText(/is no supply end/)
      .first()
      .waitFor();
    assert.equal(await page.locator("[data-candidate]").count(), 0);
    await page.getByLabel(ACROSS, { exact: true }).fill("0.561");
    await leader(page, "comp-3/8-m").waitFor();
    await leave();
  });

  it("keeps the screen's calibration, and draws by it", async () => {
    const { page, leave } = await enter();
    await go(page, "/identify");
    await page.getByText("Not true size yet").click();
    await page.locator('[data-option="male-thread"]').click();
    await page.getByLabel(ACROSS, { exact: true }).fill("0.561");
    const drawn = page.locator('[data-candidate="comp-3/8-m"] svg.true-size');
    const before = (await drawn.boundingBox())?.width ?? 0;
    await page.getByLabel("Length of the frame").fill("144");
    await page.getByText("True size: calibrated on this screen").waitFor();
    assert.ok(Math.abs(((await drawn.boundingBox())?.width ?? 0) / before - 1.5) < 0.02);
    await page.reload();
    await alive(page);
    await page.getByText("True size: calibrated on this screen").waitFor();
    await leave();
  });

  it("takes readings from the caliper, which says it is simulated", async () => {
    const { page, leave } = await enter({ viewport: { width: 390, height: 844 } });
    await go(page, "/identify");
    await page.getByText("Caliper on a practice piece").click();
    await page.getByLabel("Piece from the tray").selectOption("1");
    await page.getByText("SIMULATED", { exact: true }).waitFor();
    await page.getByRole("button", { name: "Take this reading" }).click();
    await page.locator("[data-candidate]").first().waitFor();
    await page.getByRole("button", { name: "What is it?" }).click();
    await page.getByText(/^It is /).waitFor();
    await leave();
  });

  it("says so when the tables cannot be fetched, and tries again", async () => {
    const { page, faults, leave } = await enter();
    await page.route("**/api/v1/ends", (route) => route.abort("connectionrefused"), { times: 1 });
    await go(page, "/identify");
    await page
      .getByRole("alert")
      .getByText(/could not be fetched/)
      .waitFor();
    await page.getByRole("button", { name: "Try again" }).click();
    await page.locator("[data-identify]").waitFor();
    assert.deepEqual(faults, []);
    await leave();
  });
});

describe("Compatibility", () => {
  it("opens the joint card by keys, by list and by click", async () => {
    const { page, leave } = await enter();
    await go(page, "/fits");
    await page.getByText("Choose two ends: do they fit?").waitFor();
    await chooseEnd(page, "This end", "comp-1/4-m", "quarter comp outlet");
    await page.getByRole("button", { name: /1\/4 flare nut/ }).click();
    await page.locator('[data-card="comp-1/4-m flare-1/4-f"]').waitFor();
    await page.getByRole("heading", { name: "Goes on, will not seal" }).waitFor();
    await page.locator("[data-matrix]").focus();
    await page.keyboard.press("Home");
    await page.keyboard.press("ArrowRight");
    await page.locator('[data-card^="comp-1/4-m comp-"]').waitFor();
    await page.getByLabel("Rows").selectOption("hose");
    await page.getByLabel("Columns").selectOption("npt");
    await page.locator("[data-matrix]").click({ position: { x: 188, y: 182 } });
    await page.locator('[data-card^="hose-3/4-"]').waitFor();
    await page.getByLabel("Columns").selectOption("cup");
    await page.getByText(/Nothing of these families meets/).waitFor();
    await chooseEnd(page, "This end", "comp-3/8-m", "3/8 comp");
    await chooseEnd(page, "with this one", "comp-3/8-f", "3/8 comp nut");
    await page.getByRole("heading", { name: "Fits", exact: true }).waitFor();
    await page.getByText(/other families goes on this end/).waitFor();
    await leave();
  });
});
