/** Times zones are without water, and what is worse about one lot of them than about another. */

import { ZONE_KINDS, type ZoneKind } from "../isolation/index.ts";
import type { Block } from "./blocks.ts";
import { SAME_MIN } from "./minutes.ts";

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

/** Below 0 when one row of figures is better than the other, the first difference deciding. */
export function compareRows(one: readonly number[], other: readonly number[]): number {
  for (const [index, value] of one.entries()) {
    const difference = value - (other[index] ?? 0);
    if (Math.abs(difference) > SAME_MIN) return difference;
  }
  return 0;
}

/** Returns when each zone is without water, of blocks that start at these moments. */
export const windowsOf = (
  blocks: readonly Block[],
  startOf: (block: Block) => number,
): readonly OffWindow[] =>
  blocks.flatMap((block) => {
    const start = startOf(block);
    return block.off.map(({ zone, fromMin, toMin, isSinceBefore }) => ({
      zone: zone.name,
      kind: zone.kind,
      fromMin: isSinceBefore ? 0 : start + fromMin,
      toMin: start + toMin,
    }));
  });
