import demoFile from "../../../data/demo.json" with { type: "json" };
import { foldVisit } from "../../core/visit/index.ts";
import type { Db, Pool } from "../../db/client.ts";
import { insertCustomer } from "../../db/customer.ts";
import { addSetting } from "../../db/setting.ts";
import { findSite, updateSite } from "../../db/site.ts";
import { replaceStock } from "../../db/stock.ts";
import { type Demo, demoSchema } from "../../schema/demo.ts";
import { NIGHTLY_COPY } from "../archive/copies.ts";
import { type Context, makeContext } from "../context.ts";
import { libraryToOpenWith } from "../step/step-library.ts";
import { logBytesWith } from "../visit/incoming-events.ts";
import { keepProjection } from "../visit/projections.ts";
import { keepValves } from "../visit/site-valves.ts";
import { rowFromSummary, summaryOf, withAllowedEvents, writeNew } from "../visit/visit.ts";
import { demoVisitEvents, demoVisitId } from "./demo-story.ts";

/**
 * Loads Gullwing Hall once in a database's life. Returns whether it did.
 * Errors: AppError or Error when data/demo.json tells something the rules refuse.
 */
export async function loadDemoOnce(sql: Pool, now: Date): Promise<boolean> {
  const context = makeContext(sql, () => now);
  const demo = demoSchema.parse(demoFile);
  return sql.begin(async (tx) => {
    if (!(await addSetting(tx, "plumber", { name: demo.plumber }))) return false;
    await addSetting(tx, "shop-details", demo.shop);
    await addSetting(tx, "rates", demo.rates);
    // What is made up needs no copy.
    await addSetting(tx, NIGHTLY_COPY, { choice: "declined" });
    const libraryVersion = await libraryToOpenWith(tx, context.tables);
    for (const visit of demo.visits) {
      const id = demoVisitId(visit.key);
      const events = withAllowedEvents([], demoVisitEvents(demo, visit, now, context), context);
      const logBytes = logBytesWith(events, 0, 0);
      const version = events.length;
      const row = rowFromSummary(id, summaryOf(events, context), { version, libraryVersion, logBytes });
      await writeNew(tx, row, events, ({ typedAt }) => typedAt);
      await keepValves(tx, id, events);
      await keepProjection(tx, id, null, { events, state: foldVisit(events) }, context);
    }
    await loadShopOfDemo(tx, demo, context);
    return true;
  });
}

/** Who the visits are for, how to get in, and what is on the truck. */
async function loadShopOfDemo(tx: Db, demo: Demo, { newId }: Pick<Context, "newId">): Promise<void> {
  const customerId = newId();
  await insertCustomer(tx, { customerId, ...demo.customer });
  const site = await findSite(tx, demo.site.name, demo.site.address);
  if (site === undefined) throw new Error("data/demo.json: its site was not kept");
  const { contacts, accessNote } = demo;
  await updateSite(tx, { ...site, customerId, accessNote }, JSON.stringify(contacts), site.version);
  await replaceStock(tx, demo.truck);
}
