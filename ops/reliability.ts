/** bin/reliability: the product under faults and odd requests, on a throw-away database. Each command prints its table as Markdown. */
import { parseArgs } from "node:util";
import { diskCampaign } from "../tests/faults/disk.ts";
import { fuzz } from "../tests/faults/fuzz.ts";
import { killCampaign } from "../tests/faults/kills.ts";
import { latencyCampaign } from "../tests/faults/latency.ts";
import { onStage, type Stage, type StageOptions } from "../tests/faults/stage.ts";
import { ensureBuild } from "./build.ts";
import { buildData } from "./build-data.ts";
import { TEST_BUILDS } from "./paths.ts";

const say = (text: string) => process.stderr.write(`${text}\n`);

async function onBuiltStage(
  work: (stage: Stage) => Promise<void>,
  options: StageOptions = {},
): Promise<void> {
  await buildData();
  await onStage(await ensureBuild(TEST_BUILDS), work, options);
}

const whole = (text: string, name: string): number => {
  if (!/^\d{1,9}$/.test(text)) throw new Error(`--${name} must be a whole number, got "${text}"`);
  return Number(text);
};

async function runFuzz(seed: number, requests: number): Promise<boolean> {
  let isClean = false;
  await onBuiltStage(
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
      await onBuiltStage(async (stage) => {
        isClean = await killCampaign(stage, { seed, kills: whole(values.kills, "kills"), say });
      });
      break;
    case "latency":
      await onBuiltStage(async (stage) => {
        isClean = await latencyCampaign(stage);
      });
      break;
    case "disk":
      isClean = await diskCampaign(onBuiltStage);
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
