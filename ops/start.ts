/** bin/start after the packages are in place: database, migrations, demo, build, then server and database are kept running; Ctrl-C undoes it in order. */

import { join } from "node:path";
import { createInterface } from "node:readline/promises";
import type { ShopInUse } from "../src/schema/open-shop.ts";
import { ensureBuild } from "./build.ts";
import { buildData } from "./build-data.ts";
import { startCluster } from "./cluster.ts";
import { dropDatabase, otherClients } from "./database.ts";
import { clusterOptions, openDatabase, stopIfLast, stopOnSignal, wantedPort } from "./installation.ts";
import { BUILDS, VAR } from "./paths.ts";
import { isPortFree } from "./ports.ts";
import { SERVER_ROLE } from "./roles.ts";
import { databaseOf, keepShopInUse, readShopInUse, shopOfFlags } from "./shop-in-use.ts";
import { takeStartLock } from "./start-lock.ts";
import { supervise } from "./supervise.ts";

const DEFAULT_PORT = 4321;

const say = (text: string) => console.log(`brass-nut: ${text}`);

/** Everything this command writes is for its user alone: logs, passwords, data. */
process.umask(0o077);

/** "ours" when Brass Nut already answers there, "taken" when something else does. */
async function whoListens(port: number): Promise<"nobody" | "ours" | "taken"> {
  if (await isPortFree(port)) return "nobody";
  try {
    const answer = await fetch(`http://127.0.0.1:${port}/api/v1/health`, {
      signal: AbortSignal.timeout(3000),
    });
    const body: unknown = await answer.json();
    // Said with and without a database.
    return typeof body === "object" && body !== null && "database" in body && "version" in body
      ? "ours"
      : "taken";
  } catch {
    return "taken";
  }
}

async function confirmReset(): Promise<boolean> {
  if (process.argv.includes("--yes")) return true;
  if (!process.stdin.isTTY)
    throw new Error(
      "--reset-demo throws the demonstration's visits away; add --yes when there is no terminal to ask on",
    );
  const prompt = createInterface({ input: process.stdin, output: process.stdout });
  const answer = await prompt.question(
    "Throw away every visit of the demonstration and load it again? Our own shop stays as it is. Type yes: ",
  );
  prompt.close();
  return answer.trim().toLowerCase() === "yes";
}

async function main(): Promise<void> {
  const port = wantedPort(DEFAULT_PORT);
  const reset = process.argv.includes("--reset-demo");
  const asked = shopOfFlags(process.argv);
  const listener = await whoListens(port);
  if (listener === "ours") {
    if (reset) throw new Error(`Brass Nut is running on port ${port}; stop it before --reset-demo`);
    if (asked !== null)
      throw new Error(
        `Brass Nut is running on port ${port}; change the shop in its Settings, or stop it first`,
      );
    // Its own watch does the same; where that is gone, the database is back after this.
    await startCluster(clusterOptions());
    return say(`already running at http://127.0.0.1:${port}`);
  }
  if (listener === "taken")
    throw new Error(`port ${port} is in use by another program; choose one with PORT=4322 bin/start`);
  if (reset && !(await confirmReset())) return say("nothing changed");

  const giveBack = takeStartLock();
  process.once("exit", giveBack);
  const cluster = await startCluster(clusterOptions());
  try {
    if (reset) {
      if ((await otherClients(cluster, SERVER_ROLE)) > 0)
        throw new Error("another Brass Nut uses this database; stop it before --reset-demo");
      await dropDatabase(cluster, databaseOf("demo"));
    }
    await buildData();
    const shop = asked ?? readShopInUse(VAR);
    const database = await openDatabase(cluster, shop, say);
    if (asked !== null) keepShopInUse(VAR, shop);
    const dist = await ensureBuild(BUILDS);
    const supervised = await supervise({
      dist,
      port,
      cluster,
      clusterOptions: clusterOptions(),
      say,
      openShop: async (next: ShopInUse) => {
        const opened = await openDatabase(cluster, next, say);
        keepShopInUse(VAR, next);
        return opened;
      },
      environment: {
        ...process.env,
        ...database,
        DATA_FOLDER: VAR,
        LOG_FILE: process.env["LOG_FILE"] ?? join(VAR, "server.log"),
      },
    });
    say(`ready at http://127.0.0.1:${port}  (Ctrl-C stops it; log in var/server.log)`);
    stopOnSignal(cluster, () => supervised.stop());
    giveBack();
  } catch (error) {
    await stopIfLast(cluster);
    throw error;
  }
}

main().catch((error: unknown) => {
  console.error(`brass-nut: ${error instanceof Error ? error.message : String(error)}`);
  process.exit(1);
});
