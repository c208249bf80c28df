/** Power cuts: the server is killed in the middle of the work. What was acknowledged stays; what was not is sent again. */
import assert from "node:assert/strict";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { after, before, describe, it } from "node:test";
import type { Browser } from "playwright-core";
import { makeContext } from "../../src/app/context.ts";
import { demoVisitId } from "../../src/app/demo/demo-story.ts";
import { readVisit } from "../../src/app/visit/visit.ts";
import {
  alive,
  go,
  killProfile,
  openBrowser,
  openProfile,
  saved,
  sendNow,
  visitor,
} from "../support/browser.ts";
import { cloneDatabase, startServer, type TestDatabase, type TestServer } from "../support/server.ts";

const VISIT = demoVisitId("library-washroom");
let database: TestDatabase;
let server: TestServer;
let browser: Browser;

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

const read = () => readVisit(makeContext(database.sql), VISIT);

async function sheetPath(label: string): Promise<string> {
  const { state } = await read();
  const connection = state.connections.find(({ survey }) => survey.label === label);
  assert.ok(connection);
  return `/visits/${VISIT}/${connection.id}/run-sheet`;
}

describe("a server killed while steps are ticked", () => {
  it("loses no acknowledged tick, and takes the others once it is back", async () => {
    const { page, leave } = await visitor(browser, server.base);
    await go(page, await sheetPath("Lavatory faucet cold"));
    const tick = page.getByRole("button", { name: /^Tick/ }).first();
    await tick.click();
    await tick.click();
    await saved(page);
    const acknowledged = await read();

    // The tick and the power cut at the same moment: it may or may not have reached the database.
    await Promise.all([tick.click(), server.kill()]);
    await tick.click();
    await page.getByText(/not sent yet, kept on this device/).waitFor();
    const afterKill = await read();
    assert.ok(afterKill.version >= acknowledged.version, "an acknowledged tick was lost");
    const ticked = await page.getByRole("button", { name: /^Undo ?: (?!step)/ }).count();

    server = await startServer(database.url, server.port);
    await sendNow(page);
    const end = await read();
    assert.equal(end.version, acknowledged.version + 2, "each tick stands exactly once");
    assert.deepEqual(end.events.slice(0, acknowledged.version), acknowledged.events);
    await page.reload();
    await alive(page);
    assert.equal(await page.getByRole("button", { name: /^Undo ?: (?!step)/ }).count(), ticked);
    await leave();
  });

  it("finds unsent ticks again after the page itself was closed", async () => {
    const { page, leave } = await visitor(browser, server.base);
    const path = await sheetPath("Lavatory faucet hot");
    await go(page, path);
    const before = await read();
    const context = page.context();
    // Cut for the whole profile: a page that closes gives its own offline switch back before its last request has gone.
    const events = "**/api/v1/visits/*/events";
    await context.route(events, (route) => route.abort("internetdisconnected"));
    await page.getByRole("button", { name: /^Tick/ }).first().click();
    await page.getByText(/1 not sent yet/).waitFor();
    await page.close();
    await context.unroute(events);
    assert.equal((await read()).version, before.version);
    const later = await context.newPage();
    await go(later, path);
    await saved(later);
    assert.equal((await read()).version, before.version + 1);
    await leave();
  });

  it("finds a tick although the battery was empty at the moment the page called the tick kept", async () => {
    const profile = mkdtempSync(join(tmpdir(), "brass-nut-profile-"));
    const events = "**/api/v1/visits/*/events";
    const path = await sheetPath("Lavatory faucet hot");
    try {
      const first = await openProfile(profile, server.base);
      const page = await first.newPage();
      await go(page, path);
      const before = await read();
      await first.route(events, (route) => route.abort("internetdisconnected"));
      await page.getByRole("button", { name: /^Tick/ }).first().click();
      await page.getByText(/1 not sent yet, kept on this device/).waitFor();
      killProfile(profile);
      await first.close().catch(() => undefined);
      assert.equal((await read()).version, before.version);
      const second = await openProfile(profile, server.base);
      const later = await second.newPage();
      await go(later, path);
      await saved(later);
      assert.equal((await read()).version, before.version + 1, "the tick arrived, once");
      await second.close();
    } finally {
      rmSync(profile, { recursive: true, force: true });
    }
  });
});
