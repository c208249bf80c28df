/** A washer whose hammer is cured, through the real interface: computed, tried, kept with the survey, heard, and told by the record. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import type { Page } from "playwright-core";
import { makeContext } from "../../src/app/context.ts";
import { openVisit, readVisit } from "../../src/app/visit/visit.ts";
import { go, saved } from "../support/browser.ts";
import { startApp } from "../support/house.ts";
import { event, idOf, startedVisit, tickedTo } from "../support/story.ts";

const { newPage: enter, database } = startApp("template_empty");

const WASHER = idOf(0x77a001);

/** Opens a visit with a clothes washer's cold side; with water in where an arrestor is planned. */
async function openWasher(number: number, hasArrestor: boolean): Promise<string> {
  const visit = idOf(0x77b000 + number);
  const connection = idOf(0x77a000 + number);
  const started = startedVisit("washer-cold", {
    connection,
    change: {
      needs: hasArrestor ? ["arrestor"] : [],
      staticPsi: { typed: "64", value: 64 },
      stop: { kind: "box-valve", proof: "holds", method: "fixture-opened" },
    },
  });
  const events = hasArrestor
    ? tickedTo(
        [...started, event({ kind: "hammer-heard", connection, occasion: "as-found", sound: "bang" })],
        "water-in",
      )
    : started;
  await openVisit(
    makeContext(database().sql),
    visit,
    events.map((each, at) => ({ ...each, id: idOf(0x770000 + number * 256 + at) })),
  );
  return visit;
}

const figureOf = async (page: Page, which: "bare" | "held") => {
  const text = await page.locator(`[data-bang=${which}] .text-head`).textContent();
  return Number(text);
};

describe("Water", () => {
  it("shows that a washer bangs, that an arrestor at its valve cures it, and keeps the pipe with the survey", async () => {
    const visit = await openWasher(1, false);
    const { page, leave } = await enter();
    await go(page, `/visits/${visit}/${WASHER}/water`);
    await page.locator("[data-bang=bare][data-verdict=above-rating]").waitFor();
    await page.locator("[data-bang=held][data-verdict=within-rating]").waitFor();
    const copper = await figureOf(page, "bare");
    assert.ok(copper > 200 && (await figureOf(page, "held")) < 125);
    await page.locator("[data-cure=arrestor-at-valve]").waitFor();
    assert.equal(await page.locator("[data-cure]").count(), 7);

    // What the slider says is what is computed: a valve that takes a second does not bang.
    await page.getByLabel(/^Its valve closes in .*, ms$/).fill("1000");
    await page.locator("[data-bang=bare][data-verdict=within-rating]").waitFor();
    await page.getByLabel(/^Its valve closes in .*, ms$/).fill("20");
    await page.locator("[data-bang=bare][data-verdict=above-rating]").waitFor();

    // The pipe before is looked at: PEX is softer than the copper that was assumed, and the flow is charged with it.
    const residual = Number.parseFloat((await page.locator("[data-residual]").textContent()) ?? "");
    await page.getByLabel("Kind and size").selectOption("pex-1/2");
    await page.waitForFunction(
      (before) => Number(document.querySelector("[data-bang=bare] .text-head")?.textContent) < before,
      copper,
    );
    assert.ok(Number.parseFloat((await page.locator("[data-residual]").textContent()) ?? "") < residual);
    await page.getByRole("button", { name: "Keep this pipe with the survey" }).click();
    await saved(page);
    const kept = (await readVisit(makeContext(database().sql), visit)).state.connections[0];
    assert.deepEqual(kept?.survey.upstream, { lengthFt: 30, idIn: 0.485, riseFt: 0, material: "pex" });

    // Before any water nobody can have heard a run.
    await page.locator("[data-heard=after-run]").getByText("Nothing has run yet.").waitFor();
    await page.locator("[data-heard=as-found]").getByRole("button", { name: "one hard bang" }).click();
    await page
      .locator("[data-heard=as-found]")
      .getByText(/Written down/)
      .waitFor();
    await saved(page);
    await leave();
  });

  it("asks at the run what is heard, and the record says that the hammer is gone", async () => {
    const visit = await openWasher(2, true);
    const base = `/visits/${visit}/${idOf(0x77a002)}`;
    const { page, leave } = await enter({ viewport: { width: 390, height: 844 }, hasTouch: true });
    await go(page, `${base}/leak-check`);
    const asked = page.locator("[data-heard=after-run]");
    await asked.getByText("Nobody has said.").waitFor();
    await go(page, `/visits/${visit}/record`);
    await page.getByText(/After the run nobody listened for hammer/).waitFor();

    await go(page, `${base}/leak-check`);
    await asked.getByRole("button", { name: "a dull thud" }).click();
    await asked.getByText("Less than before.").waitFor();
    await asked.getByRole("button", { name: "nothing heard" }).click();
    await asked.getByText("The hammer is gone.").waitFor();
    await saved(page);

    await go(page, `/visits/${visit}/record`);
    await page
      .getByText(
        /Hammer as found: one hard bang\. Hammer after the run: nothing heard\. *The hammer is gone\./,
      )
      .waitFor();
    assert.equal(
      await page.getByText(/Water hammer, computed/).count(),
      0,
      "what was computed is advice, not a record",
    );
    await leave();
  });

  it("stands alone as an instrument, for any fixture, and says what a reverse-osmosis tank gives", async () => {
    const { page, leave } = await enter();
    await go(page, "/water?fixture=refrigerator");
    await page.locator("[data-water][data-answered=yes]").waitFor();
    await page.getByText("From a reverse-osmosis tank").click();
    await page.getByText(/A full tank gives 2\.4 gal/).waitFor();
    await page.getByRole("combobox", { name: /^Fixture/ }).selectOption("toilet");
    await page.getByRole("button", { name: "Show" }).click();
    await page.locator("[data-bang=bare][data-verdict=within-rating]").waitFor();

    // A flow that the branch cannot give is said, not computed.
    await page.getByLabel(/^Static pressure, psi$/).fill("10");
    await page.getByLabel(/^Flow into the toilet, gpm$/).fill("12");
    await page.getByText(/No pressure is left at the valve at that flow/).waitFor();
    const nowhere = await page.goto("/water?fixture=teapot");
    assert.equal(nowhere?.status(), 404);
    await leave();
  });
});
