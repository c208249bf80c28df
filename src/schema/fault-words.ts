/** What is wrong with a field, in words for people. Wherever a schema says nothing of its own, these words are used. */
import { z } from "zod";

type Issue = Parameters<z.core.$ZodErrorMap>[0];

const KINDS: Readonly<Record<string, string>> = {
  string: "a text",
  number: "a number",
  int: "a whole number",
  boolean: "true or false",
  array: "a list",
  tuple: "a list",
  object: "an object with fields",
  record: "an object with fields",
  null: "null",
};
const FORMATS: Readonly<Record<string, string>> = {
  uuid: "must be a uuid",
  datetime: "must be a time in UTC, like 2026-11-24T12:00:00Z",
  url: "must be an address",
  regex: "is not written as it should be",
};
/** More choices than these are not listed: the message would be longer than the form. */
const MOST_LISTED = 30;

const entries = (origin: string) => (origin === "string" ? "characters" : "entries");

function tooSmall({ origin, minimum, inclusive }: Extract<Issue, { code: "too_small" }>): string {
  if (origin === "string" || origin === "array" || origin === "set")
    return minimum === 1 ? "must not be empty" : `needs at least ${minimum} ${entries(origin)}`;
  return inclusive === false ? `must be above ${minimum}` : `must be at least ${minimum}`;
}

function tooBig({ origin, maximum, inclusive }: Extract<Issue, { code: "too_big" }>): string {
  if (origin === "string" || origin === "array" || origin === "set")
    return `must have at most ${maximum} ${entries(origin)}`;
  return inclusive === false ? `must be below ${maximum}` : `must be at most ${maximum}`;
}

function notListed({ values }: Extract<Issue, { code: "invalid_value" }>): string {
  if (values.length === 1) return `must be ${String(values[0])}`;
  return values.length > MOST_LISTED
    ? "is none of the values this field takes"
    : `must be one of ${values.map(String).join(", ")}`;
}

/** Returns the words for an issue; undefined leaves the words to Zod. */
export function faultWords(issue: Issue): string | undefined {
  switch (issue.code) {
    case "invalid_type":
      return issue.input === undefined
        ? "is missing"
        : `must be ${KINDS[issue.expected] ?? `a ${issue.expected}`}`;
    case "too_small":
      return tooSmall(issue);
    case "too_big":
      return tooBig(issue);
    case "invalid_format":
      return FORMATS[issue.format] ?? "is not written as it should be";
    case "invalid_value":
      return notListed(issue);
    case "unrecognized_keys":
      return `has a field nobody knows: ${issue.keys.join(", ")}`;
    case "not_multiple_of":
      return `must be a multiple of ${issue.divisor}`;
    case "invalid_union":
      return "has a shape this field does not take";
    default:
      return undefined;
  }
}

z.config({ customError: faultWords });
