/** The estimate before the work and the actual after it, through the real interface. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import type { Page } from "playwright-core";
import { makeContext } from "../../src/app/context.ts";
import { openVisit } from "../../src/app/visit/visit.ts";
import { go } from "../support/browser.ts";
import { startApp } from "../support/house.ts";
import { idOf, startedVisit, tickedTo } from "../support/story.ts";

const { newPage: enter, database } = startApp("template_empty");
const total = async (page: Page, stage: string) =>
  Number(
    (await page.locator(`[data-bill=${stage}] [data-total]`).last().textContent())?.replace(/[$,]/g, ""),
  );

describe("Estimate", () => {
  it("asks for the shop's rates, is kept before the work, and is compared with what it came to", async () => {
    const visit = idOf(0xe571);
    await openVisit(makeContext(database().sql), visit, tickedTo(startedVisit(), "water-in"));
    const { page, leave } = await enter();
    await go(page, `/visits/${visit}`);
    await page.getByRole("link", { name: "Estimate" }).click();
    await page.getByText("Nobody has said what the shop charges.").waitFor();
    await page.getByRole("link", { name: /Say the rates/ }).click();
    for (const [label, value] of [
      ["An hour of labor, $", "a lot"],
      ["The trip, $", "45.50"],
      ["Mark-up on parts, %", "30"],
      ["Tax, %", "15"],
    ] as const)
      await page.getByLabel(label).fill(value);
    await page.getByRole("button", { name: "Keep the rates" }).click();
    await page
      .getByRole("alert")
      .getByText(/hour.*dollars/)
      .waitFor();
    assert.equal(await page.getByLabel("The trip, $").inputValue(), "45.50", "what was typed stays");
    await page.getByLabel("An hour of labor, $").fill("120");
    await page.getByRole("button", { name: "Keep the rates" }).click();
    await page.getByText("Kept.", { exact: true }).waitFor();

    await go(page, `/visits/${visit}/estimate`);
    await page.getByRole("button", { name: "Keep as the estimate" }).click();
    await page.getByText(/^Estimate of /).waitFor();
    const estimated = await total(page, "estimate");
    assert.ok(estimated > 45.5);
    await page.getByLabel("Minutes worked").fill("600");
    await page.getByRole("button", { name: "Keep as the actual" }).click();
    await page
      .locator("[data-difference]")
      .getByText(/more than estimated/)
      .waitFor();
    assert.ok((await total(page, "actual")) > estimated);

    await page.emulateMedia({ media: "print" });
    assert.equal(await page.getByRole("button", { name: "Print" }).isVisible(), false);
    assert.ok(await page.getByText(/^Estimate of /).isVisible());
    await leave();
  });
});
