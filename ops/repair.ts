/**
 * bin/repair: looks at every visit as whoever migrates sees it; says which cannot be read and which rows say something else
 * than their events. With --write the rows are made again, and events that cannot be read are set aside: they stay in the
 * log, and everything else of their visit can be read again.
 */
import { isDeepStrictEqual } from "node:util";
import { eventFromRow, whyUnreadable } from "../src/app/visit/event-rows.ts";
import { compareProjection } from "../src/app/visit/rebuild.ts";
import { rowFromSummary } from "../src/app/visit/visit.ts";
import { loadTables } from "../src/compute/tables.ts";
import { foldVisit, type VisitEvent, visitSummary } from "../src/core/visit/index.ts";
import { connect, type Db } from "../src/db/client.ts";
import { eventsOf, findVisit, setEventAside, updateVisit, visitIds } from "../src/db/visit.ts";
import { renewPassword, startCluster } from "./cluster.ts";
import { clusterOptions, stopIfLast } from "./installation.ts";
import { VAR } from "./paths.ts";
import { prepareDatabase } from "./prepare-database.ts";
import { databaseOf, readShopInUse } from "./shop-in-use.ts";

export interface Finding {
  readonly visit: string;
  readonly title: string;
  /** Events that cannot be read, each with why. */
  readonly unreadable: readonly { readonly event: string; readonly seq: number; readonly why: string }[];
  /** Columns of the row that say something else than the events. */
  readonly columns: readonly string[];
  /** Why the events make no visit even without those; null: they do. */
  readonly hopeless: string | null;
}

/** Which rows that repeat the events say something else; `write` makes them again. */
async function compareKept(
  sql: Db,
  visitId: string,
  events: readonly VisitEvent[],
  write: boolean,
): Promise<readonly string[]> {
  const telling = { events, state: foldVisit(events) };
  return compareProjection(sql, visitId, telling, { tables: loadTables(), write });
}

/** What is wrong with one visit; null: nothing. `write` puts right what can be. */
export async function repairVisit(sql: Db, visitId: string, write: boolean): Promise<Finding | null> {
  const row = await findVisit(sql, visitId);
  if (!row) return null;
  const rows = await eventsOf(sql, [visitId]);
  const unreadable = rows.flatMap((each) => {
    const why = whyUnreadable(each);
    return why === null ? [] : [{ event: each.eventId, seq: each.seq, why }];
  });
  const bad = new Set(unreadable.map(({ event }) => event));
  const events: readonly VisitEvent[] = rows
    .filter(({ eventId }) => !bad.has(eventId))
    .map((each) => eventFromRow(each).event);
  let wanted: typeof row | null = null;
  let hopeless: string | null = null;
  try {
    const summary = visitSummary(foldVisit(events), loadTables().stages, new Date().toISOString());
    const { libraryVersion, logBytes, version, setAside } = row;
    // Whether a look-back is overdue is a matter of the time of day, not of the row.
    const phase = summary.phase === "overdue" && row.phase === "look-back" ? row.phase : summary.phase;
    wanted = {
      ...rowFromSummary(visitId, summary, { libraryVersion, logBytes, version, setAside }),
      phase,
    };
  } catch (error) {
    hopeless = error instanceof Error ? error.message : String(error);
  }
  const there = new Map(Object.entries(row));
  const columns = Object.entries(wanted ?? {}).flatMap(([name, value]) =>
    isDeepStrictEqual(value, there.get(name)) ? [] : [name],
  );
  if (write) {
    for (const { event, why } of unreadable)
      await setEventAside(sql, { visitId, eventId: event, reason: why });
    if (wanted !== null && columns.length > 0) await updateVisit(sql, wanted);
  }
  const kept = hopeless === null ? await compareKept(sql, visitId, events, write) : [];
  columns.push(...kept);
  if (unreadable.length === 0 && columns.length === 0 && hopeless === null) return null;
  return { visit: visitId, title: row.title, unreadable, columns, hopeless };
}

/** Goes through every visit. `say` is told of each finding. */
export async function repairAll(
  ownerUrl: string,
  write: boolean,
  say: (finding: Finding) => void,
): Promise<{ readonly visits: number; readonly findings: number }> {
  const sql = connect(ownerUrl, { most: 1 });
  try {
    const ids = await visitIds(sql);
    let findings = 0;
    for (const visitId of ids) {
      const finding = await sql.begin((tx) => repairVisit(tx, visitId, write));
      if (finding === null) continue;
      findings += 1;
      say(finding);
    }
    return { visits: ids.length, findings };
  } finally {
    await sql.end();
  }
}

const say = (text: string) => console.log(`brass-nut: ${text}`);

function tell({ visit, title, unreadable, columns, hopeless }: Finding): void {
  say(`visit ${visit} "${title}"`);
  for (const { event, seq, why } of unreadable)
    console.log(`  event ${seq} (${event}) cannot be read: ${why}`);
  if (columns.length > 0) console.log(`  its row says something else than its events: ${columns.join(", ")}`);
  if (hopeless !== null) console.log(`  its events make no visit: ${hopeless}`);
}

async function main(): Promise<void> {
  const flags = new Set(process.argv.slice(2));
  if (flags.has("--new-password")) {
    await renewPassword(clusterOptions().dir);
    return say("the database has a new password; start it with bin/start");
  }
  const unknown = [...flags].find((flag) => flag !== "--write");
  if (unknown !== undefined)
    throw new Error(`there is no option ${unknown}; options: --write, --new-password`);
  const write = flags.has("--write");
  const cluster = await startCluster(clusterOptions());
  try {
    const { ownerUrl } = await prepareDatabase(cluster, databaseOf(readShopInUse(VAR)), VAR);
    const { visits, findings } = await repairAll(ownerUrl, write, tell);
    say(
      findings === 0
        ? `${visits} visits looked at, nothing wrong`
        : `${visits} visits looked at, ${findings} with findings${write ? ": put right as far as that goes" : "; bin/repair --write puts right what can be"}`,
    );
  } finally {
    await stopIfLast(cluster);
  }
}

if (process.argv[1]?.endsWith("repair.ts"))
  main().catch((error: unknown) => {
    console.error(`brass-nut: ${error instanceof Error ? error.message : String(error)}`);
    process.exit(1);
  });
