/** Lines of a short sheet in words. */
import type { PlanJoint } from "../core/plan/index.ts";
import type { ShortLineCode } from "../core/short-sheet/index.ts";
import { holdBackInWords, type minutesOf } from "../core/step/index.ts";
import { formatTurns } from "../core/units/index.ts";

interface LineWords {
  /** What the line comes to. */
  readonly title: string;
  /** The button that tells its acts together. */
  readonly done: string;
}

export const SHORT_LINE_WORDS: Readonly<Record<ShortLineCode, LineWords>> = {
  shut: { title: "Shut and proved", done: "All of it done" },
  off: { title: "Old line off", done: "It is off" },
  in: { title: "Fixture in", done: "It stands" },
  on: { title: "Joints made", done: "All made" },
  branch: { title: "Water back at the branch", done: "All of it done" },
  water: { title: "Water in, first look", done: "All of it done" },
  again: { title: "Joint made anew", done: "All of it done" },
  stand: { title: "Standing look", done: "All of it done" },
  run: { title: "Run, and look", done: "All of it done" },
  place: { title: "Back in place, and look", done: "In place" },
  leave: { title: "Left as it stands, signed", done: "All of it done" },
};

/** Returns a joint in one line: its number, how far it is turned and what is held. */
export function jointInShort(joint: PlanJoint): string {
  const { turns, number, label } = joint;
  if (turns === null) return `${number} ${label}`;
  if (turns.handOnly) return `${number} ${label}: ${formatTurns(turns)}`;
  return `${number} ${label}: ${formatTurns(turns)} turn past hand-tight, hold ${holdBackInWords(joint)}`;
}

/** Returns hands-on minutes, and waits beside them, in words. */
export function minutesInWords({ handsOnMin, waitMin }: ReturnType<typeof minutesOf>): string {
  const hands = `${Math.max(0.5, Math.round(handsOnMin.likely * 2) / 2)} min`;
  return waitMin > 0 ? `${hands}, wait ${waitMin} min` : hands;
}
