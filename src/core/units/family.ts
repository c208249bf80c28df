/** Figures in the unit family a shop works in. Core works in the units of the trade; a figure is converted where somebody reads or types it, nowhere else. */
import { M_PER_FT, M3_PER_US_GAL, MM_PER_IN, PA_PER_PSI } from "../constants/index.ts";
import { formatInches, parseAmount } from "./length.ts";

/** The families a shop may choose from: inches, psi, F and gpm, or millimeters, bar, C and liters. */
export const UNIT_FAMILIES = ["us", "metric"] as const;
export type UnitFamily = (typeof UNIT_FAMILIES)[number];

/** What a unit of the trade becomes in the metric family. Gallon, quart and fluid ounce are those of the United States. */
interface Counterpart {
  readonly unit: string;
  /** Metric value of one unit; a temperature also has where its scale begins. */
  readonly factor: number;
  readonly zeroAt?: number;
  /** Decimals of the metric figure beyond those of the figure it comes from: the step of both is about as fine. */
  readonly finer: number;
  /** A figure without decimals is told to so many of a much smaller unit. */
  readonly wholeStep?: number;
}

const PA_PER_BAR = 100_000;
const L_PER_GAL = 1000 * M3_PER_US_GAL;

const COUNTERPARTS = {
  psi: { unit: "bar", factor: PA_PER_PSI / PA_PER_BAR, finer: 2 },
  gpm: { unit: "L/min", factor: L_PER_GAL, finer: 0 },
  F: { unit: "°C", factor: 5 / 9, zeroAt: 32, finer: 0 },
  in: { unit: "mm", factor: MM_PER_IN, finer: -1 },
  ft: { unit: "m", factor: M_PER_FT, finer: 1 },
  "ft/s": { unit: "m/s", factor: M_PER_FT, finer: 1 },
  gal: { unit: "L", factor: L_PER_GAL, finer: 1 },
  qt: { unit: "L", factor: L_PER_GAL / 4, finer: 1 },
  "fl oz": { unit: "mL", factor: (1000 * L_PER_GAL) / 128, finer: -1, wholeStep: 10 },
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
  const { finer, wholeStep = 1 }: Counterpart = COUNTERPARTS[unit];
  const kept = decimals + finer;
  const converted = valueIn(value, unit, "metric");
  return kept >= 0 ? converted.toFixed(kept) : String(Math.round(converted / wholeStep) * wholeStep);
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
/** An inch is also a word, and the end of a name. */
const INCH = String.raw`in(?! (?:the|a|an|this|that|its|one|${NAMED})\b)(?!${WRENCH})`;
const isTradeUnit = (text: string): text is TradeUnit => text in COUNTERPARTS;
const UNITS = Object.keys(COUNTERPARTS)
  .map((unit) => (unit === "in" ? INCH : unit))
  .join("|");
/** One or more numbers that share a unit ("20 to 60 psi", "9, 12 in"), then the unit as a word of its own. */
const FIGURE = new RegExp(
  String.raw`(?<![\w./-])((?:${NUMBER})(?:(?: to |, | and | or )(?:${NUMBER}))*) ?°?(${UNITS})(?![\w/-])`,
  "g",
);

const NUMBERS = new RegExp(NUMBER, "g");

/**
 * Returns a sentence with its figures in the family's units. Sizes that are names ("a 1/2 in stop", "3/8 OD") stay:
 * they are printed on the part, as do wrench sizes. The us family returns the sentence as it is.
 * `ownWords`: names within it that a person gave, which stay as they are written.
 */
export function sentenceIn(text: string, family: UnitFamily, ownWords: readonly string[] = []): string {
  if (family === "us") return text;
  const [name, ...others] = ownWords.filter((each) => each !== "");
  if (name !== undefined)
    return text
      .split(name)
      .map((between) => sentenceIn(between, family, others))
      .join(name);
  return text.replace(FIGURE, (figure, numbers: string, unit: string) => {
    if (!isTradeUnit(unit)) return figure;
    const converted = numbers.replace(NUMBERS, (number) => {
      const read = parseAmount(number);
      if (!read.ok) return number;
      const { numerator, denominator } = read.value;
      const [, decimals = ""] = number.split(".");
      return metricFigure(numerator / denominator, unit, decimals.length);
    });
    return `${converted} ${COUNTERPARTS[unit].unit}`;
  });
}
