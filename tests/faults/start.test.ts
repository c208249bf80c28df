/** bin/start as an operator meets it: killed, found running, its database gone, its password lost. */
import assert from "node:assert/strict";
import { type ChildProcess, spawn } from "node:child_process";
import { existsSync, mkdtempSync, readFileSync, renameSync, rmSync, statSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { after, before, describe, it } from "node:test";
import { setTimeout as pause } from "node:timers/promises";
import { freePort } from "../../ops/ports.ts";
import { startWriter, untilHealthy } from "./load.ts";
import { postmasterPid } from "./stage.ts";

const ROOT = join(import.meta.dirname, "../..");
let folder = "";
let environment: NodeJS.ProcessEnv = {};
let base = "";

interface Run {
  readonly child: ChildProcess;
  readonly printed: () => string;
  readonly ended: Promise<number | null>;
}

function run(command: string, args: readonly string[] = []): Run {
  // Its own process group: what it starts is ended with it.
  const child = spawn(join(ROOT, "bin", command), args, {
    cwd: ROOT,
    env: environment,
    stdio: ["ignore", "pipe", "pipe"],
  });
  let text = "";
  for (const stream of [child.stdout, child.stderr])
    stream.on("data", (chunk: Buffer) => {
      text += chunk.toString();
    });
  return { child, printed: () => text, ended: new Promise((resolve) => child.once("exit", resolve)) };
}

async function started(): Promise<Run> {
  const start = run("start");
  await Promise.race([
    untilHealthy(base, 90_000),
    start.ended.then((code) => assert.fail(`bin/start ended with ${code}: ${start.printed()}`)),
  ]);
  return start;
}

/** How long a command may take to end, ms: one that hangs fails with what it has printed. */
const END_WITHIN_MS = 120_000;

async function endOf({ child, ended, printed }: Run): Promise<number | null> {
  const timer = new AbortController();
  const late = pause(END_WITHIN_MS, undefined, { signal: timer.signal }).then(() => {
    child.kill("SIGKILL");
    return assert.fail(`not ended after ${END_WITHIN_MS / 1000} s, having printed: ${printed()}`);
  });
  try {
    return await Promise.race([ended, late]);
  } finally {
    timer.abort();
    late.catch(() => undefined);
  }
}

async function stopped(start: Run): Promise<void> {
  start.child.kill("SIGTERM");
  assert.equal(await endOf(start), 0, start.printed());
}

const isAnswering = () =>
  fetch(`${base}/api/v1/health`, { signal: AbortSignal.timeout(1000) }).then(
    () => true,
    () => false,
  );
const postmaster = () => postmasterPid(join(folder, "cluster/data"));

before(async () => {
  folder = mkdtempSync(join(tmpdir(), "brass-nut-start-"));
  const port = await freePort();
  base = `http://127.0.0.1:${port}`;
  environment = {
    PATH: process.env["PATH"] ?? "",
    HOME: process.env["HOME"] ?? "/root",
    VAR_FOLDER: folder,
    BUILD_FOLDER: dirname(process.env["TEST_DIST"] ?? ""),
    PORT: String(port),
    DATABASE_PORT: String(await freePort()),
  };
});
after(() => rmSync(folder, { recursive: true, force: true }));

describe("bin/start", () => {
  it("knows its own server, and brings the database back that was killed beside it", async () => {
    const start = await started();
    const writer = startWriter(base);
    const again = run("start");
    assert.equal(await endOf(again), 0);
    assert.match(again.printed(), /already running at/);
    process.kill(postmaster(), "SIGKILL");
    const third = run("start");
    assert.equal(await endOf(third), 0, third.printed());
    await untilHealthy(base, 30_000);
    await writer.stop();
    assert.ok(writer.acknowledged.length > 0);
    await stopped(start);
  });

  it("leaves nothing half alive when it is killed itself, and starts again with everything there", async () => {
    const start = await started();
    const writer = startWriter(base);
    while (writer.acknowledged.length < 5) await pause(20);
    const database = postmaster();
    // bin/start becomes the supervisor: it is one process.
    start.child.kill("SIGKILL");
    await writer.stop();
    await endOf(start);
    while (existsSync(`/proc/${database}`) || (await isAnswering())) await pause(50);
    const again = await started();
    const answer = await fetch(`${base}/api/v1/visits/${writer.visit}`);
    const text = await answer.text();
    for (const id of writer.acknowledged) assert.ok(text.includes(id), "an acknowledged event is there");
    await stopped(again);
  });

  it("leaves the cluster without a capability, and nothing of its own open to others", async () => {
    const start = await started();
    const status = readFileSync(`/proc/${postmaster()}/status`, "utf8");
    for (const set of ["CapInh", "CapPrm", "CapEff", "CapAmb"])
      assert.match(status, new RegExp(`^${set}:\\s0+$`, "m"), set);
    for (const file of ["server.log", "database-password", "database-roles.json", "cluster/postgresql.log"])
      assert.equal(statSync(join(folder, file)).mode & 0o077, 0, file);
    await stopped(start);
  });

  it("says which command helps when the password is lost; after that everything is there as before", async () => {
    const first = await started();
    const before = await (await fetch(`${base}/api/v1/visits`)).text();
    await stopped(first);
    renameSync(join(folder, "database-password"), join(folder, "lost"));
    const refused = run("start");
    assert.equal(await endOf(refused), 1);
    assert.match(refused.printed(), /database-password\) is missing. Run: bin\/repair --new-password/);
    const repair = run("repair", ["--new-password"]);
    assert.equal(await endOf(repair), 0, repair.printed());
    const start = await started();
    assert.equal(await (await fetch(`${base}/api/v1/visits`)).text(), before);
    const look = run("repair");
    assert.equal(await endOf(look), 0, look.printed());
    assert.match(look.printed(), /visits looked at, nothing wrong/);
    await stopped(start);
  });

  it("opens our own shop, empty, and the demonstration again as it was left", async () => {
    const start = await started();
    const told = async (path: string) => (await fetch(`${base}${path}`)).text();
    const open = (shop: string) =>
      fetch(`${base}/settings`, { method: "POST", body: new URLSearchParams({ action: "shop", shop }) });
    const untilServed = async (shop: string) => {
      for (;;) {
        await untilHealthy(base, 30_000);
        if ((await told("/api/v1/health").catch(() => "")).includes(`"shop":"${shop}"`)) return;
      }
    };
    const demo = await told("/api/v1/visits");
    assert.match(await told("/settings"), /This is the demonstration/);
    assert.match(await (await open("own")).text(), /Opening our own shop/);
    await untilServed("own");
    assert.equal(await told("/api/v1/visits"), '{"visits":[],"next":null}');
    assert.match(await told("/"), /Who works here\?/);
    await stopped(start);

    const again = await started();
    await untilServed("own");
    await open("demo");
    await untilServed("demo");
    assert.equal(await told("/api/v1/visits"), demo);
    await stopped(again);
  });
});
