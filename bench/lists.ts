/** Today and the lists of visits, as ratios to a bare page of the same build, with the server's own processor time. */
import { readdirSync, readFileSync } from "node:fs";
import postgres from "postgres";
import { freePort } from "../ops/ports.ts";
import { startServer } from "../ops/supervise.ts";

/** Visits of the bench: open ones, and others long signed and looked back at. */
const OPEN = 30;
const FINISHED = 300;
const ROUNDS = 60;
/** Rounds before anything is timed: the first ones compile. */
const WARM = 15;

/** Processor time of every thread of a process so far, ms. */
function cpuMs(pid: number): number {
  return readdirSync(`/proc/${pid}/task`).reduce((sum, thread) => {
    const [ns = "0"] = readFileSync(`/proc/${pid}/task/${thread}/schedstat`, "utf8").split(" ");
    return sum + Number(ns) / 1e6;
  }, 0);
}

const median = (values: readonly number[]) =>
  values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;

/** Copies of the demo's visits under new ids: open ones spread over the coming and last days, finished ones over months. */
async function fill(ownerUrl: string): Promise<void> {
  const sql = postgres(ownerUrl, { max: 1, onnotice: () => undefined });
  try {
    for (const [phaseIsOpen, count] of [
      [true, OPEN],
      [false, FINISHED],
    ] as const)
      await sql.begin(async (tx) => {
        await tx`
          create temp table copy on commit drop as
          select visit.visit_id as old, gen_random_uuid() as new, number
          from generate_series(1, ${count}::int) as number
          join lateral (
            select visit_id from visit where phase not in ('done', 'removed', 'look-back', 'overdue')
            order by visit_id offset (number % 4) limit 1) as visit on true`;
        await tx`
          insert into visit (visit_id, site_name, site_address, site_zone, title, starts_at, phase, look_back_due_at, version, library_version, log_bytes)
          select copy.new, site_name, site_address, site_zone, title || ' ' || number,
            now() + (case when ${phaseIsOpen} then number % 6 - 3 else -number end) * interval '1 day',
            case when ${phaseIsOpen} then phase else 'done' end, null, version, library_version, log_bytes
          from copy join visit on visit_id = copy.old`;
        await tx`
          insert into visit_event (event_id, visit_id, seq, kind, actor, typed_at, received_at, body)
          select gen_random_uuid(), copy.new, seq, kind, actor, typed_at, received_at, body
          from copy join visit_event on visit_id = copy.old where kind <> 'event-undone'`;
      });
  } finally {
    await sql.end();
  }
}

export interface ListsBench {
  readonly dist: string;
  readonly serverUrl: string;
  readonly ownerUrl: string;
}

/** Prints the table. */
export async function benchLists({ dist, serverUrl, ownerUrl }: ListsBench): Promise<void> {
  await fill(ownerUrl);
  const port = await freePort();
  const environment = { ...process.env, DATABASE_URL: serverUrl, LOG_LEVEL: "silent" };
  const child = await startServer({ dist, port, environment });
  const pid = child.pid ?? 0;
  const rows = [
    ["bare page (not found)", "/nothing"],
    [`Today, ${OPEN} more open visits`, "/"],
    ["All visits, a page", "/visits"],
    ["Look-backs", "/look-backs"],
    ["GET /api/v1/visits", "/api/v1/visits"],
    ["look-backs.ics", "/api/v1/look-backs.ics"],
  ] as const;
  const wall = new Map<string, number[]>(rows.map(([name]) => [name, []]));
  const cpu = new Map<string, number[]>(rows.map(([name]) => [name, []]));
  try {
    for (let round = 0; round < WARM + ROUNDS; round += 1)
      for (const [name, path] of rows) {
        const [start, before] = [performance.now(), cpuMs(pid)];
        await (await fetch(`http://127.0.0.1:${port}${path}`)).text();
        if (round < WARM) continue;
        wall.get(name)?.push(performance.now() - start);
        cpu.get(name)?.push(cpuMs(pid) - before);
      }
  } finally {
    child.kill("SIGKILL");
  }
  const [bareMs, bareCpu] = [median(wall.get(rows[0][0]) ?? []), median(cpu.get(rows[0][0]) ?? [])];
  console.log(
    `\nLists, with ${OPEN} open visits and ${FINISHED} finished ones beside the demo's own, interleaved, ${ROUNDS} rounds:\n`,
  );
  console.log("| call | ms | times the bare page | CPU ms | times the bare page |\n|---|---|---|---|---|");
  for (const [name] of rows) {
    const [ms, used] = [median(wall.get(name) ?? []), median(cpu.get(name) ?? [])];
    console.log(
      `| ${name} | ${ms.toFixed(1)} | ${(ms / bareMs).toFixed(1)} | ${used.toFixed(1)} | ${(used / bareCpu).toFixed(1)} |`,
    );
  }
}
