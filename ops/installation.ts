/** This checkout's own database: where it is, and when it may be stopped. */
import { join } from "node:path";
import type { Cluster, ClusterOptions } from "./cluster.ts";
import { otherClients } from "./database.ts";
import { VAR } from "./paths.ts";
import { SERVER_ROLE } from "./roles.ts";

export const DATABASE = "brassnut";
const DEFAULT_DATABASE_PORT = 54329;

export const clusterOptions = (): ClusterOptions => ({
  dir: join(VAR, "cluster"),
  port: Number(process.env["DATABASE_PORT"] ?? DEFAULT_DATABASE_PORT),
});

/** Stops the cluster unless it is gone, or another server uses it. */
export async function stopIfLast(cluster: Cluster): Promise<void> {
  if (cluster.isRunning() && (await otherClients(cluster, SERVER_ROLE)) === 0) await cluster.stop();
}

/** Stops what `stop` stops, then the database, once the user or the system asks this command to end. */
export function stopOnSignal(cluster: Cluster, stop: () => Promise<void>): void {
  const signals = ["SIGINT", "SIGTERM"] as const;
  const end = () => {
    for (const signal of signals) process.removeListener(signal, end);
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
