/** Today and the lists of visits, as ratios to a bare page of the same build, with the server's own processor time. */
import { readdirSync, readFileSync } from "node:fs";
import postgres, { type Sql } from "postgres";
import { freePort } from "../ops/ports.ts";
import { startServer } from "../ops/supervise.ts";

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

/**
 * Copies the demo's visits under new ids, with everything that is kept beside their events: open ones spread over the coming and
 * last days, finished ones over years, at a site for every ten of them.
 */
async function fill(sql: Sql, count: number, isOpen: boolean): Promise<void> {
  await sql.begin(async (tx) => {
    await tx`
      create temp table copy on commit drop as
      select visit.visit_id as old, gen_random_uuid() as new, number
      from generate_series(1, ${count}::int) as number
      join lateral (
        select visit_id from visit
        where title not like '% copy %' and (phase in ('done', 'look-back')) <> ${isOpen}
        order by visit_id offset (number % 4) limit 1) as visit on true`;
    await tx`
      insert into site (name, address, zone)
      select distinct 'Site ' || number / 10, '3 Slipway Road', 'America/Halifax' from copy where not ${isOpen}
      on conflict do nothing`;
    await tx`
      insert into visit (visit_id, site_id, site_name, site_address, site_zone, title, starts_at, phase, look_back_due_at, version,
        library_version, log_bytes, ticket, ticket_version)
      select copy.new, coalesce(site.site_id, visit.site_id), coalesce(site.name, site_name), site_address, site_zone,
        title || ' copy ' || number, now() + (case when ${isOpen} then number % 6 - 3 else -number / 5 end) * interval '1 day',
        case when ${isOpen} then phase else 'done' end, null, visit.version, library_version, log_bytes, ticket, ticket_version
      from copy join visit on visit_id = copy.old
      left join site on site.name = 'Site ' || number / 10 and not ${isOpen}`;
    await tx`
      insert into visit_event (event_id, visit_id, seq, kind, actor, typed_at, received_at, shape, body)
      select gen_random_uuid(), copy.new, seq, kind, actor, typed_at, received_at, shape, body
      from copy join visit_event on visit_id = copy.old where kind <> 'event-undone'`;
    // Of each copy only its own first connection is left and due, under an id of its own.
    await tx`
      insert into connection_as_left (visit_id, signing, connection_id, continues, is_corrected, signed_at, body)
      select distinct on (copy.new) copy.new, gen_random_uuid(), copy.new, null, false, visit.starts_at, asleft.body
      from copy join connection_as_left as asleft on asleft.visit_id = copy.old join visit on visit.visit_id = copy.new`;
    await tx`
      insert into due_thing (visit_id, connection_id, code, due_on, since)
      select distinct on (copy.new, due.code) copy.new, copy.new, due.code, (visit.starts_at + interval '2 years')::date, visit.starts_at
      from copy join due_thing as due on due.visit_id = copy.old join visit on visit.visit_id = copy.new`;
    await tx`
      insert into search_document (kind, document_key, visit_id, title, detail, words, href, happened_at)
      select kind, copy.new || ' ' || document_key, copy.new, title, detail, words || ' ' || number, href, happened_at
      from copy join search_document as document on document.visit_id = copy.old`;
  });
  await sql`analyze`;
}

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
    await fill(sql, OPEN, true);
    let there = OPEN;
    for (const size of SIZES) {
      await fill(sql, size - there, false);
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
