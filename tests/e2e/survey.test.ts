/** The survey as a picture: taps counted, parts opened by hand and by key, ends found by what people call them. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { alive, go, overflows, saved } from "../support/browser.ts";
import { startApp } from "../support/house.ts";
import { beginVisit, chooseEnd, chosenEnd, lookAtPlans, openPart } from "../support/survey.ts";

const { newPage: enter } = startApp("template_empty");
const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true };
/** Taps of a usual toilet from Today to a chosen plan, at the most. */
const MOST_TAPS = 12;

describe("Survey", () => {
  it(`takes a usual toilet to a chosen, confirmed plan in at most ${MOST_TAPS} taps on a phone, with nothing typed`, async () => {
    const { page, leave } = await enter(PHONE);
    let taps = 0;
    const tap = async (name: string | RegExp, role: "button" | "radio" = "button") => {
      taps += 1;
      if (role === "button") await page.getByRole("button", { name }).tap();
      else await page.getByText(name, { exact: true }).tap();
    };
    await go(page, "/");
    if (!(await page.getByText("What is to be connected?").isVisible())) {
      taps += 1;
      await page.locator("[data-new-visit]").tap();
    }
    await tap(/^Toilet$/);
    await page.waitForURL(/\/survey(#|$)/);
    await alive(page);
    await tap("I have looked: it is as shown");
    await tap("holds", "radio");
    await tap("flushed and held", "radio");
    await tap("Next: line");
    await tap(/^Measured:/);
    await page.getByText("All 5 looked at").waitFor();
    await tap("Look at the plans");
    await page.waitForURL(/\/hookup$/);
    await alive(page);
    await tap(/^Choose plan A/);
    await page.getByText("Chosen for this connection.").waitFor();
    await saved(page);
    assert.ok(taps <= MOST_TAPS, `${taps} taps`);
    await leave();
  });

  it("shows the likely plan as facts come in, and says so when nothing can be built", async () => {
    const { page, leave } = await enter();
    await beginVisit(page, "Toilet");
    const foot = page.locator("[data-survey-foot]");
    await foot.getByText(/line, 3\/8 comp x 7\/8/i).waitFor();
    await foot.getByText("If what nobody has looked at yet is as shown.").waitFor();
    await openPart(page, "line");
    await page.getByLabel("Shortest that reaches").fill("19");
    await page.getByLabel("Longest there is room for").fill("21");
    await foot.getByText(/20 in/).waitFor();
    await openPart(page, "inlet");
    await chooseEnd(page, "Inlet end", "aer-15/16-m", "15/16 aerator male");
    await page.locator('[data-live-plan="none"]').waitFor();
    await chooseEnd(page, "Inlet end", "bc-7/8-m", "ballcock");
    await page.locator('[data-live-plan="current"]').waitFor();
    await leave();
  });

  it("opens parts by key, and finds an end by what people call it with the keyboard alone", async () => {
    const { page, leave } = await enter();
    await beginVisit(page, "Refrigerator");
    const inlet = page.locator('[data-scene-part="inlet"]');
    await inlet.focus();
    await page.keyboard.press("Enter");
    assert.equal(await inlet.getAttribute("aria-pressed"), "true");
    const search = page.locator('[data-end-picker="Inlet end"]').getByRole("combobox");
    await search.fill("half inch taper fip");
    await page.getByRole("option").filter({ hasText: "npt-1/2-f" }).waitFor();
    await page.getByRole("option").nth(1).waitFor({ state: "detached" });
    await page.keyboard.press("ArrowDown");
    await page.keyboard.press("Enter");
    await page.locator('[data-option="npt-1/2-f"] :checked').waitFor({ state: "attached" });
    assert.equal(await chosenEnd(page, "Inlet end"), "npt-1/2-f");
    await search.fill("unobtainium");
    await page.getByText(/No end is called that/).waitFor();
    await page.keyboard.press("Escape");
    assert.match((await inlet.getAttribute("aria-label")) ?? "", /1\/2 female pipe thread.*looked at/);
    await leave();
  });

  it("explains a term beside its heading, by key, and goes away by Escape", async () => {
    const { page, leave } = await enter({ viewport: { width: 390, height: 844 } });
    await beginVisit(page, "Toilet");
    await openPart(page, "stop");
    const help = page.getByRole("button", { name: "What is: Proof of a stop" });
    await help.focus();
    await page.keyboard.press("Enter");
    await page.getByText(/the flow must die and stay dead\. A stop that fails/).waitFor();
    assert.equal(await overflows(page), false);
    await page.keyboard.press("Escape");
    await page.getByText(/A stop that fails is replaced/).waitFor({ state: "hidden" });
    await leave();
  });

  it("keeps what was changed on the way to the plans, on a phone too", async () => {
    const { page, leave } = await enter(PHONE);
    await beginVisit(page, "Dishwasher");
    assert.equal(await overflows(page), false);
    await openPart(page, "water");
    await page.getByLabel(/^Static pressure/).fill("52");
    await lookAtPlans(page);
    await page.getByText("52 psi").first().waitFor();
    await leave();
  });

  it("is typed and read in millimeters and bar where the shop works so", async () => {
    const { page, leave } = await enter();
    const units = async (family: string) => {
      await go(page, "/settings");
      await page.locator('select[name="units"]').selectOption(family);
      await page.getByRole("button", { name: "Keep units, times and paper" }).click();
      await page.getByText("Kept.").waitFor();
    };
    await units("metric");
    await beginVisit(page, "Toilet");
    await openPart(page, "water");
    await page.getByLabel("Static pressure, bar (empty: not measured)").fill("4");
    await openPart(page, "line");
    await page.getByLabel("Shortest that reaches").fill("305");
    await page.getByLabel("Longest there is room for").fill("16 in");
    await page.getByText("= 406 mm (406.40 mm)").waitFor();
    await lookAtPlans(page);
    await page.getByText("4 bar").first().waitFor();
    await saved(page);
    const survey = page.url().replace("hookup", "survey");
    await go(page, page.url().replace("hookup", "line"));
    await page.getByText("305 to 406 mm").first().waitFor();
    // What was typed keeps its meaning in the other family.
    await units("us");
    await page.goto(survey);
    await alive(page);
    await openPart(page, "line");
    assert.equal(await page.getByLabel("Shortest that reaches").inputValue(), "305 mm");
    await openPart(page, "water");
    assert.equal(await page.getByLabel(/^Static pressure/).inputValue(), "4 bar");
    await leave();
  });
});
