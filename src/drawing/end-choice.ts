/** What a view is given to let somebody choose an end: names to search, outlines of the likely ones. */
import type { EndCode } from "../core/end/index.ts";
import type { Place } from "../core/identify/index.ts";
import type { Shape } from "./thread-shape.ts";

/** An end that can be chosen. */
export interface EndChoice {
  readonly code: EndCode;
  readonly name: string;
  readonly size: string;
  readonly gender: "m" | "f" | null;
  /** What people call the end besides its name. */
  readonly words: string;
  /** The end of a hose that comes with the fixture. */
  readonly isFactoryHose?: true;
}

export interface EndOffer {
  /** Every end, in the order of families and sizes. */
  readonly ends: readonly EndChoice[];
  /** Codes met most in each place, the likeliest first. */
  readonly likely: Readonly<Partial<Record<Place, readonly EndCode[]>>>;
  /** Outlines of the likely ends and of those that are chosen already. */
  readonly shapes: Readonly<Record<EndCode, Shape>>;
}
