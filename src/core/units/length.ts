/** Lengths as people write them on a job: parsed exactly, kept as a ratio, shown to the sixteenth. */
import { IN_PER_FT, MM_PER_IN } from "../constants/index.ts";
import { fail, type Result, succeed } from "../result/index.ts";

const SIXTEENTH = 16;

/** A length in inches as an exact ratio of whole numbers, lowest terms, denominator > 0. */
export interface ExactInches {
  readonly numerator: number;
  readonly denominator: number;
}

export type LengthFault =
  | { readonly reason: "empty" }
  | { readonly reason: "not-a-length"; readonly at: string }
  | { readonly reason: "zero-denominator" }
  | { readonly reason: "improper-after-whole"; readonly at: string }
  | { readonly reason: "inches-over-a-foot"; readonly at: string }
  | { readonly reason: "too-long" };

/** A length as typed. */
export interface TypedLength {
  readonly lengthIn: number;
  readonly exact: ExactInches;
}

/** Longest length that is taken for a line or a distance on a job: 100 ft. */
const LONGEST_IN = 1200;

function gcd(a: number, b: number): number {
  return b === 0 ? a : gcd(b, a % b);
}

function ratio(numerator: number, denominator: number): ExactInches {
  const divisor = gcd(numerator, denominator) || 1;
  return { numerator: numerator / divisor, denominator: denominator / divisor };
}

function sum(a: ExactInches, b: ExactInches): ExactInches {
  return ratio(a.numerator * b.denominator + b.numerator * a.denominator, a.denominator * b.denominator);
}

const VULGAR: Readonly<Record<string, string>> = {
  "¼": "1/4",
  "½": "1/2",
  "¾": "3/4",
  "⅛": "1/8",
  "⅜": "3/8",
  "⅝": "5/8",
  "⅞": "7/8",
  "⅓": "1/3",
  "⅔": "2/3",
};

/** One spelling for every dash, quote, slash and vulgar fraction people and phones produce. */
function normalise(text: string): string {
  return text
    .replace(/[¼½¾⅛⅜⅝⅞⅓⅔]/g, (sign) => ` ${VULGAR[sign] ?? sign}`)
    .replace(/[⁄∕]/g, "/")
    .replace(/[–—‑−]/g, "-")
    .replace(/[′’‘]/g, "'")
    .replace(/[″”“]|''/g, '"')
    .replace(/,(?=\d)/g, ".")
    .trim()
    .toLowerCase()
    .replace(/\s+/g, " ");
}

function decimal(text: string): ExactInches {
  const [whole = "0", part = ""] = text.split(".");
  return ratio(Number(`${whole || "0"}${part}`), 10 ** part.length);
}

/** Reads "6", "6.5", "1/2", "6 1/2", "6-1/2": a number of inches (or of whatever unit follows it), exactly. Errors: a fault with a reason; never throws. */
export function parseAmount(text: string): Result<ExactInches, LengthFault> {
  const plain = /^(\d{1,6}(?:\.\d{0,6})?|\.\d{1,6})$/.exec(text);
  if (plain?.[1]) return succeed(decimal(plain[1]));
  const fraction = /^(?:(\d{1,6})(?: | ?- ?))?(\d{1,4}) ?\/ ?(\d{1,4})$/.exec(text);
  if (!fraction) return fail({ reason: "not-a-length", at: text });
  const [, whole, top, bottom] = fraction;
  if (Number(bottom) === 0) return fail({ reason: "zero-denominator" });
  if (whole !== undefined && Number(top) >= Number(bottom))
    return fail({ reason: "improper-after-whole", at: `${top}/${bottom}` });
  return succeed(sum(ratio(Number(whole ?? 0), 1), ratio(Number(top), Number(bottom))));
}

function scaled(value: ExactInches, numerator: number, denominator = 1): ExactInches {
  return ratio(value.numerator * numerator, value.denominator * denominator);
}

/**
 * Parses a length the way people write it: 6 1/2 · 6-1/2" · 6.5 in · 1' 3 3/8" · 165 mm · 16.5 cm. A bare number is inches.
 * Returns inches as a double (`lengthIn`) and as an exact ratio; 1 in = 25.4 mm exactly.
 * Errors: a fault with a reason; never throws.
 */
export function parseLength(text: string): Result<TypedLength, LengthFault> {
  const clean = normalise(text);
  if (clean === "") return fail({ reason: "empty" });
  const exact = exactLength(clean);
  if (!exact.ok) return exact;
  const lengthIn = exact.value.numerator / exact.value.denominator;
  if (lengthIn > LONGEST_IN) return fail({ reason: "too-long" });
  return succeed({ lengthIn, exact: exact.value });
}

function exactLength(clean: string): Result<ExactInches, LengthFault> {
  const metric = /^(.+?) ?(mm|cm)$/.exec(clean);
  if (metric?.[1] && metric[2]) {
    const read = parseAmount(metric[1]);
    const perTenthMm = metric[2] === "mm" ? 10 : 100;
    return read.ok ? succeed(scaled(read.value, perTenthMm, MM_PER_IN * 10)) : read;
  }
  const feet = /^(.+?) ?(?:'|ft|feet|foot)(?: ?-? ?(.+))?$/.exec(clean);
  if (feet?.[1]) {
    const whole = parseAmount(feet[1]);
    if (!whole.ok) return whole;
    const feetIn = scaled(whole.value, IN_PER_FT);
    if (feet[2] === undefined) return succeed(feetIn);
    const rest = inches(feet[2]);
    if (!rest.ok) return rest;
    if (rest.value.numerator >= IN_PER_FT * rest.value.denominator)
      return fail({ reason: "inches-over-a-foot", at: feet[2] });
    return succeed(sum(feetIn, rest.value));
  }
  return inches(clean);
}

function inches(text: string): ReturnType<typeof parseAmount> {
  return parseAmount(text.replace(/ ?("|in\.?|inch|inches)$/, ""));
}

/**
 * Returns a coordinate: a length that may lie the other way, written with a minus: -2 1/2. Reads as parseLength does.
 * `exact` is left out: where an end lies is measured, not made.
 */
export function parseOffset(text: string): Result<Pick<TypedLength, "lengthIn">, LengthFault> {
  const clean = normalise(text);
  const read = parseLength(clean.replace(/^- ?/, ""));
  if (!read.ok) return read;
  const { lengthIn } = read.value;
  return succeed({ lengthIn: clean.startsWith("-") && lengthIn !== 0 ? -lengthIn : lengthIn });
}

/** Returns what is wrong with a length, and how to write it; one line for the person who typed it. */
export function explainLength(fault: LengthFault): string {
  switch (fault.reason) {
    case "empty":
      return "Type a length, for example 12 1/2 or 318 mm.";
    case "not-a-length":
      return `"${fault.at}" is not a length. Write it like 6 1/2, 6-1/2", 1' 3 3/8" or 165 mm.`;
    case "zero-denominator":
      return "A fraction cannot have 0 below the line.";
    case "improper-after-whole":
      return `After a whole number the fraction must be less than one, not ${fault.at}.`;
    case "inches-over-a-foot":
      return `After feet the inches must be less than 12, not ${fault.at}.`;
    case "too-long":
      return "That is over 100 ft: check the unit.";
  }
}

/** Returns the inches to the nearest sixteenth as a tape shows them: 12 1/2, 3/8, 0. Halves round up. No unit sign. */
export function formatInches(lengthIn: number): string {
  const sixteenths = Math.round(lengthIn * SIXTEENTH);
  const sign = sixteenths < 0 ? "-" : "";
  const size = Math.abs(sixteenths);
  const whole = Math.floor(size / SIXTEENTH);
  const remainder = ratio(size % SIXTEENTH, SIXTEENTH);
  if (remainder.numerator === 0) return `${sign}${whole}`;
  const fraction = `${remainder.numerator}/${remainder.denominator}`;
  return whole === 0 ? `${sign}${fraction}` : `${sign}${whole} ${fraction}`;
}
