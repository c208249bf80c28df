import demoFile from "../../data/demo.json" with { type: "json" };
import type { Pool } from "../db/client.ts";
import { addSetting } from "../db/settings.ts";
import { insertEvents, insertVisit } from "../db/visits.ts";
import { demoSchema } from "../schema/demo.ts";
import { makeContext } from "./context.ts";
import { demoVisitId, tellVisit } from "./demo-story.ts";
import { rowFromEvent } from "./event-rows.ts";
import { libraryToOpenWith } from "./step-library.ts";
import { accept, rowFromSummary, summaryOf } from "./visits.ts";

/**
 * Loads Gullwing Hall once in a database's life. Returns whether it did.
 * Errors: Problem or Error when data/demo.json tells something the rules refuse.
 */
export async function loadDemoOnce(sql: Pool, now: Date): Promise<boolean> {
  const context = makeContext(sql, () => now);
  const demo = demoSchema.parse(demoFile);
  return sql.begin(async (tx) => {
    if (!(await addSetting(tx, "plumber", { name: demo.plumber }))) return false;
    const libraryVersion = await libraryToOpenWith(tx, context.tables);
    for (const visit of demo.visits) {
      const id = demoVisitId(visit.key);
      const events = accept([], tellVisit(demo, visit, now, context), context);
      const logBytes = JSON.stringify(events).length;
      await insertVisit(
        tx,
        rowFromSummary(id, summaryOf(events, context), { version: events.length, libraryVersion, logBytes }),
      );
      await insertEvents(
        tx,
        events.map((event, index) => rowFromEvent(id, index + 1, event, event.typedAt)),
      );
    }
    return true;
  });
}
