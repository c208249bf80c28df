/** Figures as people type them: either family's units are read everywhere; a bare number is in the shop's. */
import { fail, type Result, succeed } from "../result/index.ts";
import { type UnitFamily, unitName, valueFrom } from "./family.ts";

/** psi of a pressure in each unit gauges and loggers show. */
export const PSI_OF = {
  psi: (pressure: number) => pressure,
  bar: (pressure: number) => valueFrom(pressure, "psi", "metric"),
  kPa: (pressure: number) => valueFrom(pressure / 100, "psi", "metric"),
} as const;

/** F of a temperature in each unit. */
export const F_OF = {
  F: (temperature: number) => temperature,
  C: (temperature: number) => valueFrom(temperature, "F", "metric"),
} as const;

/** Quantities that are typed as a number with a unit behind it, and how each unit is brought to the one core works in. */
const READ: Readonly<Record<"psi" | "F", Readonly<Record<string, (value: number) => number>>>> = {
  psi: { psi: PSI_OF.psi, bar: PSI_OF.bar, kpa: PSI_OF.kPa },
  F: { f: F_OF.F, c: F_OF.C },
};

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
export function parseFigure(text: string, unit: "psi" | "F"): Result<number, { readonly at: string }> {
  const clean = text.trim();
  const match = /^([-−]?\d{1,5}(?:[.,]\d{1,4})?)\s*°?\s*([a-z]*)$/i.exec(clean);
  const inUnit = READ[unit][(match?.[2] || unit).toLowerCase()];
  if (!match?.[1] || inUnit === undefined) return fail({ at: clean });
  return succeed(inUnit(Number(match[1].replace(",", ".").replace("−", "-"))));
}
