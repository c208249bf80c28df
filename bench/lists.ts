/** Today and the lists of visits, as ratios to a bare page of the same build, with the server's own processor time. */
import { readdirSync, readFileSync } from "node:fs";
import postgres from "postgres";
import { freePort } from "../ops/ports.ts";
import { startServer } from "../ops/supervise.ts";
import { copyVisits } from "../tests/support/many-visits.ts";

/** Open visits beside the demo's own, at every size. */
const OPEN = 30;
/** Visits altogether, one size after the other. */
const SIZES = [100, 1000, 10_000];
const ROUNDS = 40;
/** Rounds before anything is timed: the first ones compile. */
const WARM = 12;

/** Processor time of every thread of a process so far, ms. */
function cpuMs(pid: number): number {
  return readdirSync(`/proc/${pid}/task`).reduce((sum, thread) => {
    const [ns = "0"] = readFileSync(`/proc/${pid}/task/${thread}/schedstat`, "utf8").split(" ");
    return sum + Number(ns) / 1e6;
  }, 0);
}

const median = (values: readonly number[]) =>
  values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;

export interface ListsBench {
  readonly dist: string;
  readonly serverUrl: string;
  readonly ownerUrl: string;
}

const PAGES = [
  ["bare page (not found)", "/nothing"],
  [`Today, ${OPEN} more open visits`, "/"],
  ["All visits, a page", "/visits"],
  ["Week", "/week"],
  ["Sites, a page", "/sites"],
  ["Due at sites", "/due"],
  ["Follow-up checks", "/look-backs"],
  ["Search, three words", "/search?q=toilet+gullwing+deck"],
  ["Search, one common word", "/search?q=toilet"],
  ["Search, mistyped", "/search?q=gulwing+tiolet"],
  ["GET /api/v1/visits", "/api/v1/visits"],
] as const;

interface Cost {
  readonly ms: number;
  readonly cpuMs: number;
}

/** What each page costs now, the pages asked for one after the other in every round. */
async function costs(base: string, pid: number): Promise<readonly Cost[]> {
  const wall = PAGES.map((): number[] => []);
  const cpu = PAGES.map((): number[] => []);
  for (let round = 0; round < WARM + ROUNDS; round += 1)
    for (const [at, [, path]] of PAGES.entries()) {
      const [start, before] = [performance.now(), cpuMs(pid)];
      const answer = await fetch(base + path);
      await answer.text();
      if (answer.status >= 500) throw new Error(`${path} answers ${answer.status}`);
      if (round < WARM) continue;
      wall[at]?.push(performance.now() - start);
      cpu[at]?.push(cpuMs(pid) - before);
    }
  return PAGES.map((_, at) => ({ ms: median(wall[at] ?? []), cpuMs: median(cpu[at] ?? []) }));
}

/** Prints the table. */
export async function benchLists({ dist, serverUrl, ownerUrl }: ListsBench): Promise<void> {
  const sql = postgres(ownerUrl, { max: 1, onnotice: () => undefined });
  const port = await freePort();
  const environment = { ...process.env, DATABASE_URL: serverUrl, LOG_LEVEL: "silent" };
  const measured: (readonly Cost[])[] = [];
  try {
    await copyVisits(sql, OPEN, true);
    let there = OPEN;
    for (const size of SIZES) {
      await copyVisits(sql, size - there, false);
      there = size;
      const child = await startServer({ dist, port, environment });
      try {
        measured.push(await costs(`http://127.0.0.1:${port}`, child.pid ?? 0));
      } finally {
        child.kill("SIGKILL");
        await new Promise((resolve) => child.once("exit", resolve));
      }
    }
  } finally {
    await sql.end();
  }
  console.log(
    `\nLists, with ${OPEN} open visits beside the demo's own among ${SIZES.join(", ")} visits, interleaved, ${ROUNDS} rounds.`,
  );
  console.log("Milliseconds; times the bare page of the same run; processor time times the bare page's:\n");
  console.log(
    `| call |${SIZES.map((size) => ` ${size} visits |`).join("")} ${SIZES.at(-1)} to ${SIZES.at(-2)} |`,
  );
  console.log(`|---|${SIZES.map(() => "---|").join("")}---|`);
  for (const [at, [name]] of PAGES.entries()) {
    const cells = measured.map((row) => {
      const [own, bare] = [row[at], row[0]];
      if (own === undefined || bare === undefined) return "";
      return `${own.ms.toFixed(1)}; ${(own.ms / bare.ms).toFixed(1)}; ${(own.cpuMs / bare.cpuMs).toFixed(1)}`;
    });
    const growth = (measured.at(-1)?.[at]?.ms ?? 0) / (measured.at(-2)?.[at]?.ms ?? 1);
    console.log(`| ${name} | ${cells.join(" | ")} | ${growth.toFixed(2)} |`);
  }
}
