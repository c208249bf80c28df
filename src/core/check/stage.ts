/** The six stages of a leak check and the targets they look at. Figures stand in data/stages.csv. */

export const STAGE_CODES = ["first-fill", "static", "after-run", "drain", "in-place", "look-back"] as const;
export type StageCode = (typeof STAGE_CODES)[number];

export const CHECK_SCOPES = ["joint", "connection"] as const;
/** Look; dry tissue; mirror and light where no eye gets; the dry hand; a strip of paper left lying. */
export const CHECK_METHODS = ["look", "tissue", "mirror", "hand", "strip"] as const;
export type CheckMethod = (typeof CHECK_METHODS)[number];

export interface Stage {
  readonly code: StageCode;
  readonly label: string;
  /** Looked at joint by joint, or once for the connection and its checkpoints. */
  readonly scope: (typeof CHECK_SCOPES)[number];
  /** Wanted watch, minutes. */
  readonly watchMin: number;
  /** Needed before signing, or written down as an exception. */
  readonly required: boolean;
  readonly method: CheckMethod;
  readonly sees: string;
  readonly blindTo: string;
}

/**
 * Minutes that a dry look must speak for to close its stage; a shorter look is kept and says what it could see, and the stage stays open.
 * First fill: the first minute is when a spray shows, so any look counts. Standing: five minutes are the least that codes and practice take.
 * After the run and drain: a minute under the load. Back in place: what is looked for is a kink. Follow-up check: the day has done the waiting.
 */
export const LEAST_WATCH_MIN: Readonly<Record<StageCode, number>> = {
  "first-fill": 0,
  static: 5,
  "after-run": 1,
  drain: 1,
  "in-place": 0,
  "look-back": 0,
};

/** A thing that is no joint of the supply and is checked with it: tank bolts, trap, drain hose. */
export interface Checkpoint {
  readonly id: string;
  readonly label: string;
  readonly look: string;
  /** How it is made up. Absent in visits from before it was told. */
  readonly makeUp?: string;
  /** What helps when it is wet, the gentlest first. Absent in visits from before it was told. */
  readonly remedies?: readonly string[];
}

/** Stages that look at every joint, in their order. */
export const JOINT_STAGES: readonly StageCode[] = ["first-fill", "static", "after-run"];
