/** The line bench through the real interface: pulled, nudged, typed; its length goes to the planner; the card prints true. */

import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { getDocument } from "pdfjs-dist/legacy/build/pdf.mjs";
import type { Page } from "playwright-core";
import { alive, go, saved } from "../support/browser.ts";
import { startApp } from "../support/house.ts";
import { beginVisit, openPart } from "../support/survey.ts";

const { newPage: enter } = startApp("template_demo");

const rating = (page: Page, lengthIn: string) =>
  page.getByRole("row").filter({ has: page.getByRole("button", { name: `${lengthIn} in`, exact: true }) });

async function openBench(page: Page): Promise<void> {
  await go(page, "/line");
  await page.locator("[data-solved=yes]").waitFor();
}

/** Pulls a handle by so many pixels with the mouse. */
async function pull(page: Page, name: string, dx: number, dy: number): Promise<void> {
  const box = await page.getByRole("slider", { name, exact: true }).boundingBox();
  assert.ok(box);
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + dx / 2, y + dy / 2, { steps: 4 });
  await page.mouse.move(x + dx, y + dy, { steps: 4 });
  await page.mouse.up();
}

describe("the line bench", () => {
  it("bends every length again while an end is pulled, and takes the pull back", async () => {
    const { page, leave } = await enter();
    await openBench(page);
    const above = page.getByLabel("Above the supply");
    const before = await above.inputValue();
    const tooShort = page.locator("[data-too-short]", { hasText: /\b9\b/ });
    await tooShort.waitFor();
    await pull(page, "Inlet, front", 0, 120);
    assert.notEqual(await above.inputValue(), before);
    await rating(page, "9").waitFor();
    await tooShort.waitFor({ state: "detached" });
    await page.getByRole("button", { name: "Undo" }).click();
    assert.equal(await above.inputValue(), before);
    await tooShort.waitFor();
    await leave();
  });

  it("is nudged by an eighth, and turned by the arrow keys", async () => {
    const { page, leave } = await enter();
    await openBench(page);
    const inlet = page.getByRole("slider", { name: "Inlet, front", exact: true });
    await page.getByLabel("Above the supply").fill("9");
    await inlet.focus();
    await page.keyboard.press("ArrowUp");
    await page.waitForFunction(() =>
      document
        .querySelector('[aria-label="Inlet, front"]')
        ?.getAttribute("aria-valuetext")
        ?.includes("9 1/8 up"),
    );
    await page.keyboard.press("Shift+ArrowRight");
    await page.waitForFunction(() =>
      document
        .querySelector('[aria-label="Inlet, front"]')
        ?.getAttribute("aria-valuetext")
        ?.startsWith("2 right"),
    );
    const way = page.getByLabel("The line leaves the supply");
    assert.equal(await way.inputValue(), "up");
    await page.getByRole("slider", { name: "Supply direction, front" }).focus();
    for (let press = 0; press < 6; press += 1) await page.keyboard.press("ArrowRight");
    assert.equal(await way.inputValue(), "right");
    await leave();
  });

  it("says clearly what cannot be", async () => {
    const { page, leave } = await enter();
    await openBench(page);
    for (const field of ["Right of the supply", "Above the supply", "Out from the supply"])
      await page.getByLabel(field).fill("0");
    await page.getByText(/two ends are in one place/).waitFor();
    await page.getByLabel("Above the supply").fill("nine");
    await page.getByText(/"nine" is not a length/).waitFor();
    await page.getByLabel("Above the supply").fill("9");
    await page.getByLabel("Left side").fill("-1");
    await page.getByText(/behind a wall/).waitFor();
    await page.getByLabel("Left side").fill("");
    await page.getByRole("table").waitFor();
    await leave();
  });

  it("says what would help where no stock length is good", async () => {
    const { page, leave } = await enter();
    await openBench(page);
    // Out of the wall, the inlet close by and looking down, three inches of room: no length lies well.
    await page.getByLabel("The line leaves the supply").selectOption("out");
    for (const [field, figure] of [
      ["Right of the supply", "3"],
      ["Above the supply", "6"],
      ["Out from the supply", "2"],
      ["Side clearance (empty: unknown)", "3"],
    ] as const)
      await page.getByLabel(field).fill(figure);
    await page.getByText("No stock length is good as the ends are.").waitFor();
    await page
      .getByRole("button", { name: /^Try angle stop/ })
      .first()
      .click();
    await page.getByText("Good lengths", { exact: true }).waitFor();
    await page.getByText(/^\d+ in: good$/).waitFor();
    await leave();
  });

  it("is filled in from the survey, and its length goes to the planner", async () => {
    const { page, leave } = await enter();
    await beginVisit(page, "Toilet");
    await openPart(page, "line");
    await page.getByText("Where the ends lie: not measured").click();
    await page.getByLabel("Inlet right of it").fill("4");
    await page.getByLabel("Inlet above it").fill("8");
    await page.getByLabel("Inlet out from it").fill("3");
    await page.getByLabel("The line leaves the supply").selectOption("out");
    await page.getByRole("button", { name: "Save the survey" }).click();
    await saved(page);
    await page.getByRole("navigation", { name: "Connection" }).getByRole("link", { name: /^Line/ }).click();
    await page.waitForURL(/\/line$/);
    await alive(page);
    assert.equal(await page.getByLabel("Right of the supply").inputValue(), "4");
    assert.equal(await page.getByLabel("The line leaves the supply").inputValue(), "out");
    await page.getByRole("button", { name: "16 in", exact: true }).click();
    await page.getByRole("button", { name: "Plan with 16 in" }).click();
    await saved(page);
    await page.getByText("Surveyed for 16 in").waitFor();
    await page.getByRole("link", { name: "Hookup", exact: true }).last().click();
    await page.waitForURL(/\/hookup$/);
    await page.getByRole("heading", { name: /16 in/ }).first().waitFor();
    await leave();
  });

  it("finds a length that is good parked and pulled out", async () => {
    const { page, leave } = await enter();
    await openBench(page);
    await page.getByText("Appliance that rolls out", { exact: true }).click();
    await page
      .getByRole("combobox", { name: /^Line/ })
      .selectOption({ label: "Braided stainless line, 1/4 comp x 1/4 comp" });
    await page.getByLabel("Out from the supply").fill("3");
    await page.getByText(/^Take \d+ in: lay/).waitFor();
    await page.getByLabel("Depth behind it").fill("3/4");
    await page.getByText("No stock length is good both parked and pulled out").waitFor();
    await leave();
  });

  it("adds a route up and says what does not go", async () => {
    const { page, leave } = await enter();
    await openBench(page);
    await page.getByText("Route", { exact: true }).click();
    await page.getByText(/ft of tube/).waitFor();
    await page.getByLabel("Length of leg 2").fill("1");
    await page.getByText(/too short for its bends/).waitFor();
    await page.getByRole("button", { name: "Add a leg" }).click();
    assert.equal(await page.getByRole("textbox", { name: /^Length of leg/ }).count(), 3);
    await leave();
  });

  it("is pulled by a finger on a phone", async () => {
    const { page, leave } = await enter({
      viewport: { width: 390, height: 844 },
      hasTouch: true,
      isMobile: true,
    });
    await openBench(page);
    const handle = page.getByRole("slider", { name: "Inlet, front", exact: true });
    await handle.scrollIntoViewIfNeeded();
    const before = await handle.getAttribute("aria-valuetext");
    const box = await handle.boundingBox();
    assert.ok(box);
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    const finger = await page.context().newCDPSession(page);
    const touch = (
      type: "touchStart" | "touchMove" | "touchEnd",
      points: readonly { x: number; y: number }[],
    ) => finger.send("Input.dispatchTouchEvent", { type, touchPoints: [...points] });
    await touch("touchStart", [{ x, y }]);
    for (let step = 1; step <= 6; step += 1) await touch("touchMove", [{ x: x + 5 * step, y: y + 4 * step }]);
    await touch("touchEnd", []);
    await page.waitForFunction(
      (was) => document.querySelector('[aria-label="Inlet, front"]')?.getAttribute("aria-valuetext") !== was,
      before,
    );
    await leave();
  });
});

/** Points to an inch on a printed page. */
const POINTS_PER_IN = 72;

describe("the bending card", () => {
  it("prints at true size: an inch of its strips is an inch of paper", async () => {
    const { page, leave } = await enter();
    await openBench(page);
    await page.getByText("Rigid riser, soft tube", { exact: true }).click();
    await page.getByLabel("Rise, face to face").fill("12");
    await page.getByLabel("Aside to the right").fill("2");
    await page.getByLabel("Aside out of the wall").fill("0");
    await page.getByLabel("Bend angle").selectOption("45");
    await page.getByText(/^Cut at/).waitFor();
    await page.getByRole("link", { name: "Bending card, true size" }).click();
    await page.waitForURL(/\/line\/card/);
    const printed = await page.pdf({ preferCSSPageSize: true });
    const document = await getDocument({ data: new Uint8Array(printed), verbosity: 0 }).promise;
    assert.equal(document.numPages, 1);
    const sheet = await document.getPage(1);
    assert.deepEqual(sheet.view, [0, 0, 8.5 * POINTS_PER_IN, 11 * POINTS_PER_IN]);
    const { items } = await sheet.getTextContent();
    // Figures of the strips stand at whole inches, one under another at the same place across.
    const figures = items.flatMap((item) =>
      "str" in item && /^\d+$/.test(item.str)
        ? [{ inch: Number(item.str), x: item.transform[4], y: item.transform[5] }]
        : [],
    );
    const strip = figures.filter(
      ({ x }) => Math.abs(x - (figures.find(({ inch }) => inch === 2)?.x ?? 0)) < 0.5,
    );
    const at = new Map(strip.map(({ inch, y }) => [inch, Number(y)]));
    for (const inch of [2, 3, 4, 5, 6, 7]) {
      const gap = (at.get(inch - 1) ?? 0) - (at.get(inch) ?? 0);
      assert.ok(Math.abs(gap - POINTS_PER_IN) < 0.1, `inch ${inch} is ${gap} points`);
    }
    await leave();
  });

  it("refuses an address that describes no tube", async () => {
    const { page, leave } = await enter();
    const response = await page.goto("/line/card?rise=x");
    assert.equal(response?.status(), 422);
    await page.getByRole("alert").waitFor();
    await leave();
  });
});
