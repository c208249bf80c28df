/** The steps of a joint that is made anew: the valve they shut, their words, their ticks. */
import { nearestClosing, stopNameOf } from "../piping/index.ts";
import type { ConnectionFacts } from "./connection-facts.ts";
import { isRemakeRole, type Remake } from "./remake.ts";
import type { StepRole } from "./step-role.ts";
import type { StepTick } from "./tick-of.ts";

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
export function remakeTick(role: StepRole | null, { done }: Remake): StepTick {
  const at = isRemakeRole(role) ? (done[role] ?? null) : null;
  return { at, isDone: at !== null, outdatedAt: null };
}
