/** Figures as people type them: either family's units are read everywhere; a bare number is in the shop's. */
import { fail, type Result, succeed } from "../result/index.ts";
import { type TradeUnit, type UnitFamily, unitName, valueIn } from "./family.ts";

/** Quantities that are typed as a number with a unit behind it, and how each unit is brought to the one core works in. */
const READ = {
  psi: { psi: 1, bar: 1 / valueIn(1, "psi", "metric"), kpa: 0.01 / valueIn(1, "psi", "metric") },
  F: { f: 1, c: 9 / 5 },
} as const satisfies Partial<Record<TradeUnit, Readonly<Record<string, number>>>>;

/** Freezing point of water, F. */
const FREEZING_F = 32;

/** What a bare number is followed by, so that the text says by itself what was meant. */
const hasUnit = (text: string) => /[a-z"'′″°]\s*\.?$/i.test(text);

/**
 * Returns what was typed with the unit a bare number has in the family: "318" is "318 mm" in a metric shop. A fraction is
 * always inches: nobody measures 12 1/2 mm. The us family leaves the text as typed: there a bare number is what core reads it as.
 */
export function withTypedUnit(text: string, unit: "in" | "psi" | "F", family: UnitFamily): string {
  const clean = text.trim();
  if (family === "us" || clean === "" || hasUnit(clean) || clean.includes("/")) return clean;
  return `${clean} ${unitName(unit, family)}`;
}

/** Returns what was typed with its unit: a bare number that was kept is in the trade's unit. */
export function typedText(typed: string, unit: "in" | "psi"): string {
  return typed.trim() === "" || hasUnit(typed) ? typed : `${typed} ${unit}`;
}

/**
 * Reads a pressure or a temperature: "58", "58.5 psi", "4 bar", "400 kPa"; "120", "120 F", "49 °C". A bare number is in `unit`.
 * Units: returns psi, or F. Errors: the text that is not such a figure; never throws.
 */
export function parseFigure(text: string, unit: keyof typeof READ): Result<number, { readonly at: string }> {
  const clean = text.trim();
  const match = /^([-−]?\d{1,5}(?:[.,]\d{1,4})?)\s*°?\s*([a-z]*)$/i.exec(clean);
  const units: Readonly<Record<string, number>> = READ[unit];
  const named = (match?.[2] ?? "").toLowerCase() || unit.toLowerCase();
  const factor = units[named];
  if (!match?.[1] || factor === undefined) return fail({ at: clean });
  const value = Number(match[1].replace(",", ".").replace("−", "-")) * factor;
  return succeed(named === "c" ? value + FREEZING_F : value);
}
