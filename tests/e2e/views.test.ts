/** Every view as people see it: at a desk, on a phone, in the dark, on paper, and by an accessibility checker. */
import assert from "node:assert/strict";
import { after, before, describe, it } from "node:test";
import type { Browser, Page } from "playwright-core";
import { makeContext } from "../../src/app/context.ts";
import { demoVisitId } from "../../src/app/demo/demo-story.ts";
import { siteIdOf } from "../../src/app/site/site.ts";
import { readVisit } from "../../src/app/visit/visit.ts";
import {
  accessibilityFaults,
  go,
  openBrowser,
  openPicker,
  overflows,
  type Visitor,
  visitor,
} from "../support/browser.ts";
import { barFaults, contrastFaults, targetFaults, textFaults } from "../support/legible.ts";
import { cloneDatabase, startServer, type TestDatabase, type TestServer } from "../support/server.ts";

const KITCHEN = demoVisitId("teaching-kitchen");
const WASHROOM = demoVisitId("library-washroom");
let database: TestDatabase;
let server: TestServer;
let browser: Browser;
async function pathTo(visit: string, label: string, view: string): Promise<string> {
  const { state } = await readVisit(makeContext(database.sql), visit);
  const connection = state.connections.find(({ survey }) => survey.label === label);
  assert.ok(connection);
  return `/visits/${visit}/${connection.id}/${view}`;
}

/** Every view by a name, with its address, or how the address is found. */
const VIEWS: readonly (readonly [name: string, path: string | (() => Promise<string>)])[] = [
  ["/", "/"],
  [`/visits/${KITCHEN}`, `/visits/${KITCHEN}`],
  ["survey of Toilet tank", () => pathTo(WASHROOM, "Toilet tank", "survey")],
  ["run-sheet of Toilet tank", () => pathTo(WASHROOM, "Toilet tank", "run-sheet")],
  ["hookup of Dishwasher", () => pathTo(KITCHEN, "Dishwasher", "hookup")],
  ["run-sheet of Lavatory faucet hot", () => pathTo(WASHROOM, "Lavatory faucet hot", "run-sheet")],
  ["leak-check of Dishwasher", () => pathTo(KITCHEN, "Dishwasher", "leak-check")],
  ["leak-check of Kitchen faucet hot", () => pathTo(KITCHEN, "Kitchen faucet hot", "leak-check")],
  [`/visits/${KITCHEN}/record`, `/visits/${KITCHEN}/record`],
  [`/visits/${KITCHEN}/estimate`, `/visits/${KITCHEN}/estimate`],
  ["line of Toilet tank", () => pathTo(WASHROOM, "Toilet tank", "line")],
  ["/line", "/line"],
  ["/water", "/water"],
  ["/water?fixture=refrigerator", "/water?fixture=refrigerator"],
  ["water of Toilet tank", () => pathTo(WASHROOM, "Toilet tank", "water")],
  ["water of Dishwasher", () => pathTo(KITCHEN, "Dishwasher", "water")],
  [`/visits/${WASHROOM}/time-line`, `/visits/${WASHROOM}/time-line`],
  [`/visits/${KITCHEN}/notice`, `/visits/${KITCHEN}/notice`],
  [`/visits/${WASHROOM}/run`, `/visits/${WASHROOM}/run`],
  ["hold of Dishwasher", () => pathTo(KITCHEN, "Dishwasher", "hold")],
  ["/look-backs", "/look-backs"],
  ["/steps", "/steps"],
  ["/steps?edit=make", "/steps?edit=make"],
  [
    "/line/card?tube=3/8&rise=12&first=2&second=0&laid=one-offset&angle=45&radius=0.9375&seatFirst=0.375&seatLast=0.375&straight=1&stretch=0",
    "/line/card?tube=3/8&rise=12&first=2&second=0&laid=one-offset&angle=45&radius=0.9375&seatFirst=0.375&seatLast=0.375&straight=1&stretch=0",
  ],
  ["/identify", "/identify"],
  ["/fits", "/fits"],
  ["/catalogue?q=tee", "/catalogue?q=tee"],
  ["/house-rules", "/house-rules"],
  ["/visits/import", "/visits/import"],
  ["/sites", "/sites"],
  ["a site", async () => `/sites/${(await siteIdOf(makeContext(database.sql), KITCHEN)) ?? ""}`],
  ["/customers", "/customers"],
  ["/due", "/due"],
  ["/search?q=basin", "/search?q=basin"],
  ["/truck", "/truck"],
  ["/truck/load", "/truck/load"],
  ["/week", "/week"],
  ["/settings", "/settings"],
  ["/visits/begin", "/visits/begin"],
  ["/visits/unsent", "/visits/unsent"],
  ["/more", "/more"],
  ["/catalogue/LB-C38B78-012", "/catalogue/LB-C38B78-012"],
  ["/nothing-here", "/nothing-here"],
];

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

const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };
/** A desk's window at 400 %. */
const ZOOMED = { width: 320, height: 256 };

/** Shows the page in a window of this size, as a person turns a device or drags a window. */
async function resize(page: Page, size: typeof DESK): Promise<void> {
  await page.setViewportSize(size);
  await page.evaluate(
    () => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn))),
  );
}

describe("every view fits its windows, passes the accessibility checker, and can be read and hit", () => {
  let open: Visitor;
  before(async () => {
    open = await visitor(browser, server.base);
  });
  after(() => open.leave());

  for (const [name, pathOf] of VIEWS)
    it(name, async () => {
      const { page } = open;
      const path = typeof pathOf === "string" ? pathOf : await pathOf();
      await resize(page, DESK);
      await page.emulateMedia({ colorScheme: "light" });
      await go(page, path);
      const isReadable = async (where: string) => {
        assert.equal(await overflows(page), false, `${where}: wider than the window`);
        assert.deepEqual(await contrastFaults(page), [], `${where}: text that stands out too little`);
        assert.deepEqual(await barFaults(page), [], `${where}: bars that cover the window`);
      };
      await isReadable("desk");
      assert.deepEqual(await textFaults(page), [], "desk: text under 12 px");
      assert.deepEqual(await accessibilityFaults(page), [], "desk");
      await page.emulateMedia({ colorScheme: "dark" });
      await isReadable("dark");
      assert.deepEqual(await accessibilityFaults(page, ["color-contrast"]), [], "dark");
      await page.emulateMedia({ colorScheme: "light" });
      await resize(page, PHONE);
      await isReadable("phone");
      assert.deepEqual(await textFaults(page), [], "phone: text under 12 px");
      assert.deepEqual(await targetFaults(page), [], "phone: targets under 44 px");
      assert.deepEqual(await accessibilityFaults(page), [], "phone");
      // Zoomed in, text is as much larger as the window is smaller.
      await resize(page, ZOOMED);
      await isReadable("at 400 %");
    });
});

describe("the record on paper", () => {
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
