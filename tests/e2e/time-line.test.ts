/** The visit's timeline: planned again when a stop breaks on the way, without losing what is ticked. */

import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { demoVisitId } from "../../src/app/demo/demo-story.ts";
import { alive, go, saved } from "../support/browser.ts";
import { startApp } from "../support/house.ts";
import { openPart } from "../support/survey.ts";

const { newPage: enter } = startApp("template_demo");
const WASHROOM = demoVisitId("library-washroom");

describe("the timeline of a visit", () => {
  it("says when the water is back, with one pair of hands and with two", async () => {
    const { page, leave } = await enter();
    await go(page, `/visits/${WASHROOM}`);
    await page.getByRole("link", { name: "Timeline" }).click();
    await page.waitForURL(/\/time-line$/);
    await page
      .getByText(/Water back at/)
      .first()
      .waitFor();
    const minutes = async () =>
      Number(/(\d+) minutes/.exec((await page.locator("main").textContent()) ?? "")?.[1]);
    const alone = await minutes();
    await page.getByRole("link", { name: "two pairs of hands" }).click();
    await page.waitForURL(/hands=2/);
    assert.ok((await minutes()) <= alone);
    await page.getByRole("link", { name: "Notice for the customer" }).click();
    await page.getByRole("columnheader", { name: "At the latest" }).waitFor();
    await page.getByRole("link", { name: /Calendar/ }).waitFor();
    await leave();
  });

  it("shuts the next valve up when a stop breaks, and keeps the ticks", async () => {
    const { page, leave } = await enter();
    await go(page, `/visits/${WASHROOM}/time-line`);
    const steps = page
      .getByRole("listitem")
      .filter({ has: page.getByRole("link", { name: "Lavatory faucet cold" }) });
    const before = await steps.count();
    assert.ok(before > 5);
    await steps.first().getByRole("link").click();
    await page.waitForURL(/\/run-sheet/);
    await alive(page);
    await page.getByRole("button", { name: /^Tick/ }).first().click();
    await saved(page);
    await page.getByRole("link", { name: "Survey" }).click();
    await page.waitForURL(/\/survey/);
    await alive(page);
    await openPart(page, "stop");
    await page.getByText("does not hold", { exact: true }).click();
    await page.getByRole("button", { name: "Save the survey" }).click();
    await saved(page);
    await go(page, `/visits/${WASHROOM}/time-line`);
    await page.getByText(/cold branch, next valve up, because its stop does not hold/).waitFor();
    // What is ticked is not on it again; what shutting the next valve up asks for is.
    assert.equal(await steps.filter({ hasText: "See both ends" }).count(), 0);
    assert.ok((await steps.count()) >= before);
    await leave();
  });
});
