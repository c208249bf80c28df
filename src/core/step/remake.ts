/** A joint that weeps is opened and made anew: its water is shut and proved first, and let in again afterwards. */
import type { StepRole } from "./step-role.ts";

/** Its acts in order. */
export const REMAKE_ROLES = [
  "shut-again",
  "prove-again",
  "let-off-again",
  "remake",
  "water-again",
] as const satisfies readonly StepRole[];
export type RemakeRole = (typeof REMAKE_ROLES)[number];

/** One time that water is shut to make joints anew. */
export interface Remake {
  /** First, second, ... of the connection: its steps end in it. */
  readonly number: number;
  /** Numbers of the joints that come apart, in the order they were begun. */
  readonly joints: readonly number[];
  /** Those that are made anew already. */
  readonly made: readonly number[];
  /** The connection's own stop was found not to close meanwhile: the valve above is shut. */
  readonly isAbove: boolean;
  /** When each act was done, UTC. */
  readonly done: Partial<Readonly<Record<RemakeRole, string>>>;
}

/** Returns whether a role is of an act of a remake. */
export const isRemakeRole = (role: StepRole | null): role is RemakeRole =>
  REMAKE_ROLES.some((each) => each === role);

/** Returns the remake of a connection that is under way: its water is not in again. Undefined: none is. */
export const remakeUnderWay = ({
  remakes = [],
}: {
  readonly remakes?: readonly Remake[];
}): Remake | undefined => remakes.find(({ done }) => done["water-again"] === undefined);
