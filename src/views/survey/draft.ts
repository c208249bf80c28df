/** A survey while it is being typed: text as typed, and what is wrong with it. Pure. */

import { fail, type Result, succeed } from "../../core/result/index.ts";
import type { Survey, Typed } from "../../core/survey/index.ts";
import { explainLength, formatInches, parseLength } from "../../core/units/index.ts";

export interface Draft {
  readonly survey: Survey;
  readonly minText: string;
  readonly maxText: string;
  readonly psiText: string;
  /** Length of the line that stays. */
  readonly lineText: string;
  /** Room before the inlet. */
  readonly roomText: string;
}

export type Faults = Partial<Record<"label" | "min" | "max" | "psi" | "line" | "room", string>>;

export function draftOf(survey: Survey): Draft {
  return {
    survey,
    minText: survey.length.min.typed,
    maxText: survey.length.max.typed,
    psiText: survey.staticPsi?.typed ?? "",
    lineText: survey.line?.length?.typed ?? "",
    roomText: survey.inlet.clearance?.typed ?? "",
  };
}

export function readLength(text: string): Result<Typed, string> {
  const read = parseLength(text);
  if (!read.ok) return fail(explainLength(read.fault));
  const { lengthIn } = read.value;
  if (lengthIn <= 0) return fail("A line must be longer than nothing.");
  return succeed({ typed: text.trim(), value: lengthIn });
}

/** Returns how a typed length reads in inches; empty while it cannot be read. */
export function inches(text: string): string {
  if (text.trim() === "") return "";
  const read = readLength(text);
  return read.ok ? `= ${formatInches(read.value.value)} in (${read.value.value.toFixed(3)})` : "";
}

/** Returns both lengths of the line in inches; as typed while one of them cannot be read. */
export function lengthsInWords({ minText, maxText }: Pick<Draft, "minText" | "maxText">): string {
  const [min, max] = [readLength(minText), readLength(maxText)];
  if (!min.ok || !max.ok) return `${minText} to ${maxText}`;
  return `${formatInches(min.value.value)} to ${formatInches(max.value.value)} in`;
}

const HIGHEST_PSI = 300;

/** Static pressure as typed: 58, 58.5, 58 psi; empty: not measured. */
export function readPsi(text: string): Result<Typed | null, string> {
  const clean = text.trim();
  if (clean === "") return succeed(null);
  const match = /^(\d{1,3}(?:[.,]\d{1,2})?)\s*(?:psi)?$/i.exec(clean);
  const value = Number(match?.[1]?.replace(",", "."));
  if (!match || !(value > 0))
    return fail(`"${clean}" is not a pressure. Write psi as a number, like 58, or leave it empty.`);
  if (value > HIGHEST_PSI) return fail(`Over ${HIGHEST_PSI} psi: check the gauge and the unit.`);
  return succeed({ typed: clean, value });
}

/** A length that may be left out; empty: not measured. */
function readOptionalLength(text: string): Result<Typed | null, string> {
  return text.trim() === "" ? succeed(null) : readLength(text);
}

/** The survey with the lengths that may be left out. */
function withMeasured(survey: Survey, lineLength: Typed | null, room: Typed | null): Survey {
  const { clearance: _, ...inlet } = survey.inlet;
  const { line, ...rest } = survey;
  const { length: __, ...found } = line ?? { by: "kept" as const };
  return {
    ...rest,
    inlet: { ...inlet, ...(room === null ? {} : { clearance: room }) },
    ...(line === undefined
      ? {}
      : { line: { ...found, ...(lineLength === null || line.by !== "kept" ? {} : { length: lineLength }) } }),
  };
}

/** The survey a draft says, or what is wrong with it field by field. */
export function readDraft(draft: Draft): Result<Survey, Faults> {
  const min = readLength(draft.minText);
  const max = readLength(draft.maxText);
  const psi = readPsi(draft.psiText);
  const lineLength = readOptionalLength(draft.lineText);
  const room = readOptionalLength(draft.roomText);
  const label = draft.survey.label.trim();
  if (min.ok && max.ok && psi.ok && lineLength.ok && room.ok && label !== "") {
    if (min.value.value > max.value.value)
      return fail({ min: "The shortest is longer than the longest: change one of them." });
    const length = { min: min.value, max: max.value };
    const survey = withMeasured(draft.survey, lineLength.value, room.value);
    return succeed({ ...survey, label, length, staticPsi: psi.value });
  }
  return fail({
    ...(label === "" ? { label: "Give the connection a name." } : {}),
    ...(min.ok ? {} : { min: min.fault }),
    ...(max.ok ? {} : { max: max.fault }),
    ...(psi.ok ? {} : { psi: psi.fault }),
    ...(lineLength.ok ? {} : { line: lineLength.fault }),
    ...(room.ok ? {} : { room: room.fault }),
  });
}
