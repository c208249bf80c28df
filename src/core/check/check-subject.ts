/** The looks of a leak check as a visit stores them, and what of a connection they are judged by. */
import type { CheckMethod, Checkpoint, StageCode } from "./stage.ts";

/** "1" for a joint's number, "A" for a checkpoint's letter, "connection" for the whole. */
export type Target = string;

/** Who answers a follow-up check by the link of a customer. No person of a shop is called so. */
export const CUSTOMER_BY_LINK = "Customer, by link";

export interface Check {
  readonly target: Target;
  readonly stage: StageCode;
  readonly result: "dry" | "weeping";
  readonly method: CheckMethod;
  /** The event that wrote it. */
  readonly id: string;
  /** Minutes the look speaks for: as told, else by the clock. */
  readonly watchedMin: number;
  /** Minutes by the clock, from the later of water-in and the last wiping of this target; null: water was never let in. */
  readonly clockMin: number | null;
  /** True where the plumber told the minutes, or the times do not fit the order of the log; false where the clock says them. */
  readonly isTold: boolean;
  /** A look-back well before it fell due. */
  readonly isEarly: boolean;
  readonly note: string;
  readonly intervalsSec?: readonly number[];
  readonly at: string;
  readonly by: string;
  /** False when the joint was turned or re-made since: the look no longer counts. */
  readonly stands: boolean;
}

export interface LetteredCheckpoint extends Checkpoint {
  readonly letter: string;
}

export interface WrittenException {
  readonly target: Target;
  readonly stage: StageCode;
  readonly reason: string;
  readonly at: string;
  readonly by: string;
}

/** What the leak check reads of a connection. */
export interface CheckSubject {
  readonly survey: {
    readonly inletAboveSupply: boolean;
    /** Rough-in: capped for now. */
    readonly phase?: "rough-in" | "finish";
    readonly replaces?: "yes" | "first-time" | "take-out";
  };
  readonly joints: readonly unknown[];
  readonly checkpoints: readonly LetteredCheckpoint[];
  readonly checks: readonly Check[];
  readonly exceptions: readonly WrittenException[];
}
