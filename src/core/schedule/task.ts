/** What a visit is scheduled from: tasks with hands, waits, an order, and the water they shut, open and need. */
import type { Zone } from "../piping/index.ts";

export interface Minutes {
  readonly low: number;
  readonly likely: number;
  readonly high: number;
}

/** One step of one fixture. */
export interface Task {
  readonly id: string;
  /** Tasks of one job follow each other in the order they are given, but for `mayComeFirst`. */
  readonly job: string;
  readonly handsOnMin: Minutes;
  /** Pairs of hands it takes at once, where there are as many. */
  readonly hands: 1 | 2;
  /** Passive: hands are free, and what follows in the job waits. */
  readonly waitMin: number;
  /** True for a wait beside other work: only the last task of the job waits for its end. */
  readonly isBeside: boolean;
  /** Shuts a zone, or opens it again; null: neither. */
  readonly effect: "shuts" | "opens" | null;
  /** Name of the zone that is shut or opened; null: none is. */
  readonly zone: string | null;
  /** Proves that a zone is shut. */
  readonly isProof: boolean;
  /** Done once for all jobs that shut a valve together: by the first of them, or by the last; `of`: what it is. Null: each does its own. */
  readonly once: { readonly at: "first" | "last"; readonly of: string } | null;
  /** True for bench work: it waits for nothing of its job but the look, and is done before the water goes off, so that what is missing or does not fit is found while it still runs. */
  readonly mayComeFirst: boolean;
  /** True for a look that must follow the opening of the water at once, by the same hands. */
  readonly followsOpening: boolean;
  /** A look of the leak check: pressure stands until the last of them. */
  readonly isLook: boolean;
  /** Sides of its job that it is done for. */
  readonly sides: readonly string[];
}

/** One water of a fixture: a connection, with the names of all valves above its stop. While one of them is shut, nothing of it is filled, looked at or left standing. */
export interface JobSide {
  readonly id: string;
  readonly above: readonly string[];
}

/** The work at one fixture. */
export interface Job {
  readonly id: string;
  /** Every zone that is without water during its work: valves above, and stops of its own (kind fixture). */
  readonly zones: readonly Zone[];
  readonly sides: readonly JobSide[];
  /** Zones that are shut already: planning again in the middle of a visit. Its work comes before all other. */
  readonly shutAlready: readonly string[];
  readonly tasks: readonly Task[];
}

/** Which of the three figures of a task's time to schedule by. */
export type Pace = keyof Minutes;
