/** bin/dev: the database of bin/start, migrated and with the demo, and Astro's development server with hot reload. */
import { watch } from "node:fs";
import { join } from "node:path";
import { dev } from "astro";
import { buildData } from "./build-data.ts";
import { type Cluster, startCluster } from "./cluster.ts";
import { clusterOptions, openDatabase, stopIfLast, stopOnSignal, wantedPort } from "./installation.ts";
import { ROOT, VAR } from "./paths.ts";
import { readShopInUse } from "./shop-in-use.ts";

const DEFAULT_PORT = 4322;
/** Editors write a file in several steps: the tables are built once the file has been quiet this long, ms. */
const QUIET_MS = 100;

const say = (text: string) => console.log(`brass-nut: ${text}`);

/** Builds the tables again whenever a file in data/ changes. A table that is wrong is told, and the older tables stay. */
function rebuildTables(): void {
  let timer: NodeJS.Timeout | undefined;
  watch(join(ROOT, "data"), () => {
    clearTimeout(timer);
    timer = setTimeout(() => {
      buildData().then(
        () => say("tables built again"),
        (error: unknown) => say(error instanceof Error ? error.message : String(error)),
      );
    }, QUIET_MS);
  });
}

/** Brings the database up to date and tells the pages, which read the environment when they are first asked for. */
async function tellPages(cluster: Cluster): Promise<void> {
  Object.assign(process.env, await openDatabase(cluster, readShopInUse(VAR), say));
  process.env["DATA_FOLDER"] = VAR;
  process.env["LOG_LEVEL"] ??= "warn";
}

async function main(): Promise<void> {
  const port = wantedPort(DEFAULT_PORT);
  const [cluster] = await Promise.all([startCluster(clusterOptions()), buildData()]);
  try {
    const [server] = await Promise.all([
      dev({ root: ROOT, server: { host: "127.0.0.1", port }, logLevel: "warn" }),
      tellPages(cluster),
    ]);
    rebuildTables();
    const address = `http://127.0.0.1:${server.address.port}`;
    // The first page reads most of the program: asked for here, it is there when somebody looks.
    await fetch(address);
    say(`ready at ${address}, reloading as files change  (Ctrl-C stops it)`);
    stopOnSignal(cluster, () => server.stop());
  } catch (error) {
    await stopIfLast(cluster);
    throw error;
  }
}

main().catch((error: unknown) => {
  console.error(`brass-nut: ${error instanceof Error ? error.message : String(error)}`);
  process.exit(1);
});
