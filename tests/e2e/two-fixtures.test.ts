/** A hot stop that is dead, under the house main, beside a good toilet: worked by two pairs of hands from the visit's sheet to the signature. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { makeContext } from "../../src/app/context.ts";
import { openVisit, readVisit } from "../../src/app/visit/visit.ts";
import { jobsOf, scheduleVisit } from "../../src/core/schedule/index.ts";
import type { RunStep } from "../../src/core/step/index.ts";
import { runSheet } from "../../src/core/step/index.ts";
import { foldVisit, type VisitEvent } from "../../src/core/visit/index.ts";
import { accessibilityFaults, go, saved, settleLeft } from "../support/browser.ts";
import { siteValve, stop } from "../support/connection.ts";
import { startApp } from "../support/house.ts";
import { allDryAt } from "../support/leak-check.ts";
import { event, idOf, startedVisit, stepTick } from "../support/story.ts";
import { tables } from "../support/tables.ts";

const { newPage: enter, database } = startApp("template_empty");
const HOT = idOf(0xc0a);
const TOILET = idOf(0xc0b);

/** The visit up to its plans, with the house main noted. */
const planned = (): readonly VisitEvent[] => [
  ...startedVisit("lavatory-hot", { connection: HOT, change: stop("dead") }),
  ...startedVisit("toilet", { connection: TOILET, change: stop("holds") }).slice(1),
  event({ kind: "valve-noted", valve: siteValve("house main", "house") }),
];

const stepsAt = (events: readonly VisitEvent[], id: string): readonly RunStep[] =>
  runSheet(
    foldVisit(events).connections.filter((each) => each.id === id),
    tables,
  );

/** Everything of both fixtures in the order that two pairs of hands do it, up to an act of one of them. */
function workedTo(events: readonly VisitEvent[], id: string, last: string): readonly VisitEvent[] {
  const jobs = jobsOf(foldVisit(events).connections, tables);
  const { tasks } = scheduleVisit(jobs, 2);
  const all: VisitEvent[] = [...events];
  for (const { task } of tasks.toSorted((a, b) => a.endMin - b.endMin)) {
    const [connection = "", stepId] = task.split("/");
    const step = stepsAt(all, connection).find((each) => each.id === stepId);
    if (step === undefined || step.stage !== null) continue;
    all.push(stepTick(connection, step));
    if (connection === id && step.role === last) break;
  }
  return all;
}

let opened = 0;
/** A visit of its own made of these events, under ids of its own. */
async function open(events: readonly VisitEvent[]): Promise<string> {
  opened += 1;
  const visit = idOf(0x730000 + opened);
  const own = events.map((each, at) => ({ ...each, id: idOf(0x740000 + opened * 512 + at) }));
  await openVisit(makeContext(database().sql), visit, own);
  return visit;
}

describe("a dead hot stop under the house main beside a good toilet", () => {
  it("is one sheet for two pairs of hands: heater first, the toilet proved before the main is shut; nothing stands or fills meanwhile", async () => {
    const visit = await open(planned());
    const { page, leave } = await enter();
    await go(page, `/visits/${visit}/run`);
    await page.getByRole("button", { name: "Two pairs of hands" }).click();
    await page.getByRole("button", { name: "Two pairs of hands ✓" }).waitFor();
    await page.getByRole("button", { name: /^All .* steps to do/ }).click();
    const rows = page.locator("[data-run] li[data-step]");
    await rows.nth(20).waitFor();
    const ids = await rows.evaluateAll((all) => all.map((row) => row.getAttribute("data-step") ?? ""));
    const at = (id: string) => ids.indexOf(id);
    assert.ok(at("heater-safe") >= 0 && at("heater-safe") < at("close-upstream"), ids.join(" "));
    assert.ok(at("close-stop") < at("prove") && at("prove") < at("close-upstream"), "the toilet first");
    const under = ids.slice(at("close-upstream"), at("open-upstream"));
    assert.ok(under.includes("take-off"));
    for (const wet of ["water-in", "check-first-fill", "check-static", "purge", "exercise"])
      assert.ok(!under.includes(wet), `${wet} under a main that is shut`);
    assert.deepEqual(await accessibilityFaults(page), []);
    await leave();
  });

  it("is not signed until the heater is back", async () => {
    const visit = await open(workedTo(planned(), HOT, "water-in"));
    const { page, leave } = await enter();
    await go(page, `/visits/${visit}/${HOT}/leak-check`);
    for (const code of ["first-fill", "static", "after-run", "drain", "in-place"]) await allDryAt(page, code);
    const sign = page.getByRole("region", { name: "Signing" });
    const heater = sign.locator('[data-left-code="heater-off"]');
    await heater.getByText("The heater is off").waitFor();
    await sign.getByRole("button", { name: "Sign with this" }).click();
    await heater.locator("input:invalid").waitFor();
    assert.equal(await page.getByText("Signed.", { exact: true }).count(), 0);
    await heater.getByRole("button", { name: "It is on" }).click();
    await heater.waitFor({ state: "detached" });
    await settleLeft(page);
    await sign.getByRole("button", { name: /^Sign off/ }).click();
    await page.getByText("Signed.", { exact: true }).waitFor();
    await saved(page);
    const { state } = await readVisit(makeContext(database().sql), visit);
    const hot = state.connections.find(({ id }) => id === HOT);
    assert.ok(hot?.doneRoles.has("heater-back"));
    assert.deepEqual(hot?.signed?.left, []);
    await leave();
  });
});
