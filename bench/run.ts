/** bin/bench: times as ratios to a baseline measured in the same run, and the JavaScript each view ships. Prints Markdown. */
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { gzipSync } from "node:zlib";
import { ensureBuild } from "../ops/build.ts";
import { buildData } from "../ops/build-data.ts";
import { startCluster } from "../ops/cluster.ts";
import { TEST_BUILDS } from "../ops/paths.ts";
import { freePort } from "../ops/ports.ts";
import { benchFlow } from "./flow.ts";
import { benchFrames } from "./frames.ts";
import { benchHammer } from "./hammer.ts";
import { benchHold } from "./hold.ts";
import { benchIdentifier } from "./identifier.ts";
import { benchLine } from "./line.ts";
import { benchLists } from "./lists.ts";
import { benchPlanner } from "./planner.ts";
import { benchReach } from "./reach.ts";
import { benchSchedule } from "./schedule.ts";
import { medianMs } from "./timing.ts";

/** Scripts a script needs before it runs, and all it names. */
const NEEDED = /(?:\bfrom|\bimport)\s*["']\.\/([\w.@-]+\.js)["']/g;
const NAMED = /["'](?:\.\/|\/_astro\/)([\w.@-]+\.js)["']/g;

/** Returns the bytes of a page's scripts, compressed: those it loads at once, or all it may load later. Workers are left out. */
async function scriptsOf(base: string, path: string, further: RegExp): Promise<number> {
  const html = await (await fetch(base + path)).text();
  const seen = new Set<string>();
  const queue = [...html.matchAll(/\/_astro\/[\w.@-]+\.js/g)].map(([url]) => url);
  let bytes = 0;
  while (queue.length > 0) {
    const url = queue.pop();
    if (url === undefined || seen.has(url) || url.includes(".worker-")) continue;
    seen.add(url);
    const text = await (await fetch(base + url)).text();
    bytes += gzipSync(text).length;
    for (const [, name] of text.matchAll(further)) queue.push(`/_astro/${name}`);
  }
  return bytes;
}

async function main(): Promise<void> {
  await buildData();
  const dir = mkdtempSync(join(tmpdir(), "brass-nut-bench-"));
  const cluster = await startCluster({ dir: join(dir, "cluster") });
  try {
    const { loadDemo, prepareDatabase } = await import("../ops/prepare-database.ts");
    const { serverUrl: url } = await prepareDatabase(cluster, "bench", dir);
    await loadDemo(url);
    const lists = await prepareDatabase(cluster, "lists", dir);
    await loadDemo(lists.serverUrl);
    process.env["DATABASE_URL"] = url;
    process.env["LOG_LEVEL"] = "silent";
    process.env["NODE_ENV"] = "production";
    const port = await freePort();
    const { serve } = await import("../src/server.ts");
    const dist = await ensureBuild(TEST_BUILDS);
    const server = await serve({ dist, port });
    const base = `http://127.0.0.1:${port}`;
    const { connect } = await import("../src/db/client.ts");
    const { demoVisitId } = await import("../src/app/demo/demo-story.ts");
    const { makeContext } = await import("../src/app/context.ts");
    const { readVisit } = await import("../src/app/visit/visit.ts");
    const sql = connect(url);
    const context = makeContext(sql);
    const visit = demoVisitId("teaching-kitchen");
    const { state } = await readVisit(context, visit);
    const connection = state.connections[0]?.id ?? "";
    const page = (path: string) => async () => (await fetch(base + path)).text();

    const bare = await medianMs(page("/visits/import"));
    const raw = await medianMs(
      () => sql`select event_id, kind, body from visit_event where visit_id = ${visit} order by seq`,
    );
    const views = {
      Day: "/",
      Visit: `/visits/${visit}`,
      Identify: "/identify",
      Compatibility: "/fits",
      "Line length": `/visits/${visit}/${connection}/line`,
      Survey: `/visits/${visit}/${connection}/survey`,
      Hookup: `/visits/${visit}/${connection}/hookup`,
      "Run sheet": `/visits/${visit}/${connection}/run-sheet`,
      "Leak check": `/visits/${visit}/${connection}/leak-check`,
      "Pressure test": `/visits/${visit}/${connection}/hold`,
      "Run sheet of the visit": `/visits/${visit}/run`,
      Record: `/visits/${visit}/record`,
    };
    console.log(
      `Pages, against a page without data (${bare.toFixed(1)} ms):\n\n| view | times the bare page | JavaScript at once, kB gzip | with what may come later |\n|---|---|---|---|`,
    );
    for (const [name, path] of Object.entries(views)) {
      const times = (await medianMs(page(path))) / bare;
      const [atOnce, inAll] = [await scriptsOf(base, path, NEEDED), await scriptsOf(base, path, NAMED)];
      console.log(
        `| ${name} | ${times.toFixed(1)} | ${(atOnce / 1000).toFixed(1)} | ${(inAll / 1000).toFixed(1)} |`,
      );
    }

    console.log(
      `\nEndpoints, against one SQL query for the same visit's events (${raw.toFixed(2)} ms):\n\n| endpoint | times the query |\n|---|---|`,
    );
    for (const path of [
      "/api/v1/health",
      "/api/v1/visits",
      `/api/v1/visits/${visit}`,
      `/api/v1/visits/${visit}/export`,
    ])
      console.log(
        `| GET ${path.replace(visit, "{id}")} | ${((await medianMs(page(path))) / raw).toFixed(1)} |`,
      );

    await benchLists({ dist, ...lists });
    benchFlow();
    benchHammer(context.tables.arrestorSizes);
    await benchPlanner(context.plannerIndex, context.tables);
    benchReach(context.plannerIndex, context.tables);
    benchIdentifier(context.identifier);
    await benchHold();
    await benchLine();
    benchSchedule(context.plannerIndex, context.tables);
    await benchFrames(base);
    await sql.end();
    await server.close();
  } finally {
    await cluster.stop();
    rmSync(dir, { recursive: true, force: true });
  }
  process.exit(0);
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
