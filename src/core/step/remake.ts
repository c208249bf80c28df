/** A joint that weeps is opened and made anew: its water is shut and proved first, and let in again afterwards. */
import { nearestClosing, stopNameOf } from "../piping/index.ts";
import type { ConnectionFacts } from "./connection-facts.ts";
import type { StepRole } from "./step-role.ts";
import type { StepSubject } from "./step-subject.ts";
import type { Tick } from "./tick-of.ts";

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
export const remakeUnderWay = ({ remakes = [] }: Pick<StepSubject, "remakes">): Remake | undefined =>
  remakes.find(({ done }) => done["water-again"] === undefined);

/**
 * Returns the valve that is shut for a remake: the connection's own stop for joints behind it, else the nearest valve above that is not known
 * to fail. Source: water, power and hands, at a weep (docs/data-sources.md, "Trade practice").
 */
export function remakeValve(
  { subject, hasStopToOpen, pipeSide }: Pick<ConnectionFacts, "subject" | "hasStopToOpen" | "pipeSide">,
  { joints, isAbove }: Pick<Remake, "joints" | "isAbove">,
): { readonly name: string; readonly isOwnStop: boolean } {
  const isOwnStop = hasStopToOpen && !isAbove && !joints.some((joint) => pipeSide.includes(joint));
  return { name: isOwnStop ? stopNameOf(subject) : nearestClosing(subject).valve.name, isOwnStop };
}

/** Returns the values of the slots that only the acts of a remake use. */
export function remakeSlots(facts: ConnectionFacts, remake: Remake): Readonly<Record<string, string>> {
  const how = (facts.subject.plan?.plan.joints ?? [])
    .filter(({ number }) => remake.joints.includes(number))
    .map((joint) => joint.remake);
  return {
    againValve: remakeValve(facts, remake).name,
    againJoints: remake.joints.join(" and "),
    againHow: [...new Set(how)].join("; "),
  };
}

/** Returns how an act of a remake stands. */
export function remakeTick(role: StepRole | null, { done }: Remake): Tick {
  const at = isRemakeRole(role) ? (done[role] ?? null) : null;
  return { at, isDone: at !== null, outdatedAt: null };
}
