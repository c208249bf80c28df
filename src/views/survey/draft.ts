/** A survey while it is being typed: text as typed, and what is wrong with it. Pure. */

import type { Survey, Typed } from "../../core/survey/index.ts";
import { explainLength, parseLength } from "../../core/units/index.ts";

export interface Draft {
  readonly survey: Survey;
  readonly minText: string;
  readonly maxText: string;
  readonly psiText: string;
}

export type Faults = Partial<Record<"label" | "min" | "max" | "psi", string>>;

export function draftOf(survey: Survey): Draft {
  return {
    survey,
    minText: survey.length.min.typed,
    maxText: survey.length.max.typed,
    psiText: survey.staticPsi?.typed ?? "",
  };
}

type Read = { readonly ok: true; readonly typed: Typed } | { readonly ok: false; readonly fault: string };

export function readLength(text: string): Read {
  const read = parseLength(text);
  if (!read.ok) return { ok: false, fault: explainLength(read) };
  if (read.lengthIn <= 0) return { ok: false, fault: "A line must be longer than nothing." };
  return { ok: true, typed: { typed: text.trim(), value: read.lengthIn } };
}

const HIGHEST_PSI = 300;

/** Static pressure as typed: 58, 58.5, 58 psi; empty: not measured. */
export function readPsi(
  text: string,
): { readonly ok: true; readonly typed: Typed | null } | { readonly ok: false; readonly fault: string } {
  const clean = text.trim();
  if (clean === "") return { ok: true, typed: null };
  const match = /^(\d{1,3}(?:[.,]\d{1,2})?)\s*(?:psi)?$/i.exec(clean);
  const value = Number(match?.[1]?.replace(",", "."));
  if (!match || !(value > 0))
    return {
      ok: false,
      fault: `"${clean}" is not a pressure. Write psi as a number, like 58, or leave it empty.`,
    };
  if (value > HIGHEST_PSI)
    return { ok: false, fault: `Over ${HIGHEST_PSI} psi: check the gauge and the unit.` };
  return { ok: true, typed: { typed: clean, value } };
}

/** The survey a draft says, or what is wrong with it field by field. */
export function readDraft(
  draft: Draft,
): { readonly ok: true; readonly survey: Survey } | { readonly ok: false; readonly faults: Faults } {
  const min = readLength(draft.minText);
  const max = readLength(draft.maxText);
  const psi = readPsi(draft.psiText);
  const label = draft.survey.label.trim();
  if (min.ok && max.ok && psi.ok && label !== "") {
    if (min.typed.value > max.typed.value)
      return { ok: false, faults: { min: "The shortest is longer than the longest: change one of them." } };
    return {
      ok: true,
      survey: { ...draft.survey, label, length: { min: min.typed, max: max.typed }, staticPsi: psi.typed },
    };
  }
  return {
    ok: false,
    faults: {
      ...(label === "" ? { label: "Give the connection a name." } : {}),
      ...(min.ok ? {} : { min: min.fault }),
      ...(max.ok ? {} : { max: max.fault }),
      ...(psi.ok ? {} : { psi: psi.fault }),
    },
  };
}
