/** bin/archive: the whole shop into one file, and back into an empty installation. */
import { readFileSync, renameSync, writeFileSync } from "node:fs";
import { resolve } from "node:path";
import { readArchive, writeArchive } from "../src/app/archive/shop-archive.ts";
import { makeContext } from "../src/app/context.ts";
import { connect } from "../src/db/client.ts";
import { startCluster } from "./cluster.ts";
import { clusterOptions, stopIfLast } from "./installation.ts";
import { VAR } from "./paths.ts";
import { prepareDatabase } from "./prepare-database.ts";
import { databaseOf, readShopInUse } from "./shop-in-use.ts";

const say = (text: string) => console.log(`brass-nut: ${text}`);

/** Longest one statement may take, ms: a whole table of a large shop. */
const STATEMENT_MS = 600_000;

async function main(): Promise<void> {
  const [what, name, ...more] = process.argv.slice(2);
  if ((what !== "write" && what !== "read") || name === undefined || more.length > 0)
    throw new Error("say bin/archive write FILE or bin/archive read FILE");
  const file = resolve(process.env["ARCHIVE_FROM"] ?? ".", name);
  const cluster = await startCluster(clusterOptions());
  try {
    const { ownerUrl } = await prepareDatabase(cluster, databaseOf(readShopInUse(VAR)), VAR);
    const sql = connect(ownerUrl, { most: 2, statementMs: STATEMENT_MS });
    try {
      const context = makeContext(sql);
      if (what === "write") {
        const bytes = await writeArchive(context);
        writeFileSync(`${file}.part`, bytes);
        renameSync(`${file}.part`, file);
        say(`wrote ${file}, ${bytes.length} bytes`);
      } else {
        const { visits, photos } = await readArchive(context, readFileSync(file));
        say(`read ${visits} visits and ${photos} pictures from ${file}`);
      }
    } finally {
      await sql.end();
    }
  } finally {
    await stopIfLast(cluster);
  }
}

main().catch((error: unknown) => {
  console.error(`brass-nut: ${error instanceof Error ? error.message : String(error)}`);
  process.exit(1);
});
