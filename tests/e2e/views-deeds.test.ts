/** What people do in views besides the work itself: keys, light and dark, undo, two at once, notes. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { makeContext } from "../../src/app/context.ts";
import { demoVisitId } from "../../src/app/demo/demo-story.ts";
import { readVisit } from "../../src/app/visit/visit.ts";
import { accessibilityFaults, alive, go, saved } from "../support/browser.ts";
import { startApp } from "../support/house.ts";
import { confirmGuesses, openPart } from "../support/survey.ts";

const KITCHEN = demoVisitId("teaching-kitchen");
const WASHROOM = demoVisitId("library-washroom");
const { newPage, database } = startApp("template_demo");

async function pathTo(visit: string, label: string, view: string): Promise<string> {
  const { state } = await readVisit(makeContext(database().sql), visit);
  const connection = state.connections.find(({ survey }) => survey.label === label);
  assert.ok(connection);
  return `/visits/${visit}/${connection.id}/${view}`;
}

describe("what people do besides", () => {
  it("? shows the keys, ] goes one tab on, and both leave typing alone", async () => {
    const { page, leave } = await newPage();
    await go(page, await pathTo(WASHROOM, "Toilet tank", "survey"));
    await page.keyboard.press("?");
    await page.getByRole("dialog", { name: "Shortcuts" }).waitFor();
    await page.keyboard.press("Escape");
    await openPart(page, "fixture");
    await page.getByLabel("Place", { exact: true }).fill("");
    await page.getByLabel("Place", { exact: true }).pressSequentially("room ]?");
    assert.equal(await page.getByLabel("Place", { exact: true }).inputValue(), "room ]?");
    await page.getByLabel("Place", { exact: true }).blur();
    await page.keyboard.press("]");
    await page.waitForURL(/\/hookup$/);
    await leave();
  });

  it("light and dark are remembered", async () => {
    const { page, leave } = await newPage();
    await go(page, "/");
    await page.getByRole("button", { name: "Dark" }).click();
    await page.waitForFunction(() => document.documentElement.dataset["theme"] === "dark");
    await go(page, `/visits/${KITCHEN}`);
    assert.equal(await page.locator("html").getAttribute("data-theme"), "dark");
    await leave();
  });

  it("a step is undone, and a refusal is said in words and costs nothing", async () => {
    const { page, leave } = await newPage();
    await go(page, await pathTo(WASHROOM, "Lavatory faucet hot", "run-sheet"));
    await page.getByRole("button", { name: /^Tick ?: Dry every joint/ }).click();
    const early = page.locator("li[data-step=water-in]").first();
    await early.getByText("Not yet").click();
    await early.getByText(/^First \(make\): joint 1/).waitFor();
    await early.getByLabel("Done all the same, because").fill("in a hurry");
    await early.getByRole("button", { name: "Tick with this reason" }).click();
    await page
      .getByRole("alert")
      .getByText(/Make up every joint before water/)
      .waitFor();
    await page.getByRole("button", { name: "OK", exact: true }).click();
    await page.getByRole("button", { name: /^Undo ?: Dry every joint/ }).click();
    await page.getByRole("button", { name: /^Tick ?: Dry every joint/ }).waitFor();
    await saved(page);
    await leave();
  });

  it("what was just done is said, and taken back with one tap; a page read again says nothing", async () => {
    const { page, leave } = await newPage();
    await go(page, await pathTo(WASHROOM, "Lavatory faucet hot", "run-sheet"));
    await page.getByRole("button", { name: /^Tick ?: Dry every joint/ }).click();
    const toast = page.locator(".toast");
    await toast.getByText("step done").waitFor();
    assert.deepEqual(await accessibilityFaults(page), []);
    await toast.getByRole("button", { name: "Undo" }).click();
    await page.getByRole("button", { name: /^Tick ?: Dry every joint/ }).waitFor();
    await toast.waitFor({ state: "detached" });
    await saved(page);
    await page.reload();
    await alive(page);
    assert.equal(await toast.count(), 0);
    await leave();
  });

  it("another way is shown by what differs, and can be chosen instead", async () => {
    const { page, leave } = await newPage();
    await go(page, await pathTo(WASHROOM, "Toilet tank", "hookup"));
    await page.getByText(/Why not another\? \d+ ruled out/).waitFor();
    await page.getByRole("button", { name: "Show C" }).click();
    await page.getByRole("heading", { name: /Plan C.*riser/i }).waitFor();
    await confirmGuesses(page);
    await page.getByRole("button", { name: "Choose plan C" }).click();
    await page.getByText("Chosen for this connection.").waitFor();
    await saved(page);
    await page.reload();
    await alive(page);
    await page.getByText(/Another way is chosen now/).waitFor();
    await page.getByRole("button", { name: "Choose plan A" }).click();
    await page.getByText("Chosen for this connection.").waitFor();
    await saved(page);
    await leave();
  });

  it("an exception is written down where a look is impossible, and the overdue follow-up check is made good", async () => {
    const { page, leave } = await newPage();
    await go(page, await pathTo(KITCHEN, "Dishwasher", "leak-check"));
    await page.locator('[data-stage="in-place"]').click();
    await page.getByText("Skip with a reason").click();
    await page.getByLabel(/Reason/).fill("cabinet is still open");
    await page.getByRole("button", { name: "Write the exception" }).click();
    await page.locator('[data-stage="in-place"]').getByText(/✓/).waitFor();
    await saved(page);
    await go(page, "/");
    await page.getByRole("link", { name: /^Follow-up check now/ }).click();
    await alive(page);
    await page.getByRole("button", { name: "Dry", exact: true }).click();
    await page.locator('[data-phase="done"]').waitFor();
    await saved(page);
    await leave();
  });

  it("two people on one connection: the second is told, and loses nothing of the first's", async () => {
    const path = await pathTo(WASHROOM, "Lavatory faucet cold", "run-sheet");
    const [one, two] = [await newPage(), await newPage()];
    await go(one.page, path);
    await go(two.page, path);
    await one.page.getByRole("button", { name: /^Tick ?: Dry every joint/ }).click();
    await saved(one.page);
    await two.page.getByRole("button", { name: /^Tick ?: Dry every joint/ }).click();
    await two.page
      .getByRole("alert")
      .getByText(/ticked this step already/)
      .waitFor();
    await two.page.getByRole("button", { name: "Reload" }).click();
    await alive(two.page);
    await two.page.getByRole("button", { name: /^Undo ?: Dry every joint/ }).waitFor();
    await one.leave();
    await two.leave();
  });

  it("notes and removed connections are kept with their reason", async () => {
    const { page, leave } = await newPage();
    await go(page, `/visits/${demoVisitId("laundry")}`);
    await page.getByLabel(/Note for the next visit/).fill("hose marked with tape");
    await page.getByRole("button", { name: "Add the note" }).click();
    await page.getByText("hose marked with tape").first().waitFor();
    await page.getByText("Remove a connection", { exact: true }).click();
    await page.locator("select[name=connection]").selectOption({ label: "Utility faucet cold" });
    await page.getByLabel(/Why \(it stays in the visit/).fill("stem seized, quoted");
    await page.getByRole("button", { name: "Remove it" }).click();
    await page.getByText("Removed: Utility faucet cold (stem seized, quoted)").waitFor();
    await leave();
  });
});
