/** Good lengths of a line as intervals to ask for. */
import type { Interval } from "../../core/line/index.ts";
import { lengthFigure, lengthText } from "../../labels/display.ts";

const toEighth = (value: number, round: (value: number) => number) => round(value * 8) / 8;

/** An interval as lengths to ask for: rounded inwards to the eighth. */
export function intervalIn([from, to]: Interval): { readonly from: number; readonly to: number | null } {
  return { from: toEighth(from, Math.ceil), to: to === null ? null : toEighth(to, Math.floor) };
}

export function intervalWords(interval: Interval): string {
  const { from, to } = intervalIn(interval);
  if (to === null) return `${lengthText(from)} and longer`;
  return to <= from ? `about ${lengthText(from)}` : `${lengthFigure(from)} to ${lengthText(to)}`;
}
