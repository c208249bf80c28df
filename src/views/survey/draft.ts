/** A survey while it is being typed: text as typed, and what is wrong with it. Pure. */

import { fail, type Result, succeed } from "../../core/result/index.ts";
import type { Survey, Typed } from "../../core/survey/index.ts";
import { explainLength, parseFigure, parseLength } from "../../core/units/index.ts";
import { lengthFigure, lengthText, quantityText, typedInField, withShopUnit } from "../../labels/display.ts";

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
    minText: typedInField(survey.length.min.typed, "in"),
    maxText: typedInField(survey.length.max.typed, "in"),
    psiText: typedInField(survey.staticPsi?.typed ?? "", "psi"),
    lineText: typedInField(survey.line?.length?.typed ?? "", "in"),
    roomText: typedInField(survey.inlet.clearance?.typed ?? "", "in"),
  };
}

export function readLength(text: string): Result<Typed, string> {
  const typed = withShopUnit(text, "in");
  const read = parseLength(typed);
  if (!read.ok) return fail(explainLength(read.fault));
  const { lengthIn } = read.value;
  if (lengthIn <= 0) return fail("A line must be longer than nothing.");
  return succeed({ typed, value: lengthIn });
}

/** Returns how a typed length reads in inches; empty while it cannot be read. */
export function inches(text: string): string {
  if (text.trim() === "") return "";
  const read = readLength(text);
  return read.ok ? `= ${lengthText(read.value.value)} (${quantityText(read.value.value, "in", 3)})` : "";
}

/** Returns both lengths of the line in inches; as typed while one of them cannot be read. */
export function lengthsInWords({ minText, maxText }: Pick<Draft, "minText" | "maxText">): string {
  const [min, max] = [readLength(minText), readLength(maxText)];
  if (!min.ok || !max.ok) return `${minText} to ${maxText}`;
  return `${lengthFigure(min.value.value)} to ${lengthText(max.value.value)}`;
}

const HIGHEST_PSI = 300;

/** Static pressure as typed: 58, 58.5, 58 psi, 4 bar; empty: not measured. */
export function readPsi(text: string): Result<Typed | null, string> {
  const typed = withShopUnit(text, "psi");
  if (typed === "") return succeed(null);
  const read = parseFigure(typed, "psi");
  if (!read.ok || read.value <= 0)
    return fail(
      `"${text.trim()}" is not a pressure. Write a number, like ${quantityText(58, "psi")}, or leave it empty.`,
    );
  if (read.value > HIGHEST_PSI)
    return fail(`Over ${quantityText(HIGHEST_PSI, "psi")}: check the gauge and the unit.`);
  return succeed({ typed, value: read.value });
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
