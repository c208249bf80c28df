/** What falls due at a site: lines by age, stops to exercise or replace, cartridges, yearly looks. */

import type { ConnectionAsLeft } from "./as-left.ts";

export const UPKEEP_CODES = [
  "washer-hose",
  "flexible-line",
  "plastic-tube",
  "line-age-unknown",
  "stop-replace",
  "stop-exercise",
  "stop-prove",
  "filter",
  "yearly-look",
] as const;
export type UpkeepCode = (typeof UPKEEP_CODES)[number];

/** One rule of upkeep: a row of data/upkeep.csv, its months the shop's own where the shop has set them. */
export interface Upkeep {
  readonly code: UpkeepCode;
  readonly label: string;
  /** Months after the thing was fitted, proved or looked at; 0: the shop does not ask for it. */
  readonly months: number;
  /** Shown as coming up so many months before. */
  readonly warnMonths: number;
  readonly reason: string;
}

export interface DueThing {
  readonly code: UpkeepCode;
  /** Day it falls due, UTC: "2031-03-08". */
  readonly dueOn: string;
  /** What it is counted from, UTC. */
  readonly since: string;
}

const RUBBER = "rubber";
const METALS: readonly string[] = ["copper", "brass"];

/** Returns the day so many months later, the last of the month where that month is shorter: "2027-02-28". */
export function monthsAfter(iso: string, months: number): string {
  const from = new Date(iso);
  const first = new Date(Date.UTC(from.getUTCFullYear(), from.getUTCMonth() + months, 1));
  const last = new Date(Date.UTC(first.getUTCFullYear(), first.getUTCMonth() + 1, 0)).getUTCDate();
  first.setUTCDate(Math.min(from.getUTCDate(), last));
  return first.toISOString().slice(0, "2027-02-28".length);
}

/** The rule a line is renewed by; null: it is metal and stays. */
function lineCode({ line }: ConnectionAsLeft): UpkeepCode | null {
  if (line === null || METALS.includes(line.material)) return null;
  if (line.fittedAt === null) return "line-age-unknown";
  if (line.material === RUBBER) return "washer-hose";
  return line.kind === "line" ? "flexible-line" : "plastic-tube";
}

function stopCode({ stop }: ConnectionAsLeft): UpkeepCode {
  if (stop.proof === "weeps" || stop.proof === "dead" || stop.proof === "seized") return "stop-replace";
  return stop.proof === "holds" ? "stop-exercise" : "stop-prove";
}

/**
 * Returns what falls due at a connection that was left, the soonest first; nothing where the fixture is gone or the record was
 * corrected since. Intervals: data/upkeep.csv, or what the shop has set.
 */
export function dueThings(asLeft: ConnectionAsLeft, upkeep: readonly Upkeep[]): readonly DueThing[] {
  if (asLeft.isTakenOut || asLeft.isCorrected) return [];
  const { signedAt, line, stop, devices } = asLeft;
  const ofLine = lineCode(asLeft);
  const counted: readonly (readonly [UpkeepCode, string])[] = [
    ...(ofLine === null ? [] : [[ofLine, line?.fittedAt ?? signedAt] as const]),
    [stopCode(asLeft), stop.provedAt ?? signedAt],
    ...(devices.includes("filter") ? [["filter", signedAt] as const] : []),
    ["yearly-look", signedAt],
  ];
  return counted
    .flatMap(([code, since]): DueThing[] => {
      const rule = upkeep.find((each) => each.code === code);
      if (rule === undefined || rule.months === 0) return [];
      return [{ code, dueOn: monthsAfter(since, rule.months), since }];
    })
    .toSorted((a, b) => (a.dueOn < b.dueOn ? -1 : a.dueOn > b.dueOn ? 1 : 0));
}
