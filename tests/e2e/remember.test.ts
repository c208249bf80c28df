/** What the shop remembers: a second visit a year later, a day of three visits with its load list, search. */

import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { makeContext } from "../../src/app/context.ts";
import { startVisit } from "../../src/app/visit/start-visit.ts";
import { readDay } from "../../src/app/visit/today.ts";
import { readVisit } from "../../src/app/visit/visit.ts";
import { alive, go, openPicker, saved } from "../support/browser.ts";
import { startApp } from "../support/house.ts";
import { largePicture } from "../support/picture.ts";
import { idOf, SITE } from "../support/story.ts";
import { confirmGuesses, lookAtPlans, openPart } from "../support/survey.ts";

const { newPage: enter, database } = startApp("template_demo");
const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true };

describe("a second visit a year later", () => {
  it("is planned from the site's page to a fixture as it was left, and every fact of it is still to be looked at", async () => {
    const { page, leave } = await enter(PHONE);
    await go(page, "/sites");
    await page.getByRole("link", { name: /Gullwing Hall/ }).click();
    await page.getByRole("heading", { name: "Fixtures as they were left" }).waitFor();
    const toilet = page
      .getByRole("region", { name: "deck washroom" })
      .getByText("Toilet tank", { exact: true });
    await toilet.click();
    await page
      .locator("#next-visit")
      .getByLabel(/^Title/)
      .fill("Deck toilet, yearly look");
    await page.getByRole("button", { name: "Plan a visit to the ticked fixtures" }).click();
    await page.getByRole("heading", { name: "Deck toilet, yearly look" }).waitFor();
    await page
      .getByRole("link", { name: /^Toilet tank/ })
      .first()
      .click();
    await alive(page);
    await page.getByText(/As left on \d+ \w+ \d{4}/).waitFor();
    await page.getByText("0 of 5 looked at").waitFor();
    await page.getByRole("button", { name: "I have looked: it is as shown" }).click();
    await page.getByText("3 of 5 looked at").waitFor();
    await openPart(page, "line");
    await page.getByRole("button", { name: /^Measured/ }).waitFor();
    await leave();
  });

  it("is proposed by what is due, with one press", async () => {
    const { page, leave } = await enter();
    await go(page, "/due");
    await page.getByText("Close and open the stop").first().waitFor();
    await page
      .getByRole("button", { name: /^Plan one visit/ })
      .first()
      .click();
    await page.getByRole("heading", { name: "Valves of the site" }).waitFor();
    const visit = page.url().split("/").at(-1) ?? "";
    const { state } = await readVisit(makeContext(database().sql), visit);
    assert.ok(state.connections.length > 0 && state.connections.every(({ continues }) => continues !== null));
    await go(page, "/due");
    await page.getByRole("link", { name: "visit booked" }).first().waitFor();
    await leave();
  });

  it("keeps a picture of a valve, made small on the way, for every later visit", async () => {
    const { page, leave } = await enter();
    await go(page, "/");
    await page.locator("[data-first-visit] h2 a").click();
    await page.getByText("Note a valve, or what one showed").click();
    await page.getByLabel(/^Name \(the same/).fill("Quay riser");
    const SIDE = 1200;
    const field = page.getByLabel(/^A picture of it/);
    await field.setInputFiles({
      name: "riser.bmp",
      mimeType: "image/bmp",
      buffer: largePicture(SIDE),
    });
    await page.waitForFunction(() =>
      [...document.querySelectorAll<HTMLInputElement>("input[data-make-small]")].some(
        ({ files }) => files?.[0]?.type === "image/jpeg",
      ),
    );
    await page.getByRole("button", { name: "Keep the valve" }).click();
    const picture = page.getByRole("img", { name: "Picture of Quay riser" });
    await picture.scrollIntoViewIfNeeded();
    await page.waitForFunction(
      () => document.querySelector<HTMLImageElement>('img[alt="Picture of Quay riser"]')?.complete,
    );
    const width = await picture.evaluate((shown) =>
      shown instanceof HTMLImageElement ? shown.naturalWidth : 0,
    );
    assert.ok(width > SIDE / 2 && width <= SIDE, String(width));
    await go(page, "/sites");
    await page.getByRole("link", { name: /Gullwing Hall/ }).click();
    await page.getByRole("img", { name: "Picture of Quay riser" }).waitFor();
    await leave();
  });

  it("dismisses what is not wanted with a reason, and takes that back", async () => {
    const { page, leave } = await enter();
    await go(page, "/due");
    const looks = page.locator("summary", { hasText: "Look at joints, line and stop" });
    const before = await looks.count();
    await looks.first().click();
    await page
      .locator("details[open]")
      .getByLabel(/^Why it is not wanted/)
      .fill("the house does it");
    await page
      .locator("details[open]")
      .getByRole("button", { name: /^Dismiss/ })
      .click();
    await page.getByText("Dismissed: the house does it").waitFor();
    assert.equal(await looks.count(), before - 1);
    await page.getByRole("button", { name: "Undo" }).click();
    await looks.nth(before - 1).waitFor();
    await leave();
  });
});

describe("a day of three visits", () => {
  it("is booked, put in order by keys, and loaded with what all of it needs", async () => {
    const context = makeContext(database().sql);
    const day = "2027-05-12";
    for (const [at, preset] of ["Toilet", "Dishwasher", "Clothes washer"].entries())
      await startVisit(context, {
        visit: idOf(0xaa0001 + at),
        preset,
        site: "",
        siteName: SITE.name,
        siteAddress: "Kiln Lane",
        siteZone: SITE.zone,
        startsOn: `${day}T${String(8 + at).padStart(2, "0")}:00`,
        title: `${preset} of the day`,
        place: "",
      });
    const { page, leave } = await enter();
    await go(page, `/week?from=${day}`);
    const wednesday = page.getByRole("region", { name: "Wed 12 May" });
    const order = async () =>
      (await wednesday.getByRole("link").allInnerTexts()).map((text) => text.split("\n")[0]);
    assert.deepEqual(await order(), [
      "Toilet of the day",
      "Dishwasher of the day",
      "Clothes washer of the day",
    ]);
    await page.getByRole("button", { name: "Move Toilet of the day" }).focus();
    await page.keyboard.press("Space");
    await page.getByText(/^(Picked up|Over)/).waitFor({ state: "attached" });
    for (let presses = 0; presses < 30; presses += 1) {
      await page.keyboard.press("ArrowDown");
      if (await page.getByText("behind Dishwasher of the day", { exact: false }).count()) break;
    }
    await page.keyboard.press("Space");
    await page.getByText(/^Moved\. Toilet of the day/).waitFor();
    await alive(page);
    assert.deepEqual((await order()).slice(0, 2), ["Dishwasher of the day", "Toilet of the day"]);

    await go(page, `/truck/load?day=${day}`);
    await page.getByText("No hookup chosen yet").waitFor();
    await page.getByRole("link", { name: "Toilet tank" }).click();
    await alive(page);
    await confirmGuesses(page);
    await lookAtPlans(page);
    await page
      .getByRole("button", { name: /^Choose/ })
      .first()
      .click();
    await saved(page);

    await go(page, `/truck/load?day=${day}`);
    const load = page.getByRole("button", { name: /^Load: .*line/ }).first();
    await load.click();
    await page.getByText(/^loaded by /).waitFor();
    await page
      .getByRole("button", { name: /^Loaded: .*line/ })
      .first()
      .click();
    await page
      .getByRole("button", { name: /^Load: .*line/ })
      .first()
      .waitFor();
    await leave();
  });
});

describe("the truck", () => {
  it("works out what it can make, a few cells at a time, and names what would cover more", async () => {
    const { page, leave } = await enter();
    await go(page, "/truck");
    await page.getByText(/^Covers \d+ % of what is asked for/).waitFor({ timeout: 60_000 });
    const cells = await page
      .getByRole("region", { name: "Reach of the truck" })
      .locator("td a")
      .allInnerTexts();
    assert.ok(cells.length > 10 && cells.every((text) => /^\d\+?$/.test(text)), cells.join(" "));
    await page.getByRole("heading", { name: "Covers most more for its price" }).waitFor();
    await leave();
  });
});

describe("search", () => {
  it("is reached by its key from any page and finds customer, site, visit, fixture, note and part", async () => {
    const { page, leave } = await enter();
    await go(page, "/sites");
    await page.keyboard.press("/");
    const field = page.getByRole("searchbox");
    await field.waitFor();
    await field.fill("merrin");
    await field.press("Enter");
    await page.getByRole("link", { name: /Port Merrin Commons Trust/ }).waitFor();
    await page.getByRole("link", { name: /^Gullwing Hall/ }).waitFor();
    await page.getByRole("searchbox").fill("water hammer");
    await page.getByRole("searchbox").press("Enter");
    await page.getByRole("heading", { name: /^Parts/ }).waitFor();
    await page.getByRole("searchbox").fill("qqqzzz");
    await page.getByRole("searchbox").press("Enter");
    await page.getByText('Nothing answers to "qqqzzz"').waitFor();
    await leave();
  });
});

describe("Today", () => {
  it("books a visit at a known site for another day", async () => {
    const { page, leave } = await enter();
    await go(page, "/");
    await openPicker(page);
    await page.getByText(/^Where: Gullwing Hall/).click();
    await page.getByLabel(/^Day and time there/).fill("2027-01-08T13:30");
    await page.getByRole("button", { name: "A washroom" }).click();
    await page.getByRole("heading", { level: 1 }).waitFor();
    const { tickets } = await readDay(makeContext(database().sql), "UTC");
    const booked = tickets.find(({ title }) => title === "A washroom");
    assert.equal(booked?.startsAt.toISOString(), "2027-01-08T17:30:00.000Z");
    assert.equal(booked?.site.name, "Gullwing Hall");
    await leave();
  });
});
