/** Times zones are without water, and how grave they are. */
import { ZONE_KINDS, type ZoneKind } from "../piping/index.ts";

/** Minutes of a schedule that differ by less are the same, for they are sums in another order. */
const SAME_MIN = 1e-9;

export interface OffWindow {
  readonly zone: string;
  readonly kind: ZoneKind;
  readonly fromMin: number;
  readonly toMin: number;
}

/** Returns the minutes without water by kind of zone, the gravest first. */
export function offMinutes(windows: readonly OffWindow[]): readonly number[] {
  return ZONE_KINDS.map((kind) =>
    windows
      .filter((each) => each.kind === kind)
      .reduce((sum, { fromMin, toMin }) => sum + toMin - fromMin, 0),
  );
}

/** Returns below 0 when one row of figures is better than the other: the first difference decides. */
export function compareRows(one: readonly number[], other: readonly number[]): number {
  for (const [index, value] of one.entries()) {
    const difference = value - (other[index] ?? 0);
    if (Math.abs(difference) > SAME_MIN) return difference;
  }
  return 0;
}
