/** An end: the thing a joint is made of, by its code. The list is data/ends.csv; core is handed it. */

/** Code of an end, as data/ends.csv lists them: comp-3/8-m, tube-1/4-pe, push-1/2. */
export type EndCode = string;

/** How sure a row of a table is. */
export const CONFIDENCES = ["high", "medium-high", "medium", "medium-low", "low"] as const;
export type Confidence = (typeof CONFIDENCES)[number];

export interface End {
  readonly code: EndCode;
  /** A thread is screwed, a plain end is pushed into something, a socket takes a plain end, a seat is pressed by a nut. */
  readonly form: "thread" | "plain" | "socket" | "seat";
  readonly family: string;
  readonly size: string;
  /** What must be equal for two ends to meet: the thread's size, or the outside diameter of the tube. */
  readonly fitSize: string;
  readonly gender: "m" | "f" | null;
  /** A nut that turns on its line: such an inlet is the end of the fixture's own hose. */
  readonly swivel: boolean;
  readonly name: string;
  readonly thread: string | null;
  readonly standard: string | null;
  /** Where a caliper goes: over it, or into it. */
  readonly readAcross: "outside" | "inside";
  /** What a caliper reads across a good one, inches. */
  readonly readsIn: { readonly low: number; readonly high: number } | null;
  readonly outsideIn: number | null;
  readonly boreIn: number | null;
  readonly material: string | null;
  /** Wrench sizes met on the nut, or on the flats of the body that carries the end; common, not standard. */
  readonly wrenches: readonly string[];
  readonly confidence: Confidence;
}

export type EndTable = ReadonlyMap<EndCode, End>;

/** Returns the table of ends by code. Errors: RangeError when a code stands twice. */
export function endTable(ends: readonly End[]): EndTable {
  const table = new Map(ends.map((end) => [end.code, end]));
  if (table.size !== ends.length) throw new RangeError("an end code stands twice in the table of ends");
  return table;
}

/** Returns true when the inlet is a loose nut, so that the fixture brings its own hose with it. */
export function isFactoryHose(end: End): boolean {
  return end.swivel;
}

/** Returns true for the nut on a tank's shank: plastic until somebody has seen a metal one. */
export function isTankNut({ family, gender }: End): boolean {
  return family === "bc" && gender === "f";
}

/** Returns true for a nut that is plastic: as it was seen, else as such nuts usually are. */
export function isPlasticNut(end: End | undefined, seen: "plastic" | "metal" | undefined): boolean {
  return seen === undefined ? end !== undefined && isTankNut(end) : seen === "plastic";
}

/** Returns the end of the other gender on the same thread; null for an end without a thread, and where the table has none. */
export function matingEnd({ code, form, gender }: End, ends: EndTable): End | null {
  if (form !== "thread") return null;
  return ends.get(`${code.slice(0, -1)}${gender === "m" ? "f" : "m"}`) ?? null;
}
