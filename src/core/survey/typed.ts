/** A figure as it was typed, beside what was read from it. */
import { formatInches } from "../units/index.ts";

/** A figure as it was typed, beside what was read from it. */
export interface Typed {
  readonly typed: string;
  readonly value: number;
}

/** Returns a figure nobody typed, as if somebody had. */
export const asTyped = (value: number): Typed => ({ typed: String(value), value });

/** Returns a length read off a drawing or a tape: kept as it is shown, to the sixteenth. */
export const asSixteenths = (lengthIn: number): Typed => ({
  typed: formatInches(lengthIn),
  value: Math.round(lengthIn * 16) / 16,
});
