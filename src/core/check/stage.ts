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
  /** Shortest watch after which "dry" may be written, minutes. */
  readonly leastMin: number;
  /** Needed before signing, or written down as an exception. */
  readonly required: boolean;
  readonly method: CheckMethod;
  readonly sees: string;
  readonly blindTo: string;
}

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
