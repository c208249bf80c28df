/** What a visit is scheduled from: tasks with hands, waits, an order, and the water zones they keep shut. */

/** Weight of a zone, the gravest first: a house without water is worse than one fixture without. */
export const ZONE_KINDS = ["house", "hot", "branch", "fixture"] as const;
export type ZoneKind = (typeof ZONE_KINDS)[number];

export interface Zone {
  readonly name: string;
  readonly kind: ZoneKind;
}

export interface Minutes {
  readonly low: number;
  readonly likely: number;
  readonly high: number;
}

/** One step of one connection. */
export interface Task {
  readonly id: string;
  /** Tasks of one job follow each other in the order they are given, but for `mayComeFirst`. */
  readonly job: string;
  readonly handsOnMin: Minutes;
  /** Passive: hands are free, and what follows in the job waits. */
  readonly waitMin: number;
  /** Shuts the job's zone, or opens it again; null: neither. */
  readonly effect: "shuts" | "opens" | null;
  /** True for bench work: it waits for nothing of its job but the look, and is done before the water goes off, so that what is missing or does not fit is found while it still runs. */
  readonly mayComeFirst: boolean;
  /** True for a look that must follow the opening of the water at once. */
  readonly followsOpening: boolean;
}

export interface Job {
  readonly id: string;
  readonly zone: Zone;
  /** True where the water is off already: planning again in the middle of a visit. Its work comes before all other. */
  readonly isShut?: boolean;
  readonly tasks: readonly Task[];
}

/** Which of the three figures of a task's time to schedule by. */
export type Pace = keyof Minutes;
