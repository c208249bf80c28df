/** When a ranking is said to be settled. Pure. */
import type { IdentifyAnswer } from "../../core/identify/index.ts";

export type VerdictKind = "is" | "two" | "none" | "open";

/** From this probability on an end is named outright, and two together are (judgement: one in twenty is still wrong). */
const SETTLED = 0.95;
/** Under this the second of two is no longer worth telling from the first. */
const WORTH_TELLING = 0.05;

/** Returns where a ranking stands. */
export function verdictOf({ candidates }: Pick<IdentifyAnswer, "candidates">): VerdictKind {
  const [first, second] = candidates.filter(({ probability }) => probability > 0);
  if (first === undefined || first.end === null) return "none";
  if (first.probability >= SETTLED) return "is";
  const isPair =
    second !== undefined &&
    second.end !== null &&
    second.probability >= WORTH_TELLING &&
    first.probability + second.probability >= SETTLED;
  return isPair ? "two" : "open";
}
