/** bin/archive: the whole shop into one file, back into an empty installation, and a rehearsal of that. */
import { statSync } from "node:fs";
import { resolve } from "node:path";
import {
  ARCHIVE_STATEMENT_MS,
  type ReadArchive,
  readArchive,
  writeArchiveReadBack,
} from "../src/app/archive/shop-archive.ts";
import { makeContext } from "../src/app/context.ts";
import { connect } from "../src/db/client.ts";
import { type Cluster, startCluster } from "./cluster.ts";
import { dropDatabase } from "./database.ts";
import { clusterOptions, stopIfLast } from "./installation.ts";
import { VAR } from "./paths.ts";
import { prepareDatabase } from "./prepare-database.ts";
import { databaseOf, readShopInUse } from "./shop-in-use.ts";

const say = (text: string) => console.log(`brass-nut: ${text}`);

const USAGE = "say bin/archive write FILE, bin/archive read FILE [--salvage] or bin/archive rehearse FILE";

async function withContext<T>(
  cluster: Cluster,
  database: string,
  work: (context: ReturnType<typeof makeContext>) => Promise<T>,
): Promise<T> {
  const { ownerUrl } = await prepareDatabase(cluster, database, VAR);
  const sql = connect(ownerUrl, { most: 2, statementMs: ARCHIVE_STATEMENT_MS });
  try {
    return await work(makeContext(sql));
  } finally {
    await sql.end();
  }
}

function tell({ visits, photos, leftOut }: ReadArchive, file: string): void {
  for (const { where, why } of leftOut) say(`left out: ${where}: ${why}`);
  say(
    `read ${visits} visits and ${photos} pictures from ${file}${leftOut.length === 0 ? "" : `; ${leftOut.length} left out, told above`}`,
  );
}

async function main(): Promise<void> {
  const [what, name, ...more] = process.argv.slice(2);
  const isSalvage = what === "read" && more[0] === "--salvage";
  if (name === undefined || more.length > (isSalvage ? 1 : 0)) throw new Error(USAGE);
  const file = resolve(process.env["ARCHIVE_FROM"] ?? ".", name);
  const cluster = await startCluster(clusterOptions());
  const own = databaseOf(readShopInUse(VAR));
  try {
    if (what === "write") {
      await withContext(cluster, own, (context) => writeArchiveReadBack(context, file));
      say(`wrote ${file}, ${statSync(file).size} bytes, and read it back`);
    } else if (what === "read")
      tell(await withContext(cluster, own, (context) => readArchive(context, file, { isSalvage })), file);
    else if (what === "rehearse") {
      const database = `rehearsal_${process.pid}`;
      try {
        tell(await withContext(cluster, database, (context) => readArchive(context, file)), file);
        say("the rehearsal is over: nothing of it is kept, and the shop is as it was");
      } finally {
        await dropDatabase(cluster, database);
      }
    } else throw new Error(USAGE);
  } finally {
    await stopIfLast(cluster);
  }
}

main().catch((error: unknown) => {
  console.error(`brass-nut: ${error instanceof Error ? error.message : String(error)}`);
  process.exit(1);
});
