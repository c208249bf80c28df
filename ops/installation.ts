/** This checkout's own database: where it is, how it is opened, and when it may be stopped. */
import { join } from "node:path";
import type { ShopInUse } from "../src/schema/open-shop.ts";
import type { Cluster, ClusterOptions } from "./cluster.ts";
import { otherClients } from "./database.ts";
import { VAR } from "./paths.ts";
import { SERVER_ROLE } from "./roles.ts";
import { databaseOf } from "./shop-in-use.ts";

const DEFAULT_DATABASE_PORT = 54329;

export const clusterOptions = (): ClusterOptions => ({
  dir: join(VAR, "cluster"),
  port: Number(process.env["DATABASE_PORT"] ?? DEFAULT_DATABASE_PORT),
});

/** Returns the port the user asks for with PORT, else `fallback`. Errors: Error for anything but a whole number from 1 to 65535. */
export function wantedPort(fallback: number): number {
  const port = Number(process.env["PORT"] ?? fallback);
  if (Number.isInteger(port) && port > 0 && port < 65536) return port;
  throw new Error(`PORT must be a whole number from 1 to 65535, got "${process.env["PORT"]}"`);
}

/**
 * Brings the database of a shop up to date, the demo's with the demo in it, and returns what the server is to know of it: the
 * connection string of its own role, and which shop it holds.
 * The tables of data/ must be built before: the demo reads them as soon as its module is imported.
 */
export async function openDatabase(
  cluster: Cluster,
  shop: ShopInUse,
  say: (text: string) => void,
): Promise<{ readonly DATABASE_URL: string; readonly SHOP_IN_USE: ShopInUse }> {
  const { loadDemo, prepareDatabase } = await import("./prepare-database.ts");
  const { serverUrl } = await prepareDatabase(cluster, databaseOf(shop), VAR);
  if (shop === "demo" && (await loadDemo(serverUrl))) say("demo data loaded: Gullwing Hall");
  return { DATABASE_URL: serverUrl, SHOP_IN_USE: shop };
}

/** Stops the cluster unless it is gone, or another server uses it. */
export async function stopIfLast(cluster: Cluster): Promise<void> {
  if (cluster.isRunning() && (await otherClients(cluster, SERVER_ROLE)) === 0) await cluster.stop();
}

/** Longer than the server and the database are given to end, ms: whoever asks this command to end must not wait for ever. */
const END_WITHIN_MS = 90_000;

/** Stops what `stop` stops, then the database, once the user or the system asks this command to end. */
export function stopOnSignal(cluster: Cluster, stop: () => Promise<void>): void {
  const signals = ["SIGINT", "SIGTERM"] as const;
  const end = () => {
    for (const signal of signals) process.removeListener(signal, end);
    setTimeout(() => {
      console.error(`brass-nut: not ended after ${END_WITHIN_MS / 1000} s: something of it may still run`);
      process.exit(1);
    }, END_WITHIN_MS).unref();
    stop()
      .then(() => stopIfLast(cluster))
      .then(
        () => process.exit(0),
        (error: unknown) => {
          console.error(error);
          process.exit(1);
        },
      );
  };
  for (const signal of signals) process.on(signal, end);
}
