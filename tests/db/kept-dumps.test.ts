import assert from "node:assert/strict";
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, it } from "node:test";
import { gunzipSync } from "node:zlib";
import { repairAll } from "../../ops/repair.ts";
import { makeContext } from "../../src/app/context.ts";
import { bringProjectionsForward } from "../../src/app/visit/rebuild.ts";
import { exportVisit, importVisit } from "../../src/app/visit/visit-file.ts";
import { loadTables } from "../../src/compute/tables.ts";
import { connect } from "../../src/db/client.ts";
import { migrate } from "../../src/db/migrate.ts";
import { cloneDatabase, type TestDatabase } from "../support/server.ts";

const DUMPS = join(import.meta.dirname, "kept");
const MIGRATIONS = join(import.meta.dirname, "../../src/db/migrations");
/** The first migration that a dump of the demo database was kept for. */
const FIRST = 5;
const NOW = new Date("2030-01-01T12:00:00.000Z");

const numbersIn = (folder: string, pattern: RegExp) =>
  readdirSync(folder)
    .map((name) => Number(pattern.exec(name)?.[1]))
    .sort((a, b) => a - b);

/** A database as it was at a migration. */
async function restored(migration: number): Promise<TestDatabase> {
  const name = `demo-${String(migration).padStart(3, "0")}.sql.gz`;
  const database = await cloneDatabase("template_empty");
  const { admin } = database;
  await admin`drop schema public cascade`;
  // As an installation has it: what migrates owns the database, and may add extensions that are trusted.
  const [own] = await admin<{ name: string }[]>`select current_database() as name`;
  await admin`alter database ${admin(own?.name ?? "")} owner to brassnut_owner`;
  await admin`create schema public authorization brassnut_owner`;
  await admin`grant usage on schema public to brassnut_server`;
  await admin.unsafe(gunzipSync(readFileSync(join(DUMPS, name))).toString()).simple();
  return database;
}

describe("the demo database as it was at every migration", () => {
  const kept = numbersIn(DUMPS, /^demo-(\d+)\.sql\.gz$/);

  it("is kept for each migration: a new one wants bin/dump-demo", () => {
    const migrations = numbersIn(MIGRATIONS, /^(\d+)\.do\./);
    assert.deepEqual(
      kept,
      migrations.filter((number) => number >= FIRST),
    );
  });

  for (const migration of kept)
    it(`${migration} is brought up to date, and every visit of it is read, exported and read in again`, async () => {
      const database = await restored(migration);
      const empty = await cloneDatabase("template_empty");
      try {
        await migrate(database.ownerUrl);
        const owner = connect(database.ownerUrl, { most: 1 });
        await bringProjectionsForward(owner, loadTables());
        await owner.end();
        const findings: unknown[] = [];
        const { visits } = await repairAll(database.ownerUrl, false, (finding) => findings.push(finding));
        assert.deepEqual(findings, []);
        assert.ok(visits >= 6, `${visits} visits`);
        const there = makeContext(database.sql, () => NOW);
        const here = makeContext(empty.sql, () => NOW);
        const ids = await database.sql<{ visitId: string }[]>`select visit_id from visit`;
        for (const { visitId } of ids) {
          const file = JSON.stringify(await exportVisit(there, visitId));
          const { added } = await importVisit(here, file);
          assert.equal(added, JSON.parse(file).events.length);
        }
      } finally {
        await database.drop();
        await empty.drop();
      }
    });
});
