/** A browser on a test server over its own copy of a database, opened before a file's tests and closed after them. */
import { after, before } from "node:test";
import type { Browser, BrowserContextOptions } from "playwright-core";
import { openBrowser, type Visitor, visitor } from "./browser.ts";
import { cloneDatabase, startServer, type TestDatabase, type TestServer } from "./server.ts";

export interface TestApp {
  /** A visitor with a fresh profile at the server. */
  readonly newPage: (options?: BrowserContextOptions) => Promise<Visitor>;
  /** The house's own database. */
  readonly database: () => TestDatabase;
  /** The server is gone, as after a power cut; what the browser sends meets nobody. */
  readonly killServer: () => Promise<void>;
  /** The server is there again, under its own address. */
  readonly restartServer: () => Promise<void>;
}

export function startApp(template: "template_empty" | "template_demo"): TestApp {
  let open: { database: TestDatabase; server: TestServer; browser: Browser } | undefined;
  before(async () => {
    const database = await cloneDatabase(template);
    open = { database, server: await startServer(database.url), browser: await openBrowser() };
  });
  after(async () => {
    await open?.browser.close();
    await open?.server.stop();
    await open?.database.drop();
  });
  const opened = () => {
    if (open === undefined)
      throw new Error("the house opens before the first test, not while it is described");
    return open;
  };
  return {
    newPage: (options) => visitor(opened().browser, opened().server.base, options),
    database: () => opened().database,
    killServer: () => opened().server.kill(),
    restartServer: async () => {
      const { database, server } = opened();
      open = { ...opened(), server: await startServer(database.url, server.port) };
    },
  };
}
