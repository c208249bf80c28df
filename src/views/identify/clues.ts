/** What is typed and ticked on Identify, and the evidence it says. Pure. */

import {
  COUNT_OVER_IN,
  evidenceFaults,
  FURTHER_ALONG_IN,
  type InstrumentCode,
  type Measured,
  type Place,
  type Seat,
  TPI_LIMITS,
} from "../../core/identify/index.ts";
import { explainLength, parseLength } from "../../core/units/index.ts";
import { withShopUnit } from "../../labels/display.ts";

export type YesNoUnknown = "yes" | "no" | "unknown";

export interface Clues {
  readonly instrument: InstrumentCode;
  readonly outside: string;
  readonly inside: string;
  readonly further: string;
  readonly count: string;
  readonly crests: number;
  readonly span: string;
  readonly gender: "male" | "female" | "unknown";
  readonly threaded: YesNoUnknown;
  readonly taper: YesNoUnknown;
  readonly flank: "55" | "60" | "unknown";
  readonly material: string;
  readonly seats: readonly Seat[];
  readonly noSeat: boolean;
  readonly where: Place;
}

export type ClueField = "outside" | "inside" | "further" | "count" | "span" | "sight";
export type ClueFaults = Partial<Record<ClueField, string>>;

export const DEFAULT_CRESTS = 6;

export function noClues(where: Place): Clues {
  return {
    instrument: "caliper",
    outside: "",
    inside: "",
    further: "",
    count: "",
    crests: DEFAULT_CRESTS,
    span: "",
    gender: "unknown",
    threaded: "unknown",
    taper: "unknown",
    flank: "unknown",
    material: "unknown",
    seats: [],
    noSeat: false,
    where,
  };
}

/** The few shapes an end is told by at first sight. */
export type Look = "male-thread" | "female-thread" | "smooth" | "socket" | "unknown";

const LOOKS: Readonly<Record<Look, Pick<Clues, "threaded" | "gender">>> = {
  "male-thread": { threaded: "yes", gender: "male" },
  "female-thread": { threaded: "yes", gender: "female" },
  smooth: { threaded: "no", gender: "male" },
  socket: { threaded: "no", gender: "female" },
  unknown: { threaded: "unknown", gender: "unknown" },
};

/** Returns what a shape says of the end. */
export function lookingLike(look: Look): Pick<Clues, "threaded" | "gender"> {
  return LOOKS[look];
}

/** Returns the shape that was chosen; null: something between the shapes was said. */
export function lookOf({ threaded, gender }: Pick<Clues, "threaded" | "gender">): Look | null {
  const looks: readonly Look[] = ["male-thread", "female-thread", "smooth", "socket", "unknown"];
  return looks.find((look) => LOOKS[look].threaded === threaded && LOOKS[look].gender === gender) ?? null;
}

type Read = { readonly value: number | null; readonly fault: string | null };

/** A length as typed; empty: not measured. */
export function readReading(text: string): Read {
  if (text.trim() === "") return { value: null, fault: null };
  if (/^\s*[-–−]/.test(text)) return { value: null, fault: "A reading cannot be below nothing." };
  const read = parseLength(withShopUnit(text, "in"));
  return read.ok
    ? { value: read.value.lengthIn, fault: null }
    : { value: null, fault: explainLength(read.fault) };
}

const MOST_COUNTED = Math.floor(TPI_LIMITS.high * COUNT_OVER_IN);

/** Threads counted in half an inch: a whole number. */
export function readCount(text: string): Read {
  const clean = text.trim();
  if (clean === "") return { value: null, fault: null };
  const value = /^\d{1,3}$/.test(clean) ? Number(clean) : Number.NaN;
  return value >= 1 && value <= MOST_COUNTED
    ? { value, fault: null }
    : { value: null, fault: `Count whole threads in half an inch, 1 to ${MOST_COUNTED}.` };
}

/** Field of the form a field of the evidence stands in. */
const FIELD_OF: Readonly<Record<string, ClueField>> = {
  outsideIn: "outside",
  insideIn: "inside",
  further: "further",
  count: "count",
  span: "span",
};

const SPAN_TOLERANCE_IN = 0.005;

/** The evidence the clues say, and what is wrong with them field by field. A faulty field is left out of the evidence. */
export function readClues(
  clues: Clues,
  halfWidthIn: number,
): { readonly measured: Measured; readonly faults: ClueFaults } {
  const outside = readReading(clues.outside);
  const inside = readReading(clues.inside);
  const further = readReading(clues.further);
  const count = readCount(clues.count);
  const span = readReading(clues.span);
  const measured: Measured = {
    outsideIn: outside.value,
    insideIn: inside.value,
    toleranceIn: halfWidthIn,
    threadsPerInch: null,
    tpiTolerance: 1,
    ...(count.value === null ? {} : { count: { threads: count.value, overIn: COUNT_OVER_IN } }),
    span:
      span.value === null || span.value <= 0
        ? null
        : { crests: clues.crests, spanIn: span.value, toleranceIn: SPAN_TOLERANCE_IN },
    ...(further.value === null ? {} : { further: { outsideIn: further.value, alongIn: FURTHER_ALONG_IN } }),
    ...(clues.flank === "unknown" ? {} : { flankDeg: clues.flank === "55" ? 55 : 60 }),
    gender: clues.gender === "unknown" ? null : clues.gender,
    taper: clues.taper,
    ...(clues.threaded === "unknown" ? {} : { threaded: clues.threaded === "yes" }),
    ...(clues.material === "unknown" ? {} : { material: clues.material }),
    seal: clues.seats,
    ...(clues.noSeat ? { noSeal: true } : {}),
    where: clues.where,
  };
  const typed = { outside, inside, further, count, span };
  const faults: Record<string, string> = {};
  for (const [field, { fault }] of Object.entries(typed)) if (fault !== null) faults[field] = fault;
  for (const { field, message } of evidenceFaults(measured)) faults[FIELD_OF[field] ?? "sight"] ??= message;
  return { measured, faults };
}

/** A reading as a caliper shows it: to the half thousandth. */
export function readingText(valueIn: number): string {
  return (Math.round(valueIn * 2000) / 2000).toFixed(4).replace(/0$/, "");
}

export type ClueChange = Partial<Clues>;

/** Ticking a seat takes "none seen" away, and the reverse. */
export function withChange(clues: Clues, change: ClueChange): Clues {
  const next = { ...clues, ...change };
  if (change.noSeat === true) return { ...next, seats: [] };
  if (change.seats !== undefined && change.seats.length > 0) return { ...next, noSeat: false };
  return next;
}
