/** Valves of a site: known from earlier visits, and kept for the next. */
import { z } from "zod";
import type { Site, VisitAct, VisitEvent } from "../../core/visit/index.ts";
import type { Db } from "../../db/client.ts";
import { findSite, noteValves, type SiteRow } from "../../db/site.ts";
import { valveSchema } from "../../schema/visit.ts";

/** Valves as a site's row keeps them. */
export const storedValves = z.array(valveSchema);

/** Returns the valves a site's row keeps as acts of a visit that begins there. */
export function valvesOf({
  valves,
}: Pick<SiteRow, "valves">): readonly Extract<VisitAct, { kind: "valve-noted" }>[] {
  return storedValves.parse(valves).map((valve) => ({ kind: "valve-noted" as const, valve }));
}

/** Returns the valves known at a site as acts of a visit that begins there. */
export async function valvesKnownAt(
  sql: Db,
  { name, address }: Site,
): Promise<readonly Extract<VisitAct, { kind: "valve-noted" }>[]> {
  const row = await findSite(sql, name, address);
  return row === undefined ? [] : valvesOf(row);
}

/** Keeps the valves that a visit's events name with its site, the latest word of each. Call in the events' transaction. */
export async function keepValves(sql: Db, visitId: string, events: readonly VisitEvent[]): Promise<void> {
  const latest = new Map(
    events.flatMap((event) =>
      event.kind === "valve-noted" ? [[event.valve.name, event.valve] as const] : [],
    ),
  );
  if (latest.size > 0) await noteValves(sql, visitId, JSON.stringify([...latest.values()]));
}
