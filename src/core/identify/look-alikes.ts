/** What is taken for the leading candidate, and what happens when its mate is put on the wrong thing. */
import { type End, type EndCode, matingEnd } from "../end/index.ts";
import { type ContactText, contactOf, type FitVerdict, type MatchTables, textFor } from "../joint/index.ts";

export interface LookAlike {
  /** What it is taken for. */
  readonly a: EndCode;
  /** What it may be confused with. */
  readonly b: EndCode;
  /** The mate that is put on the wrong one: the mate of `a` on `b`, or of `b` on `a`. */
  readonly mate: EndCode;
  readonly on: EndCode;
  readonly verdict: FitVerdict;
  readonly turnsBeforeBind: number | null;
  readonly symptom: string;
  readonly forcing: string;
  readonly seals: boolean;
}

const MOST_LOOK_ALIKES = 6;

function middle(end: End): number {
  return end.readsIn === null ? 0 : (end.readsIn.low + end.readsIn.high) / 2;
}

/** The mistake that goes on: the mate of one end on the other, else the reverse; null when neither starts. */
function confusion(a: End, b: End, tables: MatchTables, words: readonly ContactText[]): LookAlike | null {
  for (const [made, put] of [
    [a, b],
    [b, a],
  ] as const) {
    const mate = matingEnd(made, tables.ends);
    if (mate === null) continue;
    const meeting = contactOf(put, mate, tables);
    const contactText = textFor(meeting, words);
    if (contactText.verdict === "no") continue;
    return {
      a: a.code,
      b: b.code,
      mate: mate.code,
      on: put.code,
      verdict: contactText.verdict,
      turnsBeforeBind: meeting.bind?.turns.mid ?? null,
      symptom: contactText.feels,
      forcing: contactText.forcing,
      seals: contactText.verdict === "fits" || contactText.verdict === "washer-only",
    };
  }
  return null;
}

/**
 * Ends of the same gender whose mates start on it, or that its mate starts on, nearest in size first, at most six.
 * Source: the bind model, through every pair.
 */
export function lookAlikesOf(
  end: End,
  tables: MatchTables,
  words: readonly ContactText[],
): readonly LookAlike[] {
  return [...tables.ends.values()]
    .filter((other) => other.form === "thread" && other.gender === end.gender && other.code !== end.code)
    .sort((x, y) => Math.abs(middle(x) - middle(end)) - Math.abs(middle(y) - middle(end)))
    .flatMap((other) => confusion(end, other, tables, words) ?? [])
    .slice(0, MOST_LOOK_ALIKES);
}
