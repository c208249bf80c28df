/** Server and database killed again and again under load: what was acknowledged is there once, and all comes back by itself. */
import { setTimeout as pause } from "node:timers/promises";
import postgres from "postgres";
import { randomFrom } from "../../src/simulators/chance.ts";
import { audit, startWriter, untilHealthy, type Writer } from "./load.ts";
import { pick } from "./mutate.ts";
import { postmasterPid, type Stage } from "./stage.ts";

/** Of the stage only what is killed and who writes. */
type KilledStage = Pick<Stage, "base" | "data" | "serverUrl" | "supervised">;

const WRITERS = 4;
const BACK_WITHIN_MS = 60_000;

function kill(pid: number | undefined, signal: NodeJS.Signals): void {
  if (pid === undefined || !(pid > 1)) return;
  try {
    process.kill(pid, signal);
  } catch {
    // Gone already.
  }
}

async function backends(url: string): Promise<readonly number[]> {
  const sql = postgres(url, { max: 1, connect_timeout: 3, onnotice: () => undefined });
  try {
    const rows = await sql<{ pid: number }[]>`
      select pid from pg_stat_activity where usename = current_user and pid <> pg_backend_pid()`;
    return rows.map(({ pid }) => pid);
  } catch {
    return [];
  } finally {
    await sql.end({ timeout: 1 }).catch(() => undefined);
  }
}

type Kill = readonly [name: string, act: (stage: KilledStage) => Promise<void> | void];

const KILLS: readonly Kill[] = [
  ["kill -9 of the server", ({ supervised }) => kill(supervised.serverPid(), "SIGKILL")],
  ["kill -9 of the postmaster", ({ data }) => kill(postmasterPid(data), "SIGKILL")],
  [
    "kill -9 of one database backend",
    async ({ serverUrl }) => kill((await backends(serverUrl))[0], "SIGKILL"),
  ],
  ["one connection terminated", async ({ serverUrl }) => kill((await backends(serverUrl)).at(-1), "SIGTERM")],
  ["database stopped in order", ({ data }) => kill(postmasterPid(data), "SIGINT")],
  [
    "server and postmaster at once",
    ({ data, supervised }) => {
      kill(supervised.serverPid(), "SIGKILL");
      kill(postmasterPid(data), "SIGKILL");
    },
  ],
];

interface Row {
  times: number;
  readonly backMs: number[];
}

export interface KillOptions {
  readonly seed: number;
  readonly kills: number;
  /** Told how far the campaign is. */
  readonly say: (text: string) => void;
  /** Told the table, line by line. */
  readonly print?: (line: string) => void;
}

/** True when nothing was lost or doubled and everything came back. */
export async function killCampaign(
  stage: KilledStage,
  { seed, kills, say, print = console.log }: KillOptions,
): Promise<boolean> {
  const chance = randomFrom(seed);
  const rows = new Map<string, Row>(KILLS.map(([name]) => [name, { times: 0, backMs: [] }]));
  let writers: Writer[] = [];
  const retired: Writer[] = [];
  const retire = async () => {
    await Promise.all(writers.map((writer) => writer.stop()));
    retired.push(...writers);
    writers = Array.from({ length: WRITERS }, () => startWriter(stage.base));
  };
  await retire();
  for (let count = 0; count < kills; count += 1) {
    // Somewhere in the middle of some writes.
    await pause(100 + chance.uniform() * 400);
    const [name, act] = pick(chance, KILLS);
    await act(stage);
    await pause(20);
    const row = rows.get(name);
    const backMs = await untilHealthy(stage.base, BACK_WITHIN_MS);
    if (row) {
      row.times += 1;
      row.backMs.push(backMs);
    }
    if (count % 20 === 19) {
      say(`${count + 1} of ${kills}`);
      await retire();
    }
  }
  await retire();
  await Promise.all(writers.map((writer) => writer.stop()));
  const sum = await audit(stage.base, retired);
  print(`Seed ${seed}, ${kills} kills, ${WRITERS} writers all the while.\n`);
  print("| fault | times | back after, ms: median | worst |\n|---|---|---|---|");
  for (const [name, { times, backMs }] of rows) {
    const sorted = backMs.toSorted((a, b) => a - b);
    print(
      `| ${name} | ${times} | ${Math.round(sorted[Math.floor(sorted.length / 2)] ?? 0)} | ${Math.round(sorted.at(-1) ?? 0)} |`,
    );
  }
  print(
    `\nAcknowledged writes checked: ${sum.acknowledged}; lost: ${sum.lost}; doubled: ${sum.doubled}. Brought back by hand: 0.`,
  );
  return sum.lost === 0 && sum.doubled === 0;
}
