/** The visits of a day as a drawing: when each begins and ends, and when its water is off. */
import { DateTime } from "luxon";
import type { DayLineVisit } from "../../drawing/day-line.tsx";
import type { Context } from "../context.ts";
import { localStart, visitsOfDay } from "../visit/visits-of-day.ts";
import { plannedSpan } from "./duration.ts";

export interface DayLineOfDay {
  readonly visits: readonly DayLineVisit[];
  /** Minutes after midnight now, by the clocks of the zone. */
  readonly nowMin: number;
}

/** Returns today's visits by the clocks of their sites, the earliest first. `isDone` says which visits have nothing left to do. */
export async function dayLineOf(
  context: Context,
  zone: string,
  isDone: (visitId: string) => boolean,
): Promise<DayLineOfDay> {
  const now = DateTime.fromJSDate(context.now(), { zone });
  const rows = await visitsOfDay(context, now.toISODate() ?? "");
  const visits = await Promise.all(
    rows.map(async (row): Promise<DayLineVisit> => {
      const start = localStart(row);
      const { minutes, off } = await plannedSpan(context, row);
      return {
        href: `/visits/${row.visitId}`,
        title: row.title,
        fromMin: start.hour * 60 + start.minute,
        minutes,
        off,
        isDone: isDone(row.visitId),
      };
    }),
  );
  return { visits, nowMin: now.hour * 60 + now.minute };
}
