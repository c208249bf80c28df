/** A thread: what both its male and its female share. The list is data/threads.csv; core is handed it. */
import type { Confidence, End } from "./end.ts";

/** Whose formulas or tables set the limits of a thread. */
export const THREAD_SYSTEMS = ["npt", "npsm", "unified", "metric", "nh", "iso-228", "iso-7"] as const;
export type ThreadSystem = (typeof THREAD_SYSTEMS)[number];

/** How often a thread is met on supply work, against the commonest. */
export const RARITIES = ["common", "less", "rare"] as const;
export type Rarity = (typeof RARITIES)[number];

/** Least and greatest of a dimension, inches. */
export interface Range {
  readonly low: number;
  readonly high: number;
}

export interface Thread {
  /** comp-3/8, npt-1/2, m10x1: the code of an end without its gender. */
  readonly id: string;
  /** As the standard writes it: 9/16-24 UNEF. */
  readonly designation: string;
  readonly system: ThreadSystem;
  readonly flankDeg: 55 | 60;
  readonly pitchIn: number;
  /** Basic major diameter; for a taper thread the standard's D or the gauge-plane diameter. */
  readonly majorIn: number;
  /** Length of engagement the unified tolerances are taken for; null in the other systems. */
  readonly engagement: "diameter" | "nine-pitches" | null;
  /** Small end to gauge plane of a taper thread. */
  readonly gaugeIn: number | null;
  /** Tolerances the standard tabulates instead of giving a formula (ISO 228), on diameter. */
  readonly toleranceIn: { readonly major: number; readonly pitch: number; readonly minor: number } | null;
  /** Extra a moulded plastic thread may be under or over its metal limits. */
  readonly mouldedIn: number;
  /** Crest limits the standard tabulates (NPSM, NH). */
  readonly tabulatedIn: { readonly maleMajor: Range; readonly femaleMinor: Range } | null;
  readonly usableIn: { readonly male: number; readonly female: number };
  readonly rarity: Rarity;
  readonly standard: string;
  readonly confidence: { readonly thread: Confidence; readonly limits: Confidence };
}

export type ThreadTable = ReadonlyMap<string, Thread>;

/** Returns the table of threads by id. Errors: RangeError when an id stands twice. */
export function threadTable(threads: readonly Thread[]): ThreadTable {
  const table = new Map(threads.map((thread) => [thread.id, thread]));
  if (table.size !== threads.length) throw new RangeError("a thread stands twice in the table of threads");
  return table;
}

/** Returns true for a thread that narrows by 3/4 in a foot (NPT) or 1 in 16 (ISO 7): the same taper. */
export function isTapered(thread: Thread): boolean {
  return thread.system === "npt" || thread.system === "iso-7";
}

/** Returns the thread of a threaded end: its code without the gender. Errors: RangeError when the table does not hold it. */
export function threadOf(end: End, threads: ThreadTable): Thread {
  const thread = threads.get(end.code.slice(0, -2));
  if (end.form !== "thread" || !thread) throw new RangeError(`${end.code} has no thread in the table`);
  return thread;
}
