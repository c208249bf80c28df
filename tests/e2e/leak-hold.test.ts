/** A weeping joint found, timed, snugged, re-checked and signed; a gauge's readings judged; a look-back answered by link. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { makeContext } from "../../src/app/context.ts";
import { openVisit, readVisit } from "../../src/app/visit/visit.ts";
import { holdCase } from "../oracles/hold-cases.ts";
import { accessibilityFaults, alive, go, saved, settleLeft } from "../support/browser.ts";
import { startApp } from "../support/house.ts";
import { allDryAt, sayDry, stage } from "../support/leak-check.ts";
import { CONNECTION, idOf, startedVisit, tickedTo } from "../support/story.ts";

const { newPage: enter, database } = startApp("template_empty");
/** A toilet with its water in, under ids of its own. */
async function openWet(
  number: number,
  isTraining = false,
): Promise<{ readonly visit: string; readonly base: string }> {
  const visit = idOf(0x700000 + number);
  const events = tickedTo(startedVisit(), "water-in").map((event, at) => ({
    ...event,
    ...(isTraining && event.kind === "visit-opened" ? { training: true as const } : {}),
    id: idOf(0x710000 + number * 256 + at),
  }));
  await openVisit(makeContext(database().sql), visit, events);
  return { visit, base: `/visits/${visit}/${CONNECTION}` };
}
const read = async (visit: string) => {
  const { state } = await readVisit(makeContext(database().sql), visit);
  const [connection] = state.connections;
  assert.ok(connection);
  return connection;
};

/** Readings of a simulated hold as a logger would write them. */
function logOf(leakMlPerMin: number): string {
  const { test } = holdCase(4711, { leakMlPerMin, confounder: null });
  return `Elapsed min,Pressure psi\n${test.samples.map(({ t, psi }) => `${(t / 60).toFixed(4)},${psi}`).join("\n")}\n`;
}

describe("a weeping joint", () => {
  it("is found, timed by tapping, snugged, checked afresh, signed, and looked back at by the customer's link", async () => {
    const { visit, base } = await openWet(1);
    const { page, leave } = await enter({ viewport: { width: 390, height: 844 }, hasTouch: true });
    await go(page, `${base}/leak-check`);
    await allDryAt(page, "first-fill");
    await stage(page, "static").click();
    await sayDry(page);
    await page.getByRole("heading", { name: /Joint 1/ }).waitFor();
    await page.getByText("Time the drips").click();
    const drip = page.getByRole("button", { name: /^Drip/ });
    for (let tap = 0; tap < 4; tap += 1) await drip.click();
    await page.getByText(/mL\/h/).first().waitFor();
    await page.getByRole("button", { name: "Weeping", exact: true }).click();
    await page.getByRole("heading", { name: /Joint 1 weeps/ }).waitFor();
    await page.getByText(/4 drips timed/).waitFor();
    await page.getByRole("button", { name: /Snugged 1\/8 more/ }).click();
    await page.getByRole("button", { name: "Dry", exact: true }).waitFor();
    for (const code of ["first-fill", "static", "after-run", "drain", "in-place"]) await allDryAt(page, code);
    await settleLeft(page);
    await page.getByRole("button", { name: "Sign off: all dry" }).click();
    await page.getByText("Signed.", { exact: true }).waitFor();
    await saved(page);
    assert.equal(
      (await read(visit)).checks.find(({ result }) => result === "weeping")?.intervalsSec?.length,
      3,
    );

    await go(page, "/look-backs");
    await page.getByRole("button", { name: /^Link for the customer/ }).click();
    const link = new URL(await page.getByLabel("Link for the customer").inputValue());
    await leave();

    const customer = await enter({ viewport: { width: 390, height: 844 } });
    await customer.page.goto(link.pathname);
    await customer.page.getByRole("heading", { name: "Did it stay dry?" }).waitFor();
    assert.equal(await customer.page.getByRole("link").count(), 0, "nothing on it leads anywhere else");
    assert.deepEqual(await accessibilityFaults(customer.page), []);
    await customer.page.getByRole("button", { name: "Dry everywhere" }).click();
    await customer.page.getByRole("heading", { name: "Thank you" }).waitFor();
    await customer.page.goto("/look-back/nobody-made-this-token");
    await customer.page.getByText("This link does not work any more").waitFor();
    await customer.leave();
    assert.equal((await read(visit)).checks.at(-1)?.by, "Customer, by link");
  });
});

describe("a pressure hold", () => {
  it("is read from a logger's file, its bad rows named; judged, kept, and given back", async () => {
    const { visit, base } = await openWet(2);
    const { page, leave } = await enter();
    await go(page, `${base}/leak-check`);
    await page.getByRole("link", { name: "Pressure test" }).click();
    await page.waitForURL(/\/hold$/);
    await alive(page);
    const { section, startPsi } = holdCase(4711, { leakMlPerMin: 0.05, confounder: null }).test;
    await page.getByLabel("Water in it, mL").fill(String(section.volumeMl));
    await page.getByLabel("Its pipe").selectOption(section.material ?? "unknown");
    await page.getByLabel("Hose in it").selectOption(section.hoseType ?? "none");
    if (section.hoseType !== null) await page.getByLabel("Hose, ft").fill(String(section.hoseFt));
    await page.getByLabel("Test pressure, psi").fill(String(startPsi));
    await page.getByLabel("It showed").selectOption("proved");
    await page.getByRole("button", { name: "Logger's file" }).click();
    const file = (text: string) => ({ name: "log.csv", mimeType: "text/csv", buffer: Buffer.from(text) });
    const input = page.getByLabel(/Logger's file \(CSV/);
    await input.setInputFiles(file(`${logOf(0.05)}later,50\n`));
    await page
      .getByRole("alert")
      .getByText(/"later" is no time/)
      .waitFor();
    await input.setInputFiles(file(logOf(0.05)));
    await page.getByRole("button", { name: /^Take in \d+ readings/ }).click();
    await page.locator('[data-verdict="leak"]').waitFor();
    await page.getByText(/no joint was wet: a leak nobody has seen/).waitFor();
    await page.getByRole("img", { name: /^Gauge trace/ }).waitFor();
    assert.deepEqual(await accessibilityFaults(page), []);
    await page.getByRole("button", { name: "Save to the record" }).click();
    await page.getByText("Kept on the record.").waitFor();
    await saved(page);
    const [hold] = (await read(visit)).holds;
    assert.equal(hold?.source, "logger");

    const back = await page.request.get(`/api/v1/visits/${visit}/holds/${hold?.id}.csv`);
    await input.setInputFiles(file(await back.text()));
    await page.getByRole("button", { name: `Take in ${hold?.test.samples.length} readings` }).waitFor();
    await go(page, `/visits/${visit}/record`);
    await page.getByText(/Pressure test .* readings/).waitFor();
    await leave();
  });

  it("is read from the simulated gauge, which says so everywhere, and kept on a training visit only", async () => {
    const customer = await openWet(5);
    const { visit, base } = await openWet(3, true);
    const { page, leave } = await enter();
    await go(page, `${base}/hold`);
    await page.getByRole("button", { name: "Gauge (simulated)" }).click();
    await page.getByLabel("Practice section").selectOption("4");
    await page.getByRole("button", { name: "Read the gauge" }).click();
    await page.locator("[data-verdict]").waitFor({ timeout: 40_000 });
    await page.getByText("SIMULATED READINGS").waitFor();
    await page.getByRole("button", { name: "Save to the record" }).click();
    await saved(page);
    const [hold] = (await read(visit)).holds;
    assert.equal(hold?.source, "simulated");
    const file = await (await page.request.get(`/api/v1/visits/${visit}/holds/${hold?.id}.csv`)).text();
    assert.match(file, /^# simulated readings\n/);
    // The same file read in as a logger's stays simulated, and off a customer's record.
    await go(page, `${customer.base}/hold`);
    await page.getByRole("button", { name: "Logger's file" }).click();
    await page
      .getByLabel(/Logger's file \(CSV/)
      .setInputFiles({ name: "log.csv", mimeType: "text/csv", buffer: Buffer.from(file) });
    await page.getByText("This file says that its readings are simulated.").waitFor();
    await page.getByRole("button", { name: /^Take in \d+ readings/ }).click();
    await page.locator("[data-verdict]").waitFor({ timeout: 40_000 });
    await page.getByText(/kept on training visits only/).waitFor();
    assert.equal(await page.getByRole("button", { name: "Save to the record" }).count(), 0);
    await go(page, `/visits/${visit}/record`);
    await page.getByText("(SIMULATED)").waitFor();
    await leave();
  });

  it("is planned before it is begun; typed readings and the meter say what they can tell", async () => {
    const { base } = await openWet(4);
    const { page, leave } = await enter();
    await go(page, `${base}/hold`);
    await page.getByLabel("It showed").selectOption("proved");
    await page.getByText("Plan the test: how long must it last?").click();
    await page.getByRole("button", { name: "How long?" }).click();
    await page.getByText(/^Hold it \d+ min\.$/).waitFor();
    await page.getByLabel("One reading a line").fill("0 60\nfive 59");
    await page.getByRole("button", { name: "Analyze the readings" }).click();
    await page.getByText(/^Line 2: type minutes and psi/).waitFor();
    await page.getByLabel("One reading a line").fill("0 60\n5 60\n10 60\n15 60\n20 60");
    await page.getByRole("button", { name: "Analyze the readings" }).click();
    await page.locator("[data-verdict]").waitFor();
    await page.getByText("Meter test of the whole branch").click();
    await page.getByText(/It did not move\..*and more/).waitFor();
    await page.getByRole("button", { name: "Keep the reading" }).click();
    await page.getByText(/0 marks in 15 min/).waitFor();
    await saved(page);
    await leave();
  });
});
