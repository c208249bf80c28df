/** Figures in the unit family a shop works in. Core works in the units of the trade; a figure is converted where somebody reads or types it, nowhere else. */
import { MM_PER_IN } from "../constants/index.ts";
import { formatInches } from "./length.ts";

/** The families a shop may choose from: inches, psi, F and gpm, or millimeters, bar, C and liters. */
export const UNIT_FAMILIES = ["us", "metric"] as const;
export type UnitFamily = (typeof UNIT_FAMILIES)[number];

/** What a unit of the trade becomes in the metric family. */
interface Counterpart {
  readonly unit: string;
  /** Metric value of one unit; a temperature also has where its scale begins. */
  readonly factor: number;
  readonly zeroAt?: number;
  /** Decimals of the metric figure beyond those of the figure it comes from: the step of both is about as fine. */
  readonly finer: number;
}

/** NIST SP 811 (2008), appendix B.8. */
const COUNTERPARTS = {
  psi: { unit: "bar", factor: 0.068_947_57, finer: 2 },
  gpm: { unit: "L/min", factor: 3.785_412, finer: 0 },
  F: { unit: "°C", factor: 5 / 9, zeroAt: 32, finer: 0 },
  in: { unit: "mm", factor: MM_PER_IN, finer: -1 },
  ft: { unit: "m", factor: 0.3048, finer: 1 },
  "ft/s": { unit: "m/s", factor: 0.3048, finer: 1 },
  gal: { unit: "L", factor: 3.785_412, finer: 1 },
  qt: { unit: "L", factor: 0.946_352_9, finer: 1 },
  "fl oz": { unit: "mL", factor: 29.573_53, finer: -1 },
} as const satisfies Record<string, Counterpart>;

/** A unit of the trade that has a counterpart in the metric family. */
export type TradeUnit = keyof typeof COUNTERPARTS;

/** Returns the name of a unit as the family writes it. */
export function unitName(unit: TradeUnit, family: UnitFamily): string {
  return family === "us" ? unit : COUNTERPARTS[unit].unit;
}

/** Returns the value of a figure as the family counts it, not rounded. Units: `value` in `unit`. */
export function valueIn(value: number, unit: TradeUnit, family: UnitFamily): number {
  if (family === "us") return value;
  const { factor, zeroAt = 0 }: Counterpart = COUNTERPARTS[unit];
  return (value - zeroAt) * factor;
}

/** Returns the value in the trade's unit of a figure as the family counts it: undoes valueIn. Units: `value` in the family's unit. */
export function valueFrom(value: number, unit: TradeUnit, family: UnitFamily): number {
  if (family === "us") return value;
  const { factor, zeroAt = 0 }: Counterpart = COUNTERPARTS[unit];
  return value / factor + zeroAt;
}

/** Returns a metric figure with as many decimals as say what the original said; none below one. */
function metricFigure(value: number, unit: TradeUnit, decimals: number): string {
  const kept = decimals + COUNTERPARTS[unit].finer;
  const converted = valueIn(value, unit, "metric");
  if (kept >= 0) return converted.toFixed(kept);
  // A figure without decimals in a much larger unit: to the nearest ten.
  const isCoarse = unit === "fl oz";
  return String(isCoarse ? Math.round(converted / 10) * 10 : Math.round(converted));
}

/**
 * Returns a figure with its unit: whole or with `decimals` places.
 * Units: `value` in `unit`. The metric figure has as many places as the same fineness takes.
 */
export function figureText(value: number, unit: TradeUnit, family: UnitFamily, decimals = 0): string {
  return `${figureOf(value, unit, family, decimals)} ${unitName(unit, family)}`;
}

/** Returns a figure as figureText writes it, without its unit: for a column whose head names the unit. */
export function figureOf(value: number, unit: TradeUnit, family: UnitFamily, decimals = 0): string {
  return family === "us" ? String(Number(value.toFixed(decimals))) : metricFigure(value, unit, decimals);
}

/** Returns a length as the family's tape shows it, without its unit: sixteenths of an inch, or whole millimeters. */
export function tapeFigure(lengthIn: number, family: UnitFamily): string {
  return family === "us" ? formatInches(lengthIn) : String(Math.round(lengthIn * MM_PER_IN) + 0);
}

/** Returns a length as the family's tape shows it: "12 1/2 in" or "318 mm". */
export function tapeText(lengthIn: number, family: UnitFamily): string {
  return `${tapeFigure(lengthIn, family)} ${unitName("in", family)}`;
}

const NUMBER = String.raw`\d+ \d+\/\d+|\d+\/\d+|\d+(?:\.\d+)?`;
/** A size before one of these names the thing: a 1/2 in stop is not 13 mm of anything. */
const NAMED =
  "compression|nominal|pipe|copper|PEX|CPVC|tube|stop|thread|nipple|hose|wrench|valve|line|ball|supply|arrestor|outside";
/** A wrench is called by the size marked on it; where two fit, "5/8 in or 11/16 in wrench". */
const WRENCH = `(?: or (?:${NUMBER}) in)+ wrench`;
/** One or more numbers that share a unit ("20 to 60 psi", "9, 12 in"), then the unit as a word of its own. */
const FIGURE = new RegExp(
  String.raw`(?<![\w./-])((?:${NUMBER})(?:(?: to |, | and | or )(?:${NUMBER}))*) ?(psi|gpm|°F|F|in(?! (?:the|a|an|this|that|its|one|${NAMED})\b)(?!${WRENCH})|ft/s|ft|gal|qt|fl oz)(?![\w/-])`,
  "g",
);

/** The value of a number as a sentence writes it, and its decimals. */
function readNumber(text: string): { readonly value: number; readonly decimals: number } {
  const [whole = "0", fraction] = text.includes("/")
    ? text.includes(" ")
      ? text.split(" ")
      : ["0", text]
    : [text];
  const [over, under] = (fraction ?? "0/1").split("/").map(Number);
  return {
    value: Number(whole) + (over ?? 0) / (under ?? 1),
    decimals: text.includes(".") ? (text.split(".")[1] ?? "").length : 0,
  };
}

const NUMBERS = new RegExp(NUMBER, "g");

/**
 * Returns a sentence with its figures in the family's units. Sizes that are names ("a 1/2 in stop", "3/8 OD") stay:
 * they are printed on the part, as do wrench sizes. The us family returns the sentence as it is.
 */
export function sentenceIn(text: string, family: UnitFamily): string {
  if (family === "us") return text;
  return text.replace(FIGURE, (_, numbers: string, written: string) => {
    const unit = written === "°F" ? "F" : readUnit(written);
    if (unit === null) return `${numbers} ${written}`;
    const converted = numbers.replace(NUMBERS, (number) => {
      const { value, decimals } = readNumber(number);
      return metricFigure(value, unit, decimals);
    });
    return `${converted} ${COUNTERPARTS[unit].unit}`;
  });
}

const TRADE_UNITS: readonly TradeUnit[] = ["psi", "gpm", "F", "in", "ft", "ft/s", "gal", "qt", "fl oz"];

function readUnit(written: string): TradeUnit | null {
  return TRADE_UNITS.find((unit) => unit === written) ?? null;
}
