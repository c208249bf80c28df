/** The visits of a day, by the clocks of their own sites. */
import { DateTime } from "luxon";
import { type ListedVisitRow, visitsBetween } from "../../db/visit-list.ts";
import type { Context } from "../context.ts";

/** Zones of the world differ by so much from UTC at most, ms. */
export const ZONES_MS = 15 * 60 * 60 * 1000;
const DAY_MS = 24 * 60 * 60 * 1000;

/** Returns when a visit begins, by the clocks of its site. */
export const localStart = ({ startsAt, siteZone }: Pick<ListedVisitRow, "startsAt" | "siteZone">): DateTime =>
  DateTime.fromJSDate(startsAt, { zone: siteZone });

/** Returns the visits that begin on a day by the clocks of their own sites, the earliest first. */
export async function visitsOfDay(
  { sql }: Pick<Context, "sql">,
  day: string,
): Promise<readonly ListedVisitRow[]> {
  const midnight = Date.parse(`${day}T00:00:00.000Z`);
  const rows = await visitsBetween(
    sql,
    new Date(midnight - ZONES_MS),
    new Date(midnight + DAY_MS + ZONES_MS),
  );
  return rows.filter((row) => localStart(row).toISODate() === day);
}
