/** A whole installation of its own, as bin/start makes one, in a folder that is gone afterwards. */
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { startCluster } from "../../ops/cluster.ts";
import { freePort } from "../../ops/ports.ts";
import { loadDemo, prepareDatabase } from "../../ops/prepare-database.ts";
import { type Supervised, supervise } from "../../ops/supervise.ts";

export interface Stage {
  readonly base: string;
  readonly port: number;
  readonly supervised: Supervised;
  /** Folder of the cluster's data. */
  readonly data: string;
  readonly serverUrl: string;
}

export interface StageOptions {
  /** Folder everything is written to; absent: one of its own. */
  readonly dir?: string;
  /** A database that does not flush to disk: faster, and of no use where it is killed. */
  readonly throwAway?: boolean;
  /** File of the server's log; absent: in the folder. */
  readonly log?: string;
}

/** Process of the database on `data`, running or killed. */
export function postmasterPid(data: string): number {
  return Number(readFileSync(join(data, "postmaster.pid"), "utf8").split("\n")[0]);
}

/** Serves the build `dist` with the demo loaded while `work` goes on. */
export async function onStage(
  dist: string,
  work: (stage: Stage) => Promise<void>,
  options: StageOptions = {},
): Promise<void> {
  const dir = options.dir ?? mkdtempSync(join(tmpdir(), "brass-nut-faults-"));
  const clusterOptions = {
    dir: join(dir, "cluster"),
    port: await freePort(),
    throwAway: options.throwAway ?? false,
  };
  const cluster = await startCluster(clusterOptions);
  const { serverUrl } = await prepareDatabase(cluster, "faults", dir);
  await loadDemo(serverUrl);
  const port = await freePort();
  const supervised = await supervise({
    dist,
    port,
    cluster,
    clusterOptions,
    say: () => undefined,
    environment: {
      ...process.env,
      DATABASE_URL: serverUrl,
      DATA_FOLDER: dir,
      LOG_FILE: options.log ?? join(dir, "server.log"),
      LOG_LEVEL: "warn",
    },
  });
  try {
    await work({
      base: `http://127.0.0.1:${port}`,
      port,
      supervised,
      data: join(dir, "cluster/data"),
      serverUrl,
    });
  } finally {
    await supervised.stop();
    await cluster.stop();
    rmSync(dir, { recursive: true, force: true });
  }
}
