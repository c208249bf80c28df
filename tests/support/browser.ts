/** A real browser on a test server. Any request that would leave the machine is stopped and fails the test. */
import assert from "node:assert/strict";
import { existsSync, readdirSync, readFileSync } from "node:fs";
import { createRequire } from "node:module";
import {
  type Browser,
  type BrowserContext,
  type BrowserContextOptions,
  chromium,
  type Page,
} from "playwright-core";

const AXE = readFileSync(createRequire(import.meta.url).resolve("axe-core/axe.min.js"), "utf8");

/** Debian's Chromium: the same engine without a window is a third faster, and not everywhere installed. */
const PROGRAM =
  ["/usr/bin/chromium-headless-shell", "/usr/bin/chromium"].find((path) => existsSync(path)) ??
  "/usr/bin/chromium";

const LAUNCH = {
  executablePath: PROGRAM,
  args: [
    // Chromium refuses its sandbox to root; what it loads here is our own server only.
    ...(process.getuid?.() === 0 ? ["--no-sandbox"] : []),
    // No name but our own is found: neither a page nor a worker of it reaches another machine.
    "--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1",
  ],
};

export async function openBrowser(): Promise<Browser> {
  return chromium.launch(LAUNCH);
}

/** A browser of its own on a folder that outlives it, as a person's device keeps its store. */
export async function openProfile(folder: string, base: string): Promise<BrowserContext> {
  const context = await chromium.launchPersistentContext(folder, {
    ...LAUNCH,
    baseURL: base,
    viewport: DESK,
    serviceWorkers: "block",
  });
  context.setDefaultTimeout(15_000);
  await context.addCookies([{ name: "depth", value: "full", url: base }]);
  return context;
}

/** Ends every process of the browser on a folder at once, as an empty battery does. */
export function killProfile(folder: string): void {
  for (const pid of readdirSync("/proc").filter((name) => /^\d+$/.test(name)))
    try {
      if (Number(pid) !== process.pid && readFileSync(`/proc/${pid}/cmdline`, "utf8").includes(folder))
        process.kill(Number(pid), "SIGKILL");
    } catch {
      // Gone already.
    }
}

export interface Visitor {
  readonly page: Page;
  /** Page errors and console errors so far, those of a server that is down left out. */
  readonly faults: readonly string[];
  /** Fails on any request that left the machine and on any page error; then closes. */
  readonly leave: () => Promise<void>;
}

const DESK = { width: 1280, height: 800 };

/** A visitor with a fresh profile. `page.goto` takes paths. */
export async function visitor(
  browser: Browser,
  base: string,
  options: BrowserContextOptions = {},
): Promise<Visitor> {
  const context = await browser.newContext({
    baseURL: base,
    viewport: DESK,
    // A worker fetches every script of the build once: only tests of what works offline let the worker in.
    serviceWorkers: "block",
    timezoneId: "Europe/Berlin",
    ...options,
  });
  // Most tests tick act by act; the short depth has tests of its own.
  await context.addCookies([{ name: "depth", value: "full", url: base }]);
  const left: string[] = [];
  const faults: string[] = [];
  context.on("request", (request) => {
    const { protocol, hostname } = new URL(request.url());
    if (!["data:", "blob:"].includes(protocol) && hostname !== "127.0.0.1") left.push(request.url());
  });
  const page = await context.newPage();
  page.setDefaultTimeout(15_000);
  page.on("pageerror", (error) => faults.push(error.message));
  page.on("console", (message) => {
    if (
      message.type() === "error" &&
      !/ERR_CONNECTION_REFUSED|ERR_INTERNET_DISCONNECTED|ERR_CONNECTION_RESET|ERR_EMPTY_RESPONSE|status of (404|409|422)/.test(
        message.text(),
      )
    )
      faults.push(`${message.text()} ${message.location().url}`);
  });
  return {
    page,
    faults,
    leave: async () => {
      await context.close();
      assert.deepEqual(left, [], "requests left the machine");
      assert.deepEqual(faults, [], "the page had errors");
    },
  };
}

/** Opens what a new visit is chosen from on Today; it stands open already while there is no visit. */
export async function openPicker(page: Page): Promise<void> {
  const isOpen = await page.getByText("What is to be connected?").isVisible();
  if (!isOpen) await page.locator("[data-new-visit]").click();
}

/** Goes to a path and waits until every island on it is alive. */
export async function go(page: Page, path: string): Promise<void> {
  await page.goto(path);
  await alive(page);
}

export async function alive(page: Page): Promise<void> {
  await page.waitForFunction(
    () => document.readyState === "complete" && document.querySelector("astro-island[ssr]") === null,
  );
}

/** Waits until everything typed has been acknowledged by the server. */
export async function saved(page: Page): Promise<void> {
  await page.locator("[data-saved]").waitFor();
}

/** What the accessibility checker finds wrong, in words; empty when nothing is. `rules`: only these. */
export async function accessibilityFaults(page: Page, rules?: readonly string[]): Promise<readonly string[]> {
  const isThere: unknown = await page.evaluate("'axe' in window");
  if (isThere !== true) await page.evaluate(AXE);
  const options = {
    resultTypes: ["violations"],
    ...(rules === undefined ? {} : { runOnly: { type: "rule", values: rules } }),
  };
  const found: unknown = await page.evaluate(
    `axe.run(document, ${JSON.stringify(options)}).then((r) => r.violations.map((v) => v.id + ': ' + v.nodes.map((n) => n.target.join(' ')).join(' | ')))`,
  );
  return found as string[];
}

/** True when the page is wider than its window. */
export async function overflows(page: Page): Promise<boolean> {
  return page.evaluate(() => document.documentElement.scrollWidth > document.documentElement.clientWidth + 1);
}

/** Sends what waits, and waits until everything is saved. The page tries by itself too: the button may go before the click. */
export async function sendNow(page: Page): Promise<void> {
  const clicked = page.getByRole("button", { name: "Try now" }).click();
  clicked.catch(() => undefined);
  await Promise.any([clicked, saved(page)]);
  await saved(page);
}

/** Settles what the work has left, one tap each, so that nothing stands between the connection and its signature. */
export async function settleLeft(page: Page): Promise<void> {
  const left = page.locator("[data-left] [data-left-code]");
  for (let count = await left.count(); count > 0; count = await left.count()) {
    await left.first().getByRole("button").click();
    await page.waitForFunction(
      (before) => document.querySelectorAll("[data-left] [data-left-code]").length < before,
      count,
    );
  }
}
