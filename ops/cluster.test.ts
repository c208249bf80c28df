import assert from "node:assert/strict";
import { spawn } from "node:child_process";
import {
  closeSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  openSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
  writeSync,
} from "node:fs";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { after, before, describe, it } from "node:test";
import postgres from "postgres";
import { setSize } from "../tests/support/set-size.ts";
import { type Cluster, renewPassword, startCluster, turnLogOver } from "./cluster.ts";
import { createDatabase, dropDatabase, otherClients } from "./database.ts";
import { freePort, isPortFree } from "./ports.ts";
import { ensureRoles, giveToOwner, OWNER_ROLE, rolePasswords, SERVER_ROLE, urlAs } from "./roles.ts";
import { takeStartLock } from "./start-lock.ts";

let dir = "";
const folder = () => join(dir, "cluster");
const start = (port?: number) =>
  startCluster({ dir: folder(), throwAway: true, ...(port === undefined ? {} : { port }) });

async function ask<T>(
  cluster: Cluster,
  database: string,
  work: (sql: postgres.Sql) => Promise<T>,
): Promise<T> {
  const sql = postgres(cluster.url(database), { max: 1, onnotice: () => undefined });
  try {
    return await work(sql);
  } finally {
    await sql.end();
  }
}

before(() => {
  dir = mkdtempSync(join(tmpdir(), "brass-nut-cluster-"));
});
after(() => rmSync(dir, { recursive: true, force: true }));

/** Processes whose parent is this one. */
const childrenOf = (parent: number): readonly number[] =>
  readdirSync("/proc")
    .filter((name) => /^\d+$/.test(name))
    .filter((name) => {
      try {
        return new RegExp(`^PPid:\\s+${parent}$`, "m").test(readFileSync(`/proc/${name}/status`, "utf8"));
      } catch {
        return false;
      }
    })
    .map(Number);

describe("one bin/start at a time", () => {
  it("the second says so; a lock left behind by a killed one stands in nobody's way", () => {
    mkdirSync(folder(), { recursive: true });
    const file = join(folder(), "start.lock");
    // Whoever runs this test is no bin/start: its lock counts as left behind.
    // The folder of the data is not there yet at the very first start.
    const giveBack = takeStartLock(file);
    takeStartLock(file)();
    giveBack();
    const beginning = spawn(process.execPath, ["-e", "setTimeout(() => {}, 60000)", "ops/start.ts"], {
      stdio: "ignore",
    });
    writeFileSync(file, String(beginning.pid));
    assert.throws(() => takeStartLock(file), /another bin\/start is just beginning/);
    beginning.kill("SIGKILL");
  });
});

describe("the log of PostgreSQL", () => {
  it("is turned over while PostgreSQL goes on writing, and the part before is kept", () => {
    const dir = join(folder(), "with-log");
    mkdirSync(dir, { recursive: true });
    const log = join(dir, "postgresql.log");
    const written = openSync(log, "a");
    writeSync(written, "first\n".repeat(20));
    turnLogOver(dir, 1000);
    assert.equal(statSync(log).size, 120, "small enough");
    turnLogOver(dir, 100);
    writeSync(written, "second\n");
    closeSync(written);
    assert.equal(readFileSync(log, "utf8"), "second\n");
    assert.equal(statSync(`${log}.1`).size, 120);
  });
});

describe("the private cluster", () => {
  it("is made where a half-made one was left, listens on loopback only, and keeps its data over a restart", async () => {
    mkdirSync(join(folder(), "data.half-made"), { recursive: true });
    writeFileSync(join(folder(), "data.half-made", "PG_VERSION"), "0");
    const first = await start();
    await createDatabase(first, "kept");
    const listens = await ask(first, "kept", async (sql) => {
      await sql`create table note (text text)`;
      await sql`insert into note values ('kept')`;
      return sql`select name, setting from pg_settings where name in ('listen_addresses', 'unix_socket_directories') order by name`;
    });
    assert.deepEqual(
      listens.map((row) => row["setting"]),
      ["127.0.0.1", ""],
    );
    await first.stop();
    assert.equal(existsSync(join(folder(), "data.half-made")), false);
    const second = await start();
    const rows = await ask(second, "kept", (sql) => sql`select text from note`);
    assert.equal(rows[0]?.["text"], "kept");
    await second.stop();
  });

  it("starts over a pid file whose process is gone, or is somebody else's", async () => {
    const pidFile = join(folder(), "data/postmaster.pid");
    for (const pid of [999_999, process.pid]) {
      writeFileSync(pidFile, `${pid}\n${join(folder(), "data")}\n0\n54000\n\n127.0.0.1\n`);
      const cluster = await start();
      assert.notEqual(readFileSync(pidFile, "utf8").split("\n")[0], String(pid));
      await cluster.stop();
    }
  });

  it("starts although helpers of a killed server still hold its memory, twenty times", async () => {
    for (let round = 0; round < setSize(2, 20); round += 1) {
      const cluster = await start();
      const sql = postgres(cluster.url("postgres"), { max: 1, onnotice: () => undefined });
      await sql`select 1`;
      const postmaster = Number(readFileSync(join(folder(), "data/postmaster.pid"), "utf8").split("\n")[0]);
      const helpers = childrenOf(postmaster);
      assert.ok(helpers.length > 2);
      // Stopped helpers outlive their server, as those did that once kept the database away.
      for (const pid of helpers) process.kill(pid, "SIGSTOP");
      process.kill(postmaster, "SIGKILL");
      while (cluster.isRunning()) await new Promise((again) => setImmediate(again));
      await sql.end({ timeout: 0 }).catch(() => undefined);
      const again = await start();
      assert.equal((await ask(again, "postgres", (each) => each`select 1 as one`))[0]?.["one"], 1);
      assert.ok(helpers.every((pid) => !existsSync(`/proc/${pid}/exe`)));
      await again.stop();
    }
  });

  it("is joined when it runs already", async () => {
    const one = await start();
    const two = await start();
    assert.equal(two.port, one.port);
    await one.stop();
  });

  it("takes the next port when the wanted one is in use", async () => {
    const wanted = await freePort();
    const squatter = createServer().listen(wanted, "127.0.0.1");
    await new Promise((resolve) => squatter.once("listening", resolve));
    assert.equal(await isPortFree(wanted), false);
    const cluster = await start(wanted);
    assert.ok(cluster.port > wanted);
    await cluster.stop();
    await new Promise((resolve) => squatter.close(resolve));
    assert.equal(await isPortFree(wanted), true);
  });

  it("refuses a wrong password", async () => {
    const cluster = await start();
    const sql = postgres(cluster.url("postgres").replace(/:[0-9a-f]+@/, ":wrong@"), { max: 1 });
    await assert.rejects(sql`select 1`, /password authentication failed/);
    await sql.end();
    await cluster.stop();
  });

  it("makes a database once, clones one from another, counts who else is there, and drops it", async () => {
    const cluster = await start();
    await createDatabase(cluster, "kept");
    await createDatabase(cluster, "copy", "kept");
    const seen = await ask(cluster, "copy", async (sql) => {
      const rows = await sql`select text from note`;
      return { text: rows[0]?.["text"], clients: await otherClients(cluster, "brassnut") };
    });
    assert.deepEqual(seen, { text: "kept", clients: 2 });
    await dropDatabase(cluster, "copy");
    const left = await ask(
      cluster,
      "postgres",
      (sql) => sql`select datname from pg_database where datname in ('kept', 'copy')`,
    );
    assert.deepEqual(
      left.map((row) => row["datname"]),
      ["kept"],
    );
    await cluster.stop();
  });

  it("hands a database that the superuser made to the owner, and gives the server's role no power", async () => {
    const cluster = await start();
    await createDatabase(cluster, "old");
    await ask(cluster, "old", async (sql) => {
      await sql`create table thing (id int generated always as identity primary key)`;
      await sql`create function one() returns int language sql as 'select 1'`;
    });
    const passwords = rolePasswords(dir);
    assert.deepEqual(rolePasswords(dir), passwords, "kept for the next start");
    await ensureRoles(cluster, passwords);
    await giveToOwner(cluster, "old");
    await giveToOwner(cluster, "old");
    const owners = await ask(
      cluster,
      "old",
      (sql) => sql`
        select relowner::regrole::text as owner from pg_class where relname in ('thing', 'thing_id_seq', 'thing_pkey')
        union all select proowner::regrole::text from pg_proc where proname = 'one'
        union all select datdba::regrole::text from pg_database where datname = 'old'`,
    );
    assert.deepEqual(
      owners.map((row) => row["owner"]),
      Array.from({ length: 5 }, () => OWNER_ROLE),
    );
    const server = postgres(urlAs(cluster.url("old"), SERVER_ROLE, passwords.server), { max: 1 });
    await assert.rejects(server`select * from thing`, /permission denied/);
    await server.end();
    await cluster.stop();
  });

  it("takes a new password for a lost one, and never writes over what is no cluster", async () => {
    rmSync(join(dir, "database-password"));
    await assert.rejects(start(), /Run: bin\/repair --new-password/);
    await renewPassword(folder());
    const cluster = await start();
    assert.equal((await ask(cluster, "kept", (sql) => sql`select text from note`))[0]?.["text"], "kept");
    await assert.rejects(renewPassword(folder()), /the database runs/);
    await cluster.stop();
    renameSync(join(folder(), "data/PG_VERSION"), join(folder(), "data/elsewhere"));
    const before = readFileSync(join(dir, "database-password"), "utf8");
    await assert.rejects(start(), /PG_VERSION is missing/);
    assert.equal(readFileSync(join(dir, "database-password"), "utf8"), before);
    renameSync(join(folder(), "data/elsewhere"), join(folder(), "data/PG_VERSION"));
  });
});
