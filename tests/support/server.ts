/** A database cloned for one test file, and servers on it that can be stopped, killed and started again. */
import { type ChildProcess, fork } from "node:child_process";
import { join } from "node:path";
import postgres from "postgres";
import { SERVER_PROCESS } from "../../ops/paths.ts";
import { freePort } from "../../ops/ports.ts";
import { connect, type Pool } from "../../src/db/client.ts";

function given(name: "TEST_CLUSTER_URL" | "TEST_SERVER_URL" | "TEST_OWNER_URL" | "TEST_DIST"): string {
  const value = process.env[name];
  if (value === undefined) throw new Error(`${name} is not set: run this suite with bin/test`);
  return value;
}

export interface TestDatabase {
  /** As the server connects. */
  readonly url: string;
  /** As whoever migrates connects. */
  readonly ownerUrl: string;
  readonly sql: Pool;
  /** The superuser of the throw-away cluster: for what the server may not do. */
  readonly admin: Pool;
  /** Lets nobody but a superuser in any more, and ends who is; what comes back lets the server in again. */
  readonly cut: () => Promise<() => Promise<void>>;
  readonly drop: () => Promise<void>;
}

let clones = 0;

/** Its own copy of the empty or the demo database. */
export async function cloneDatabase(template: "template_empty" | "template_demo"): Promise<TestDatabase> {
  const admin = postgres(given("TEST_CLUSTER_URL"), { max: 1, onnotice: () => undefined });
  clones += 1;
  const name = `test_${process.pid}_${clones}`;
  // Two files cloning at once would each be the other's reason to be refused: a template may have no visitor.
  const lock = await admin.reserve();
  await lock`select pg_advisory_lock(1)`;
  await lock`create database ${lock(name)} template ${lock(template)}`;
  await lock`select pg_advisory_unlock(1)`;
  lock.release();
  const at = (variable: Parameters<typeof given>[0]) => given(variable).replace(/\/[^/]+$/, `/${name}`);
  const url = at("TEST_SERVER_URL");
  const sql = connect(url);
  const inside = connect(at("TEST_CLUSTER_URL"), { most: 2 });
  return {
    url,
    ownerUrl: at("TEST_OWNER_URL"),
    sql,
    admin: inside,
    cut: async () => {
      await admin`alter database ${admin(name)} with allow_connections false`;
      await admin`select pg_terminate_backend(pid) from pg_stat_activity where datname = ${name}`;
      return async () => {
        await admin`alter database ${admin(name)} with allow_connections true`;
      };
    },
    drop: async () => {
      await sql.end();
      await inside.end();
      await admin`drop database ${admin(name)} with (force)`;
      await admin.end();
    },
  };
}

export interface TestServer {
  readonly base: string;
  readonly port: number;
  /** Ends it as an operator would. */
  readonly stop: () => Promise<void>;
  /** Ends it as a power cut would. */
  readonly kill: () => Promise<void>;
}

/** The built server on the database, on a port of its own or the one given. */
export async function startServer(databaseUrl: string, wanted?: number): Promise<TestServer> {
  const port = wanted ?? (await freePort());
  const dist = given("TEST_DIST");
  const child: ChildProcess = fork(join(dist, "server", SERVER_PROCESS), [dist, String(port)], {
    // As bin/start runs the server.
    execArgv: ["--max-semi-space-size=64"],
    env: { ...process.env, DATABASE_URL: databaseUrl },
    stdio: ["ignore", "inherit", "inherit", "ipc"],
  });
  const ended = new Promise<void>((resolve) => child.once("exit", () => resolve()));
  await new Promise<void>((resolve, reject) => {
    child.once("message", () => resolve());
    child.once("exit", (code) => reject(new Error(`the server ended with ${code} before it was ready`)));
  });
  const end = (signal: NodeJS.Signals) => async () => {
    child.kill(signal);
    await ended;
  };
  return { base: `http://127.0.0.1:${port}`, port, stop: end("SIGTERM"), kill: end("SIGKILL") };
}

export interface Answer {
  readonly status: number;
  readonly headers: Headers;
  // Bodies are read field by field by each test; unknown would need a schema for every assertion.
  readonly body: Record<string, never>;
}

/** A JSON call as a program makes it. */
export async function call(
  base: string,
  method: string,
  path: string,
  body?: unknown,
  headers: Record<string, string> = {},
): Promise<Answer> {
  const response = await fetch(base + path, {
    method,
    headers: { ...(body === undefined ? {} : { "content-type": "application/json" }), ...headers },
    ...(body === undefined ? {} : { body: typeof body === "string" ? body : JSON.stringify(body) }),
  });
  const text = await response.text();
  return { status: response.status, headers: response.headers, body: text === "" ? {} : JSON.parse(text) };
}
