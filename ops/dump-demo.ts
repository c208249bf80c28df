/**
 * Writes the demo database as SQL into tests/db/kept, named after the newest migration. Run once with every new
 * migration; a dump that is there is never written again, because later versions must go on reading it.
 */
import { spawn } from "node:child_process";
import { existsSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { gzipSync } from "node:zlib";
import { buildData } from "./build-data.ts";
import { programFor, startCluster } from "./cluster.ts";
import { ROOT } from "./paths.ts";

const DUMPS = join(ROOT, "tests/db/kept");

function newestMigration(): string {
  const numbers = readdirSync(join(ROOT, "src/db/migrations")).map((name) => name.slice(0, 3));
  return numbers.sort().at(-1) ?? "000";
}

/** Prints a database as SQL statements that any client can run. Errors: Error with what pg_dump printed. */
function dump(url: string): Promise<string> {
  return new Promise((resolve, reject) => {
    const child = spawn(programFor("pg_dump"), ["--rows-per-insert=50", url], {
      stdio: ["ignore", "pipe", "pipe"],
    });
    const printed: Buffer[] = [];
    const faults: Buffer[] = [];
    child.stdout.on("data", (chunk: Buffer) => printed.push(chunk));
    child.stderr.on("data", (chunk: Buffer) => faults.push(chunk));
    child.once("error", reject);
    child.once("close", (code) => {
      if (code !== 0) return reject(new Error(`pg_dump ended with ${code}: ${Buffer.concat(faults)}`));
      const lines = Buffer.concat(printed).toString().split("\n");
      // Lines with a backslash are commands of PostgreSQL's own client.
      resolve(lines.filter((line) => !/^(\\|--|$)/.test(line)).join("\n"));
    });
  });
}

async function main(): Promise<void> {
  const target = join(DUMPS, `demo-${newestMigration()}.sql.gz`);
  if (existsSync(target)) throw new Error(`${target} is there: a dump of a migration is written once`);
  await buildData();
  const { loadDemo, prepareDatabase } = await import("./prepare-database.ts");
  const dir = mkdtempSync(join(tmpdir(), "brass-nut-dump-"));
  const cluster = await startCluster({ dir: join(dir, "cluster"), throwAway: true });
  try {
    const { serverUrl } = await prepareDatabase(cluster, "demo", dir);
    await loadDemo(serverUrl);
    writeFileSync(target, gzipSync(await dump(cluster.url("demo")), { level: 9 }));
    console.log(`wrote ${target}`);
  } finally {
    await cluster.stop();
    rmSync(dir, { recursive: true, force: true });
  }
}

main().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exitCode = 1;
});
