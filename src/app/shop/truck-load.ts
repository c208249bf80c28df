/** What a day's visits need together, against the truck; ticked as it is loaded. */
import { z } from "zod";
import { type LoadList, type LoadPart, loadList, type Quantities } from "../../core/stock/index.ts";
import { addLoadTick, type LoadTickRow, loadTicks, removeLoadTick } from "../../db/load-tick.ts";
import { putOnTruck, readStock, type StockRow } from "../../db/stock.ts";
import { transact } from "../../db/transact.ts";
import { findVisits, type VisitRow } from "../../db/visit.ts";
import { line } from "../../schema/text.ts";
import type { Context } from "../context.ts";
import { invalid, notFound } from "../http/app-error.ts";
import { planOptionsFor } from "../plan/plan-options.ts";
import { foldedVisits, isUnreadable } from "../visit/visit-cache.ts";
import { visitsOfDay } from "../visit/visits-of-day.ts";
import { truckStock, versionedStock } from "./truck.ts";

async function listOf(
  context: Context,
  rows: readonly VisitRow[],
  stock: Quantities | null,
): Promise<LoadList> {
  const folded = await foldedVisits(context.sql, rows);
  const visits = rows.flatMap(({ visitId }) => {
    const visit = folded.get(visitId);
    return visit === undefined || isUnreadable(visit)
      ? []
      : [{ id: visitId, connections: visit.state.connections }];
  });
  return loadList(visits, stock);
}

/** Returns what visits need together. Errors: AppError not-found when one of them is not there. */
export async function loadOfVisits(context: Context, visits: readonly string[]): Promise<LoadList> {
  const rows = await findVisits(context.sql, [...new Set(visits)]);
  if (rows.length < new Set(visits).size) throw notFound("visit");
  return listOf(context, rows, await truckStock(context));
}

export interface LoadLine extends LoadPart {
  readonly bin: string;
  readonly tick: LoadTickRow | null;
  /** Parts on the truck that could stand in its place. */
  readonly instead: readonly { readonly sku: string; readonly name: string; readonly onTruck: number }[];
}

export interface LoadDay {
  readonly day: string;
  readonly visits: readonly VisitRow[];
  readonly lines: readonly LoadLine[];
  readonly outfit: readonly {
    readonly item: string;
    readonly kind: "tool" | "consumable";
    readonly tick: LoadTickRow | null;
  }[];
  readonly unplanned: LoadList["unplanned"];
  /** False: nobody has said what is on the truck. */
  readonly hasStock: boolean;
}

/** Parts on the truck that the planner would take in the place of what is short, by SKU. */
async function insteadOf(
  context: Context,
  rows: readonly VisitRow[],
  short: ReadonlySet<string>,
  stock: ReadonlyMap<string, number>,
): Promise<ReadonlyMap<string, LoadLine["instead"]>> {
  const instead = new Map<string, LoadLine["instead"]>();
  const folded = await foldedVisits(context.sql, rows);
  for (const { visitId } of rows) {
    const visit = folded.get(visitId);
    if (visit === undefined || isUnreadable(visit)) continue;
    for (const { plan, survey, signed, removed } of visit.state.connections) {
      const asks = plan?.plan.parts.some(({ sku }) => short.has(sku) && !instead.has(sku)) ?? false;
      if (!asks || signed !== null || removed !== null) continue;
      const { swaps } = await planOptionsFor(context, survey);
      for (const [sku, choices] of Object.entries(swaps)) {
        const there = choices.flatMap((choice) => {
          const onTruck = stock.get(choice.sku) ?? 0;
          return onTruck > 0 ? [{ sku: choice.sku, name: choice.name, onTruck }] : [];
        });
        if (short.has(sku)) instead.set(sku, there);
      }
    }
  }
  return instead;
}

/** Reads what a day's visits need together, what is ticked, and what on the truck could stand in for what is short. */
export async function readLoadDay(context: Context, day: string): Promise<LoadDay> {
  const rows = await visitsOfDay(context, day);
  const [ticks, { stock, rows: stockRows }] = await Promise.all([
    loadTicks(context.sql, day),
    versionedStock(context),
  ]);
  const list = await listOf(context, rows, stock);
  const ticked = new Map(ticks.map((tick) => [tick.item, tick]));
  const bins = new Map(stockRows.map(({ sku, bin }: StockRow) => [sku, bin]));
  const short = new Set(list.parts.filter((part) => part.short > 0).map(({ sku }) => sku));
  const instead =
    stock === null || short.size === 0
      ? new Map<string, LoadLine["instead"]>()
      : await insteadOf(context, rows, short, stock);
  return {
    day,
    visits: rows,
    hasStock: stock !== null,
    unplanned: list.unplanned,
    lines: list.parts.map((part) => ({
      ...part,
      bin: bins.get(part.sku) ?? "",
      tick: ticked.get(part.sku) ?? null,
      instead: instead.get(part.sku) ?? [],
    })),
    outfit: [
      ...list.tools.map((item) => ({ item, kind: "tool" as const })),
      ...list.consumables.map((item) => ({ item, kind: "consumable" as const })),
    ].map((each) => ({ ...each, tick: ticked.get(each.item) ?? null })),
  };
}

const tickForm = z.object({
  day: z.iso.date(),
  item: line(200),
  action: z.enum(["load", "unload"]),
  /** Pieces that are put on the truck with the tick. */
  quantity: z.coerce.number().int().min(0).max(9999).default(0),
});

/** Ticks an item as loaded, or takes the tick back; pieces that were short are counted onto the truck. Errors: AppError invalid. */
export async function tickLoad(context: Context, form: FormData): Promise<void> {
  const parsed = tickForm.safeParse(Object.fromEntries(form));
  if (!parsed.success) throw invalid(parsed.error);
  const { day, item, action, quantity } = parsed.data;
  const stamp = { actor: await context.actor(), tickedAt: context.now() };
  await transact(context.sql, async (tx) => {
    if (action === "load") {
      // Where nobody has said what is on the truck, a tick is no count of it.
      const put = (await readStock(tx)).length > 0 ? quantity : 0;
      const isNew = await addLoadTick(tx, day, { item, quantity: put, ...stamp });
      if (isNew && put > 0) await putOnTruck(tx, item, put);
      return;
    }
    const put = await removeLoadTick(tx, day, item);
    if (put !== null && put > 0) await putOnTruck(tx, item, -put);
  });
}
