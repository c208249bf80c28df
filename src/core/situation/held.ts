/** What holds an act up, as a refusal says it: the need, and the step that meets the need. */
import { codeOf } from "../step/index.ts";
import type { Blocked, NeedCode } from "./standing-shape.ts";

const REASONS: Readonly<Record<Exclude<NeedCode, "order">, string>> = {
  "valve-above-shut": "a valve above is shut: a line without water proves nothing",
  "valve-above-open": "the valve above is open: pressure stands on what would be opened",
  "not-made-below": "a joint that this valve puts under pressure is not made yet",
  "not-proved-below": "a stop below is proved while water still stands on it",
};

/** Returns why an act is held up, in one sentence. */
export function reasonOf({ need, why }: Pick<Blocked, "need" | "why">): string {
  return need === "order" ? why : REASONS[need];
}

/** Returns what comes first and why, in words; null: nothing holds the act up. */
export function heldInWords(held: Blocked | null): string | null {
  if (held === null) return null;
  const { first } = held;
  if (first === null) return `Not yet. Reason: ${reasonOf(held)}.`;
  const named = first.step.joint === null ? first.step.text : `joint ${first.step.joint.number}`;
  return `First (${codeOf(first.step)}): ${named.replace(/\.$/, "")}. Reason: ${reasonOf(held)}.`;
}
