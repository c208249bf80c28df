/** bin/reliability: the product under faults and odd requests, on a throw-away database. Each command prints its table as Markdown. */
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { parseArgs } from "node:util";
import { diskCampaign } from "../tests/faults/disk.ts";
import { fuzz } from "../tests/faults/fuzz.ts";
import { killCampaign } from "../tests/faults/kills.ts";
import { latencyCampaign } from "../tests/faults/latency.ts";
import { ensureBuild } from "./build.ts";
import { buildData } from "./build-data.ts";
import { startCluster } from "./cluster.ts";
import { TEST_BUILDS } from "./paths.ts";
import { freePort } from "./ports.ts";
import { loadDemo, prepareDatabase } from "./prepare-database.ts";
import { type Supervised, supervise } from "./supervise.ts";

export interface Stage {
  readonly base: string;
  readonly port: number;
  readonly supervised: Supervised;
  /** Folder of the cluster's data. */
  readonly data: string;
  readonly serverUrl: string;
}

const say = (text: string) => process.stderr.write(`${text}\n`);

/** A whole installation of its own, as bin/start makes one, in a folder that is gone afterwards. */
async function onStage(
  work: (stage: Stage) => Promise<void>,
  { dir = mkdtempSync(join(tmpdir(), "brass-nut-faults-")), throwAway = false, log = "" } = {},
): Promise<void> {
  await buildData();
  const dist = await ensureBuild(TEST_BUILDS);
  const clusterOptions = { dir: join(dir, "cluster"), port: await freePort(), throwAway };
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
      LOG_FILE: log === "" ? join(dir, "server.log") : log,
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

const whole = (text: string, name: string): number => {
  if (!/^\d{1,9}$/.test(text)) throw new Error(`--${name} must be a whole number, got "${text}"`);
  return Number(text);
};

async function runFuzz(seed: number, requests: number): Promise<boolean> {
  let isClean = false;
  await onStage(
    async ({ base, port }) => {
      const report = await fuzz({
        base,
        port,
        seed,
        requests,
        atOnce: 4,
        progress: (done) => say(`${done} of ${requests}`),
      });
      const statuses = [...report.byStatus].sort(([a], [b]) => a - b);
      console.log(`Seed ${seed}, ${report.requests} requests, 4 at once.\n`);
      console.log(`| status | ${statuses.map(([status]) => status).join(" | ")} |`);
      console.log(`|---|${statuses.map(() => "---|").join("")}`);
      console.log(`| requests | ${statuses.map(([, count]) => count).join(" | ")} |\n`);
      console.log(
        `Faults: ${report.faults.length}. Slowest answer ${Math.round(report.slowestMs)} ms (${report.slowest}). ` +
          `Health meanwhile: median ${report.healthMs.median.toFixed(1)} ms, worst ${report.healthMs.worst.toFixed(0)} ms of ${report.healthMs.asked}.`,
      );
      const seen = new Map<string, number>();
      for (const { what, shot, detail } of report.faults) {
        const key = `${what}: ${shot.replace(/[0-9a-f-]{36}/g, "ID")}: ${detail}`;
        seen.set(key, (seen.get(key) ?? 0) + 1);
      }
      for (const [key, count] of [...seen].slice(0, 60)) console.log(`- ${count} x ${key}`);
      isClean = report.faults.length === 0;
    },
    { throwAway: true },
  );
  return isClean;
}

async function main(): Promise<void> {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: {
      seed: { type: "string", default: "20261127" },
      requests: { type: "string", default: "20000" },
      kills: { type: "string", default: "200" },
    },
  });
  const seed = whole(values.seed, "seed");
  let isClean = true;
  switch (positionals[0]) {
    case "fuzz":
      isClean = await runFuzz(seed, whole(values.requests, "requests"));
      break;
    case "kills":
      await onStage(async (stage) => {
        isClean = await killCampaign(stage, { seed, kills: whole(values.kills, "kills"), say });
      });
      break;
    case "latency":
      await onStage(async (stage) => {
        isClean = await latencyCampaign(stage);
      });
      break;
    case "disk":
      isClean = await diskCampaign(onStage);
      break;
    default:
      throw new Error("say which: fuzz [--seed N --requests N], kills [--seed N --kills N], latency or disk");
  }
  process.exitCode = isClean ? 0 : 1;
}

main().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exitCode = 1;
});
