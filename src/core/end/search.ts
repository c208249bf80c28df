/** Finding an end by what people call it: sizes in figures or words, trade names and abbreviations. */
import type { EndCode } from "./end.ts";

/** What people call ends, by a code in which * stands for any text: data/end-words.csv. */
export interface EndWords {
  readonly end: string;
  readonly words: string;
}

/** An end as it can be looked for. */
export interface SearchableEnd {
  readonly code: EndCode;
  /** Nominal size as the table writes it: 3/8, 15mm, m22x1. */
  readonly size: string;
  readonly gender: "m" | "f" | null;
  /** Name and trade words, in any case. */
  readonly text: string;
}

const SPOKEN_SIZES: readonly (readonly [RegExp, string])[] = [
  [/\bthree[ -]quarters?\b/g, "3/4"],
  [/\bthree[ -]eighths?\b/g, "3/8"],
  [/\bfive[ -]eighths?\b/g, "5/8"],
  [/\bseven[ -]eighths?\b/g, "7/8"],
  [/\bthree[ -]sixteenths?\b/g, "3/16"],
  [/\bfive[ -]sixteenths?\b/g, "5/16"],
  [/\bseven[ -]sixteenths?\b/g, "7/16"],
  [/\b(a |one )?half\b/g, "1/2"],
  [/\b(a |one )?quarter\b/g, "1/4"],
  [/\b(an |one )?eighth\b/g, "1/8"],
  [/\bone inch\b/g, "1"],
];
/** Words that narrow nothing. */
const IDLE = new Set([
  "in",
  "inch",
  "inches",
  "end",
  "ends",
  "thread",
  "threads",
  "a",
  "an",
  "the",
  "of",
  "for",
  "on",
  "x",
]);
const GENDER_WORDS: Readonly<Record<string, "m" | "f">> = { male: "m", m: "m", female: "f", f: "f" };
/** Half of a sixty-fourth, so that 0.375 and .37 are three eighths. */
const DECIMAL_SLACK_IN = 1 / 128;
const SIXTEENTHS = 16;

function asFraction(decimal: string): string {
  const value = Number(decimal);
  const sixteenths = Math.round(value * SIXTEENTHS);
  if (sixteenths <= 0 || Math.abs(value - sixteenths / SIXTEENTHS) > DECIMAL_SLACK_IN) return decimal;
  let [top, bottom] = [sixteenths, SIXTEENTHS];
  while (top % 2 === 0 && bottom > 1) [top, bottom] = [top / 2, bottom / 2];
  return bottom === 1 ? String(top) : `${top}/${bottom}`;
}

/** Returns what was typed as words to look for: sizes as fractions, filling words left out. */
export function searchWords(typed: string): readonly string[] {
  let text = typed.toLowerCase().replace(/["”″]/g, " ");
  for (const [spoken, size] of SPOKEN_SIZES) text = text.replace(spoken, size);
  return text
    .replace(/(\d)\s*mm\b/g, "$1mm")
    .split(/[\s,;-]+/)
    .map((word) => (/^\d*\.\d+$/.test(word) ? asFraction(word) : word.replace(/^(\d+\/\d+)(in|inch)$/, "$1")))
    .filter((word) => word !== "" && !IDLE.has(word));
}

const isSize = (word: string) => /^(\d|m\d)/.test(word);

/** Returns true when the word speaks of the end: its size exactly, its gender, or the beginning of a word of its text. */
function speaksOf(word: string, { size, gender, text }: SearchableEnd): boolean {
  const named = text.toLowerCase().split(/[\s,()-]+/);
  if (isSize(word)) return size === word || named.includes(word) || size.startsWith(`${word}x`);
  const asked = GENDER_WORDS[word];
  if (asked !== undefined && gender !== null) return gender === asked;
  return named.some((each) => each.startsWith(word));
}

/**
 * Finds the ends that every typed word speaks of.
 * Shape: ends in the order in which equally good ones are wanted; the ends whose nominal size is the typed one come first.
 * Returns every end when nothing is typed.
 */
export function searchEnds<E extends SearchableEnd>(ends: readonly E[], typed: string): readonly E[] {
  const words = searchWords(typed);
  const sizes = words.filter(isSize);
  const found = ends.filter((end) => words.every((word) => speaksOf(word, end)));
  const isNominal = ({ size }: E) => sizes.some((word) => word === size);
  return sizes.length === 0 ? found : [...found.filter(isNominal), ...found.filter((end) => !isNominal(end))];
}

/** Returns the trade words of an end, from every row that speaks of its code. */
export function tradeWordsOf(code: EndCode, rows: readonly EndWords[]): string {
  return rows
    .filter(({ end }) => isOfPattern(code, end))
    .map(({ words }) => words)
    .join(" ");
}

/** Returns true when a code is of a pattern in which one * stands for any text. */
export function isOfPattern(code: EndCode, pattern: string): boolean {
  const [head = "", tail] = pattern.split("*");
  if (tail === undefined) return head === code;
  return code.length >= head.length + tail.length && code.startsWith(head) && code.endsWith(tail);
}
