/** As an app: what can be installed, and what opens without a network although nobody has opened it on this device before. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { imageSize } from "image-size";
import { z } from "zod";
import { makeContext } from "../../src/app/context.ts";
import { openVisit, readVisit } from "../../src/app/visit/visit.ts";
import { alive, go, openPicker } from "../support/browser.ts";
import { startApp } from "../support/house.ts";
import { CONNECTION, idOf, startedVisit } from "../support/story.ts";
import { confirmGuesses } from "../support/survey.ts";

const { newPage: enter, database, killServer: cut, restartServer: mend } = startApp("template_empty");
const VISIT = idOf(0x0ff1);
const BASE = `/visits/${VISIT}/${CONNECTION}`;
const manifestSchema = z.object({
  name: z.string().min(1),
  start_url: z.literal("/"),
  display: z.literal("standalone"),
  icons: z.array(z.object({ src: z.string(), sizes: z.string(), type: z.string() })).min(3),
});

describe("as an app", () => {
  it("has a manifest whose icons are there in the size they are said to be", async () => {
    const { page, leave } = await enter({ serviceWorkers: "allow" });
    await go(page, "/");
    const href = await page.locator("link[rel=manifest]").getAttribute("href");
    const manifest = manifestSchema.parse(await (await page.request.get(href ?? "")).json());
    for (const { src, sizes, type } of manifest.icons) {
      const answer = await page.request.get(src);
      assert.ok(answer.ok(), src);
      assert.equal(answer.headers()["content-type"]?.split(";")[0], type);
      if (sizes === "any") continue;
      const { width, height } = imageSize(await answer.body());
      assert.equal(`${width}x${height}`, sizes, src);
    }
    await leave();
  });

  it("opens Today, a visit, its run sheet, survey and check without a network, and says what it has where it has nothing", async () => {
    await openVisit(makeContext(database().sql), VISIT, startedVisit());
    const { page, leave } = await enter({ serviceWorkers: "allow", viewport: { width: 390, height: 844 } });
    await go(page, "/");
    await page.locator("html[data-visits-kept]").waitFor({ state: "attached" });

    await cut();
    await page.goto("/");
    await page.getByRole("heading", { name: "Today" }).waitFor();
    await page.getByText("Test visit").first().waitFor();
    for (const [path, part] of [
      [`/visits/${VISIT}`, "h1"],
      [`/visits/${VISIT}/run`, ".progress-bar"],
      [`${BASE}/survey`, ".scene"],
      [`${BASE}/leak-check`, "[data-stage]"],
    ] as const) {
      await page.goto(path);
      await alive(page);
      await page.locator(part).first().waitFor();
    }
    await page.goto("/customers");
    await page.getByRole("heading", { name: "No network" }).waitFor();
    await page.getByRole("link", { name: "Today", exact: true }).last().waitFor();
    await page.locator("[data-kept-pages] a").nth(4).waitFor();
    await page.locator(`[data-kept-pages] a[href="/visits/${VISIT}/run"]`).click();
    await page.waitForURL(/\/run$/);
    await alive(page);

    await mend();
    await page.goto("/customers");
    await page.getByRole("heading", { name: "Customers" }).waitFor();
    await leave();
  });

  it("begins a visit without a network, with its survey, a note and a picture, and sends each once", async () => {
    const { page, leave } = await enter({ serviceWorkers: "allow", viewport: { width: 390, height: 844 } });
    await go(page, "/");
    await page.locator("html[data-visits-kept]").waitFor({ state: "attached" });
    await cut();
    await openPicker(page);
    await page.getByRole("button", { name: "Lavatory faucet", exact: true }).click();
    await page.waitForURL(/\/visits\/begin#begun=/);
    await page.getByRole("heading", { name: "Lavatory faucet hot Survey" }).waitFor();
    await confirmGuesses(page);
    await page.getByRole("button", { name: "Save the survey" }).click();
    await page.getByText(/not sent yet, kept on this device/).waitFor();
    const notes = page.getByRole("region", { name: /^Notes and pictures/ });
    await notes.getByLabel(/Seen, done, told/).fill("stop sits deep in the wall");
    await notes.getByRole("button", { name: "Keep the note" }).click();
    await notes.getByText("stop sits deep in the wall").waitFor();
    const told = (await page.getByText(/not sent yet, kept on this device/).textContent()) ?? "";
    const kept = Number(/(\d+) not sent yet/.exec(told)?.[1]);
    await notes
      .getByLabel("Add a picture")
      .setInputFiles({ name: "stop.png", mimeType: "image/png", buffer: await page.screenshot() });
    await notes.getByText(/1 picture not sent yet/).waitFor();
    // The picture is held before the visit says that it has one: both are on the device before the page is left.
    await page.getByText(`${kept + 1} not sent yet, kept on this device`).waitFor();

    // Left, found again among what is unsent, and still whole.
    await page.goto("/visits/unsent");
    await page.getByRole("link", { name: "Lavatory faucet, begun on this device" }).click();
    await page.getByRole("heading", { name: "Lavatory faucet hot Survey" }).waitFor();
    await page.getByText("stop sits deep in the wall").waitFor();
    const visit = new URLSearchParams(new URL(page.url()).hash.slice(1)).get("begun") ?? "";

    await mend();
    await page.getByText("The server has this visit.").waitFor();
    await page.getByRole("link", { name: "Go on there" }).click();
    await page.waitForURL(`**/visits/${visit}`);
    await page.locator("[data-unsent]").waitFor({ state: "hidden" });
    const { state, events } = await readVisit(makeContext(database().sql), visit);
    assert.deepEqual(
      ["visit-opened", "survey-saved", "connection-noted", "photo-added"].map(
        (kind) => events.filter(({ event }) => event.kind === kind).length,
      ),
      [1, 1, 1, 1],
    );
    const [hot] = state.connections;
    assert.ok(hot && state.connections.length === 2 && (hot.survey.confirmed ?? []).length > 0);
    await page.waitForFunction(
      async (path) => (await fetch(path)).ok,
      `/api/v1/visits/${visit}/photos/${hot.photos[0]?.id}`,
    );
    await leave();
  });
});
