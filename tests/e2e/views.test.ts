/** Every view as people see it: at a desk, on a phone, in the dark, on paper, and by an accessibility checker. */
import assert from "node:assert/strict";
import { after, before, describe, it } from "node:test";
import type { Browser } from "playwright-core";
import { makeContext } from "../../src/app/context.ts";
import { demoVisitId } from "../../src/app/demo/demo-story.ts";
import { siteIdOf } from "../../src/app/site/site.ts";
import { readVisit } from "../../src/app/visit/visit.ts";
import {
  accessibilityFaults,
  alive,
  go,
  openBrowser,
  openPicker,
  overflows,
  saved,
  visitor,
} from "../support/browser.ts";
import { barFaults, contrastFaults, targetFaults, textFaults } from "../support/legible.ts";
import { cloneDatabase, startServer, type TestDatabase, type TestServer } from "../support/server.ts";
import { confirmGuesses, openPart } from "../support/survey.ts";

const KITCHEN = demoVisitId("teaching-kitchen");
const WASHROOM = demoVisitId("library-washroom");
let database: TestDatabase;
let server: TestServer;
let browser: Browser;
let views: readonly string[] = [];

async function pathTo(visit: string, label: string, view: string): Promise<string> {
  const { state } = await readVisit(makeContext(database.sql), visit);
  const connection = state.connections.find(({ survey }) => survey.label === label);
  assert.ok(connection);
  return `/visits/${visit}/${connection.id}/${view}`;
}

before(async () => {
  database = await cloneDatabase("template_demo");
  server = await startServer(database.url);
  browser = await openBrowser();
  views = [
    "/",
    `/visits/${KITCHEN}`,
    await pathTo(WASHROOM, "Toilet tank", "survey"),
    await pathTo(WASHROOM, "Toilet tank", "run-sheet"),
    await pathTo(KITCHEN, "Dishwasher", "hookup"),
    await pathTo(WASHROOM, "Lavatory faucet hot", "run-sheet"),
    await pathTo(KITCHEN, "Dishwasher", "leak-check"),
    await pathTo(KITCHEN, "Kitchen faucet hot", "leak-check"),
    `/visits/${KITCHEN}/record`,
    `/visits/${KITCHEN}/estimate`,
    await pathTo(WASHROOM, "Toilet tank", "line"),
    "/line",
    "/water",
    "/water?fixture=refrigerator",
    await pathTo(WASHROOM, "Toilet tank", "water"),
    await pathTo(KITCHEN, "Dishwasher", "water"),
    `/visits/${WASHROOM}/time-line`,
    `/visits/${KITCHEN}/notice`,
    `/visits/${WASHROOM}/run`,
    await pathTo(KITCHEN, "Dishwasher", "hold"),
    "/look-backs",
    "/steps",
    "/steps?edit=make",
    "/line/card?tube=3/8&rise=12&first=2&second=0&laid=one-offset&angle=45&radius=0.9375&seatFirst=0.375&seatLast=0.375&straight=1&stretch=0",
    "/identify",
    "/fits",
    "/catalogue?q=tee",
    "/house-rules",
    "/visits/import",
    "/sites",
    `/sites/${(await siteIdOf(makeContext(database.sql), KITCHEN)) ?? ""}`,
    "/customers",
    "/due",
    "/search?q=basin",
    "/truck",
    "/truck/load",
    "/week",
    "/settings",
    "/visits/begin",
    "/visits/unsent",
    "/more",
    "/catalogue/LB-C38B78-012",
    "/nothing-here",
  ];
});
after(async () => {
  await browser.close();
  await server.stop();
  await database.drop();
});

describe("every view", () => {
  for (const [name, options, isPhone, isZoomed] of [
    ["at 1280 x 800", {}, false, false],
    ["at 390 wide", { viewport: { width: 390, height: 844 } }, true, false],
    ["in a desk's window at 400 %", { viewport: { width: 320, height: 256 } }, false, true],
    ["in the dark", { colorScheme: "dark" as const }, false, false],
  ] as const)
    it(`${name} fits its window, passes the accessibility checker, and can be read and hit`, async () => {
      const { page, leave } = await visitor(browser, server.base, options);
      for (const path of views) {
        await go(page, path);
        assert.equal(await overflows(page), false, `${path} is wider than the window`);
        assert.deepEqual(await accessibilityFaults(page), [], path);
        // Zoomed in, text is as much larger as the window is smaller.
        if (!isZoomed) assert.deepEqual(await textFaults(page), [], `${path}: text under 12 px`);
        assert.deepEqual(await contrastFaults(page), [], `${path}: text that stands out too little`);
        assert.deepEqual(await barFaults(page), [], `${path}: bars that cover the window`);
        if (isPhone) assert.deepEqual(await targetFaults(page), [], `${path}: targets under 44 px`);
      }
      await leave();
    });

  it("prints the record without rail, buttons or tabs, and with its strips", async () => {
    const { page, leave } = await visitor(browser, server.base, { colorScheme: "dark" });
    await page.emulateMedia({ media: "print" });
    await go(page, `/visits/${KITCHEN}/record`);
    assert.equal(await page.getByRole("navigation").first().isVisible(), false);
    assert.equal(await page.getByRole("button", { name: "Print" }).isVisible(), false);
    const inks = await page.evaluate(() => [
      getComputedStyle(document.body).color,
      getComputedStyle(document.documentElement).backgroundColor,
    ]);
    assert.deepEqual(inks, ["rgb(0, 0, 0)", "rgb(255, 255, 255)"], "a dark screen prints black on white");
    assert.ok((await page.locator("svg.strip").count()) >= 2);
    const pdf = await page.pdf({ format: "Letter" });
    assert.equal(pdf.subarray(0, 5).toString(), "%PDF-");
    await leave();
  });
});

describe("Day and Record", () => {
  it("ship no island and stand without JavaScript, new visits included", async () => {
    const { page, leave } = await visitor(browser, server.base, { javaScriptEnabled: false });
    for (const path of ["/", `/visits/${KITCHEN}`, `/visits/${KITCHEN}/record`]) {
      await page.goto(path);
      assert.equal(await page.locator("astro-island").count(), 0, path);
    }
    await page.goto("/");
    await openPicker(page);
    await page.getByRole("button", { name: "Refrigerator" }).click();
    await page.waitForURL(/\/survey$/);
    await leave();
  });
});

describe("what people do besides", () => {
  it("? shows the keys, ] goes one tab on, and both leave typing alone", async () => {
    const { page, leave } = await visitor(browser, server.base);
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
    const { page, leave } = await visitor(browser, server.base);
    await go(page, "/");
    await page.getByRole("button", { name: "Dark" }).click();
    await page.waitForFunction(() => document.documentElement.dataset["theme"] === "dark");
    await go(page, `/visits/${KITCHEN}`);
    assert.equal(await page.locator("html").getAttribute("data-theme"), "dark");
    await leave();
  });

  it("a step is undone, and a refusal is said in words and costs nothing", async () => {
    const { page, leave } = await visitor(browser, server.base);
    await go(page, await pathTo(WASHROOM, "Lavatory faucet hot", "run-sheet"));
    await page.getByRole("button", { name: /^Tick ?: Dry every joint/ }).click();
    const early = page.locator("li[data-step=water-in]").first();
    await early.getByText("Not yet").click();
    await early.getByText(/^First \(make\): joint 2/).waitFor();
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
    const { page, leave } = await visitor(browser, server.base);
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
    const { page, leave } = await visitor(browser, server.base);
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
    const { page, leave } = await visitor(browser, server.base);
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
    const [one, two] = [await visitor(browser, server.base), await visitor(browser, server.base)];
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
    const { page, leave } = await visitor(browser, server.base);
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
