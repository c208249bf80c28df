/** A pressure hold as it stands in a visit's life: what was read, where the readings came from, and what was said of it then. */
import type { HoldAnswer, HoldTest, HoldVerdict, Suspect } from "./hold-test.ts";

export const READING_SOURCES = ["typed", "logger", "simulated"] as const;
export type ReadingSource = (typeof READING_SOURCES)[number];

export interface HoldRecord {
  readonly source: ReadingSource;
  readonly test: HoldTest;
  /** As the analyser said it when it was written down: a later one may know better, the record does not change. */
  readonly verdict: HoldVerdict;
  readonly bestMlPerMin: number;
  readonly lowMlPerMin: number;
  /** Null: it may be any larger. */
  readonly highMlPerMin: number | null;
  /** Null: nothing could be promised. */
  readonly smallestMlPerMin: number | null;
  readonly suspected: readonly Suspect[];
}

/** Readings a visit keeps of one hold: one every five seconds for nearly three hours. */
export const MOST_KEPT_SAMPLES = 2000;

/** Returns a judged hold as it is kept. */
export function holdRecordOf(source: ReadingSource, test: HoldTest, answer: HoldAnswer): HoldRecord {
  const { best, low, high } = answer.leakMlPerMin;
  return {
    source,
    test,
    verdict: answer.verdict,
    bestMlPerMin: best,
    lowMlPerMin: low,
    highMlPerMin: high,
    smallestMlPerMin: answer.minimumDetectableMlPerMin,
    suspected: answer.suspected,
  };
}

/** A water meter watched with everything shut. */
export interface MeterReading {
  readonly marks: number;
  readonly windowMin: number;
  readonly markMl: number;
  readonly startFlowMlPerMin: number;
}
