/** A test server over its own copy of a database, for a file that asks it over HTTP. */
import { after, before } from "node:test";
import {
  type Answer,
  call,
  cloneDatabase,
  startServer,
  type TestDatabase,
  type TestServer,
} from "./server.ts";

export interface TestApi {
  readonly base: () => string;
  readonly request: (method: string, path: string, body?: unknown) => Promise<Answer>;
  /** Takes the database away from the server, open connections included; what comes back puts it there again. */
  readonly cutDatabase: () => Promise<() => Promise<void>>;
}

export function startApi(template: "template_empty" | "template_demo"): TestApi {
  let open: { database: TestDatabase; server: TestServer } | undefined;
  before(async () => {
    const database = await cloneDatabase(template);
    open = { database, server: await startServer(database.url) };
  });
  after(async () => {
    await open?.server.stop();
    await open?.database.drop();
  });
  const base = () => {
    if (open === undefined) throw new Error("the desk opens before the first test");
    return open.server.base;
  };
  return {
    base,
    request: (method, path, body) => call(base(), method, path, body),
    cutDatabase: async () => {
      if (open === undefined) throw new Error("the desk opens before the first test");
      return open.database.cut();
    },
  };
}
