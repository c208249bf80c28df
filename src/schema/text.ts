/** Texts, instants and ids as every border takes them. */
import { z } from "zod";
import "./fault-words.ts";

/** What PostgreSQL cannot hold in a text: the character NUL, and half of a character of two halves. */
const UNSTORABLE = /[\0\p{Cs}]/u;
/** What has no place in a name of one line: control characters, line separators, marks that turn the direction of writing. */
const NOT_OF_A_LINE = /[\p{Cc}\u2028\u2029\u061c\u200e\u200f\u202a-\u202e\u2066-\u2069]+/gu;

export const UNSTORABLE_MESSAGE =
  "holds a character that cannot be kept (NUL, or half of a character): type it afresh";

/** Returns the path of the first text, or name of a field, that cannot be kept; null when all can. Walks JSON of any shape. */
export function unstorablePath(value: unknown, path = ""): string | null {
  if (typeof value === "string") return UNSTORABLE.test(value) ? path : null;
  if (typeof value !== "object" || value === null) return null;
  for (const [key, item] of Object.entries(value)) {
    const here = path === "" ? key : `${path}.${key}`;
    if (UNSTORABLE.test(key)) return path === "" ? "body" : path;
    const inside = unstorablePath(item, here);
    if (inside !== null) return inside;
  }
  return null;
}

/** How JSON spells what cannot be kept, and halves that may belong together. */
const SPELT = /\\u0000|\\ud[89a-f]/i;

/** Returns false when nothing in a JSON text can be a character that cannot be kept: nobody need walk through it. */
export const mayContainUnstorable = (json: string): boolean => SPELT.test(json);

/** Returns the text on one line: what has no place in a line becomes a space. */
export const onOneLine = (text: string) => text.replace(NOT_OF_A_LINE, " ");

/** Returns a text of one line, trimmed, that may be empty. */
export const looseLine = (most: number) => z.string().overwrite(onOneLine).trim().max(most);
/** Returns a text of one line, trimmed, that says something. */
export const line = (most: number) => looseLine(most).min(1, "must not be empty");
/** Returns a text of several lines, trimmed, that may be empty. */
export const looseParagraph = (most: number) => z.string().trim().max(most);
/** Returns a text of several lines, trimmed, that says something. */
export const paragraph = (most: number) => looseParagraph(most).min(1, "must not be empty");

/** Ids are kept in lower case: some platforms make them in upper case. */
export const uuid = z.uuid().toLowerCase();

const FIRST = "2000-01-01T00:00:00.000Z";
const END = "2100-01-01T00:00:00.000Z";

/** An instant of this century: a device whose clock was lost says another. */
export const instant = z.iso
  .datetime()
  .refine((text) => text >= FIRST && text < END, "must lie between the years 2000 and 2100")
  .meta({ description: "UTC, ISO 8601 with Z, between the years 2000 and 2100" });

/** Any way of writing a phone number: digits with what people put between them; may be empty. */
export const phone = looseLine(40).refine((text) => text === "" || /^[+0-9][0-9 ()./-]{4,}$/.test(text), {
  error: "must be a phone number like 902 555 0142, or empty",
});

/** A day and a time without a zone, as a date-and-time field of a form holds them: "2026-03-08T09:00". */
export const localTime = z.string().regex(/^\d{4}-\d\d-\d\dT\d\d:\d\d$/, "must be a day and a time");
