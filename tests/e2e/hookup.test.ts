/** Jobs beyond a free outlet, through the real interface; the shop's catalogue and its house rules. */

import assert from "node:assert/strict";
import { readFile } from "node:fs/promises";
import { describe, it } from "node:test";
import type { Page } from "playwright-core";
import { alive, go, saved } from "../support/browser.ts";
import { startApp } from "../support/house.ts";
import { beginVisit, chooseEnd, confirmGuesses, lookAtPlans, openPart } from "../support/survey.ts";

const { newPage: enter } = startApp("template_demo");

async function open(page: Page, preset: string): Promise<void> {
  await beginVisit(page, preset);
}

/** Saves the survey and goes on to the hookup. */
async function plan(page: Page): Promise<void> {
  await confirmGuesses(page);
  await lookAtPlans(page);
}

async function choose(page: Page): Promise<void> {
  await confirmGuesses(page);
  await page.getByRole("button", { name: "Choose plan A" }).click();
  await page.getByText("Chosen for this connection.").waitFor();
  await saved(page);
}

/** Adds or takes away a need on Hookup; strips name parts in the same words. */
async function need(page: Page, words: string): Promise<void> {
  await page.getByRole("region", { name: "Try changes" }).getByText(words, { exact: true }).click();
}

describe("hookups", () => {
  it("a washer on the hose that is there: a device alone, the hose looked at", async () => {
    const { page, leave } = await enter();
    await open(page, "Clothes washer");
    await openPart(page, "line");
    await page.getByText("the line that is there", { exact: true }).first().click();
    await page.getByLabel("Its age").selectOption({ label: "five to ten years" });
    await openPart(page, "fixture");
    await page.getByText("hammer arrestor", { exact: true }).first().click();
    await plan(page);
    await page.getByRole("heading", { name: /^Plan A Hammer arrestor/ }).waitFor();
    await page.getByText(/five years old or more/).waitFor();
    await page.getByText("LINE THAT STAYS").first().waitFor();
    await choose(page);
    await leave();
  });

  it("a hydrant hard-piped, its breaker on the outlet; the order, tools and the joint beyond the inlet", async () => {
    const { page, leave } = await enter();
    await open(page, "Outside hydrant");
    await openPart(page, "fixture");
    await page.getByText("backflow protection", { exact: true }).first().click();
    await plan(page);
    await page.getByRole("heading", { name: /Copper pipe.*Hose vacuum breaker/ }).waitFor();
    const before = page.getByRole("region", { name: "Before the first joint" });
    await before.getByText("joint 4, then 1, then 2, then 3, then 5").waitFor();
    await before.getByText(/tube cutter and deburring tool/).waitFor();
    await page.getByRole("link", { name: /^Joint 5/ }).click();
    await page.getByRole("heading", { name: /Joint 5 hose thread/ }).waitFor();
    await choose(page);
    await page.getByRole("link", { name: "Run sheet" }).last().click();
    await page.waitForURL(/\/run-sheet/);
    const steps = await page.getByRole("listitem").allInnerTexts();
    const place = (words: RegExp) => steps.findIndex((step) => words.test(step));
    assert.ok(
      place(/Joint 4: /) >= 0 && place(/Joint 4: /) < place(/Joint 1: /),
      "the thread before the pipe",
    );
    await leave();
  });

  it("a rough-in ends in a cap", async () => {
    const { page, leave } = await enter();
    await open(page, "Toilet");
    await page.getByText("open or capped pipe", { exact: true }).click();
    await chooseEnd(page, "Supply end", "pipe-1/2-copper", "half inch copper");
    await openPart(page, "line");
    await page.getByText("as far as a cap", { exact: true }).click();
    await plan(page);
    await page.getByRole("heading", { name: /stop.*Cap, 3\/8 comp/ }).waitFor();
    await page.getByText(/branch ends in a cap/).waitFor();
    await leave();
  });

  it("a refrigerator from a shared sink stop, the faucet kept", async () => {
    const { page, leave } = await enter();
    await open(page, "Refrigerator");
    await chooseEnd(page, "Supply end", "comp-3/8-m", "3/8 comp");
    await page.getByText("a line that stays", { exact: true }).click();
    await chooseEnd(page, "That line ends at", "comp-3/8-f", "3/8 comp nut");
    await plan(page);
    await page.getByRole("heading", { name: /Add-a-tee.*Braided stainless line/ }).waitFor();
    await page.getByText("stays in use").first().waitFor();
    assert.equal(
      await page.getByText(/One stop now shuts both/).count(),
      0,
      "the tee has a valve of its own",
    );
    await page.getByRole("link", { name: /^Joint 2/ }).click();
    await page.getByRole("heading", { name: /Joint 2/ }).waitFor();
    await choose(page);
    await page.getByRole("link", { name: "Run sheet" }).last().click();
    await page.waitForURL(/\/run-sheet/);
    await page
      .getByText(/Joint 4:/)
      .first()
      .waitFor();
    await leave();
  });

  it("a dishwasher whose dead stop is replaced, its arrestor added and taken back", async () => {
    const { page, leave } = await enter();
    await open(page, "Dishwasher");
    await page.getByText("stop to replace", { exact: true }).click();
    await chooseEnd(page, "Supply end", "pipe-1/2-copper", "half inch copper");
    await openPart(page, "stop");
    await page.getByText("does not hold", { exact: true }).click();
    await plan(page);
    await page.getByRole("heading", { name: /stop, quarter turn, 1\/2 push-fit/ }).waitFor();
    await page.getByText(/electrical ground/).waitFor();
    await need(page, "hammer arrestor");
    await page.getByRole("heading", { name: /Hammer arrestor/ }).waitFor();
    await page.getByRole("button", { name: "Undo the last change" }).click();
    await page.getByRole("heading", { name: /Hammer arrestor/ }).waitFor({ state: "detached" });
    await need(page, "hammer arrestor");
    await page.getByRole("heading", { name: /Hammer arrestor/ }).waitFor();
    await choose(page);
    await page.getByRole("link", { name: "Run sheet" }).last().click();
    await page.waitForURL(/\/run-sheet/);
    await page
      .getByText(/Take the old stop off/)
      .first()
      .waitFor();
    await leave();
  });

  it("a bidet seat whose old line is now too long: a shorter line and the tee after it", async () => {
    const { page, leave } = await enter();
    await open(page, "Bidet seat");
    await page.getByText("a line to renew, shorter", { exact: true }).click();
    await chooseEnd(page, "That line ends at", "bc-7/8-m", "ballcock");
    await openPart(page, "line");
    await page.getByLabel("Shortest that reaches").fill("8");
    await page.getByLabel("Longest there is room for").fill("10");
    await plan(page);
    await page.getByRole("heading", { name: /9 in \+ Fill-valve tee/ }).waitFor();
    await choose(page);
    await leave();
  });

  it("a clothes washer with arrestors, another hose put in the planner's place", async () => {
    const { page, leave } = await enter();
    await open(page, "Clothes washer");
    await openPart(page, "fixture");
    await page.getByText("hammer arrestor", { exact: true }).click();
    await plan(page);
    await page.getByRole("heading", { name: /Braided stainless washer hose.*Hammer arrestor/ }).waitFor();
    await page
      .getByLabel(/Another part in place of Braided stainless washer hose/)
      .selectOption("LB-H34H34-060");
    await page.getByRole("heading", { name: /Braided stainless.*60 in.*Hammer arrestor/ }).waitFor();
    await choose(page);
    await page.reload();
    await alive(page);
    await page.getByText(/Another way is chosen now.*Braided stainless.*60 in/).waitFor();
    await leave();
  });

  it("says that it could not plan when the server is away, and what is shown stands", async () => {
    const { page, leave } = await enter();
    await open(page, "Toilet");
    await page.getByRole("link", { name: "Hookup", exact: true }).last().click();
    await page.waitForURL(/\/hookup$/);
    await alive(page);
    await page.route("**/hookups/ways", (route) => route.abort("connectionrefused"));
    await page.getByText("filter", { exact: true }).click();
    await page.getByText(/Not planned: the server does not answer/).waitFor();
    await page
      .getByText(/2 joints/)
      .first()
      .waitFor();
    await leave();
  });
});

describe("the shop", () => {
  it("says what is on its truck, and the plan that can be built from it comes first and is kept", async () => {
    const { page, leave } = await enter();
    await go(page, "/truck");
    await page.getByText("Change the list").click();
    await page.getByLabel(/A line each/).fill("LB-C38B78-012,1");
    await page.getByRole("button", { name: "Keep the list" }).click();
    await page.getByText("The truck holds 1 kinds of part").waitFor();
    await open(page, "Toilet");
    await page.getByRole("link", { name: "Hookup", exact: true }).last().click();
    await page.waitForURL(/\/hookup$/);
    await alive(page);
    await page.getByText("Everything for it is on the truck.").waitFor();
    await choose(page);
    await go(page, "/truck");
    await page.getByText("Change the list").click();
    await page.getByLabel(/A line each/).fill("");
    await page.getByRole("button", { name: "Keep the list" }).click();
    await page.getByText("Nothing is said of the truck any more.").waitFor();
    await leave();
  });

  it("exports its catalogue, reads a price in after a dry run, and takes it back", async () => {
    const { page, leave } = await enter();
    await go(page, "/catalogue");
    const download = page.waitForEvent("download");
    await page.getByRole("link", { name: "Export (CSV)" }).click();
    const file = await readFile(await (await download).path(), "utf8");
    const put = async (text: string) => {
      await page
        .getByLabel("Catalogue file (CSV)")
        .setInputFiles({ name: "catalogue.csv", mimeType: "text/csv", buffer: Buffer.from(text) });
      await page.getByRole("button", { name: "Preview" }).click();
      await page.getByRole("heading", { name: "What this file would do" }).waitFor();
    };
    await put(file.replace("bc-7/8-f,12 0 0", "bc-9/9-f,12 0 0"));
    await page
      .getByText(/there is no end bc-9\/9-f/)
      .first()
      .waitFor();
    assert.equal(await page.getByRole("button", { name: "Import" }).count(), 0);
    await put(
      file.replace(
        'LB-C38B78-012,line,"Braided stainless line, 3/8 comp x 7/8 BC, 12 in",705,',
        'LB-C38B78-012,line,"Braided stainless line, 3/8 comp x 7/8 BC, 12 in",123,',
      ),
    );
    await page.getByText("$7.05 → $1.23").waitFor();
    await page.getByRole("button", { name: "Import" }).click();
    await page.getByText("Taken in: 0 new, 1 changed.").waitFor();
    await go(page, "/catalogue?q=LB-C38B78-012");
    await page.getByRole("link", { name: "LB-C38B78-012", exact: true }).click();
    await page.getByText("$7.05").first().waitFor();
    await page.getByRole("button", { name: "Back to what ships" }).click();
    await page.getByText("as it ships").waitFor();
    await leave();
  });

  it("keeps its house rules, and a new plan names them", async () => {
    const { page, leave } = await enter();
    await go(page, "/house-rules");
    await page.getByLabel(/Rigid riser to the toilet/).check();
    await page.getByRole("button", { name: "Keep these rules" }).click();
    await page.getByText("Kept. New plans follow these rules.").waitFor();
    await open(page, "Toilet");
    await page.getByRole("link", { name: "Hookup", exact: true }).last().click();
    await page.waitForURL(/\/hookup$/);
    await page.getByText(/Standard: rigid riser to the toilet, because/).waitFor();
    await go(page, "/house-rules");
    await page.getByRole("button", { name: "Back to the usual ones" }).click();
    await page.getByText("Kept. New plans follow these rules.").waitFor();
    assert.equal(await page.getByLabel(/Braided line to the toilet/).isChecked(), true);
    await leave();
  });
});
