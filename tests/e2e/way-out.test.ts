/** A job without a plan: the page says what would make it work, and a tap tries it in the survey. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { makeContext } from "../../src/app/context.ts";
import { openVisit, readVisit } from "../../src/app/visit/visit.ts";
import { accessibilityFaults, alive, go, saved } from "../support/browser.ts";
import { startApp } from "../support/house.ts";
import { CONNECTION, idOf, startedVisit } from "../support/story.ts";

const { newPage: enter, database } = startApp("template_empty");
const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true };

describe("a tub filler on a stop that is too small", () => {
  it("is told why, is offered a new stop with what it brings, and has plans after one tap; the survey says it is a guess", async () => {
    const visit = idOf(0x760001);
    const change = { supply: { end: "comp-3/8-m", kind: "stop-outlet" as const } };
    await openVisit(
      makeContext(database().sql),
      visit,
      startedVisit("tub-filler-hot", { planned: false, change }),
    );
    const { page, leave } = await enter(PHONE);
    await go(page, `/visits/${visit}/${CONNECTION}/hookup`);
    await page.getByRole("heading", { name: "No hookup found" }).waitFor();
    await page.getByText(/too small for this fixture/).waitFor();
    const standing = page.getByRole("list", { name: "The way as it stands" });
    await standing
      .locator("[data-standing=stop]")
      .getByText(/0\.27 in to 0\.30? in: too small/)
      .waitFor();
    await standing
      .locator("[data-standing=fixture]")
      .getByText(/20 psi/)
      .waitFor();
    const ways = page.getByRole("region", { name: "What would make it work" });
    const first = ways.locator("[data-way-out]").first();
    assert.equal(await first.getAttribute("data-way-out"), "renew-stop");
    await first.getByText(/plans?, .*\$\d/).waitFor();
    assert.deepEqual(await accessibilityFaults(page), []);
    await alive(page);
    await first.getByRole("button", { name: /^Try it/ }).click();
    await page.getByRole("heading", { name: /^Plan A/ }).waitFor();
    await saved(page);
    const { state } = await readVisit(makeContext(database().sql), visit);
    const survey = state.connections[0]?.survey;
    assert.equal(survey?.supply.kind, "dead-stop");
    assert.ok(!survey?.confirmed?.includes("supply"), "a try is a guess until somebody has looked");

    await page.getByRole("button", { name: "Undo the last change" }).click();
    await page.getByRole("heading", { name: "No hookup found" }).waitFor();
    await saved(page);
    const back = await readVisit(makeContext(database().sql), visit);
    assert.equal(back.state.connections[0]?.survey.supply.kind, "stop-outlet", "the survey is as it was");
    await leave();
  });
});
