/** How the shop in use writes figures and times: one setting for the whole program, read by everything that formats. */
import type { Span } from "../core/record/index.ts";
import {
  figureOf,
  figureText,
  parseFigure,
  sentenceIn,
  type TradeUnit,
  tapeFigure,
  tapeText,
  typedText,
  type UnitFamily,
  unitName,
  valueFrom,
  valueIn,
  withTypedUnit,
} from "../core/units/index.ts";

/** Hours counted to 24, or to 12 twice. */
export const CLOCKS = ["24", "12"] as const;

/** What the shop has set. */
export interface Display {
  readonly units: UnitFamily;
  readonly clock: (typeof CLOCKS)[number];
}

/** What holds until somebody has set anything. */
export const USUAL_DISPLAY: Display = { units: "us", clock: "24" };

/** In a browser the page says it; a server is told by the shop's settings. */
function displayOfPage(): Display {
  if (typeof document === "undefined") return USUAL_DISPLAY;
  const { units, clock } = document.documentElement.dataset;
  return { units: units === "metric" ? "metric" : "us", clock: clock === "12" ? "12" : "24" };
}

let inUse: Display = displayOfPage();

/** Sets how this program formats from now on: called by the server when the shop's settings are read or changed. */
export function showAs(display: Display): void {
  inUse = display;
}

/** Returns how the shop in use writes figures and times. */
export function displayInUse(): Display {
  return inUse;
}

/** "12 1/2 in", "318 mm". Units: inches in. */
export const lengthText = (lengthIn: number) => tapeText(lengthIn, inUse.units);

/** "12 1/2", "318": where the unit stands elsewhere. Units: inches in. */
export const lengthFigure = (lengthIn: number) => tapeFigure(lengthIn, inUse.units);

/** "58 psi", "4.00 bar": any figure that has a counterpart, with as many decimals as the trade's figure is given with. */
export const quantityText = (value: number, unit: TradeUnit, decimals = 0) =>
  figureText(value, unit, inUse.units, decimals);

/** "58", "4.00": where the unit stands elsewhere. */
export const quantityFigure = (value: number, unit: TradeUnit, decimals = 0) =>
  figureOf(value, unit, inUse.units, decimals);

/** "55 to 60 psi", "3.79 to 4.14 bar". */
export const rangeText = (low: number, high: number, unit: TradeUnit, decimals = 0) =>
  `${quantityFigure(low, unit, decimals)} to ${quantityText(high, unit, decimals)}`;

/** A figure as a chart in the shop's units plots it, not rounded. */
export const shopValue = (value: number, unit: TradeUnit) => valueIn(value, unit, inUse.units);

/** The figure in the trade's unit of one in the shop's. */
export const fromShopValue = (value: number, unit: TradeUnit) => valueFrom(value, unit, inUse.units);

/** What a field holds for a figure nobody typed: whole in the trade's unit, to the hundredth in a metric one. */
export const fieldText = (value: number, unit: TradeUnit) =>
  inUse.units === "us" ? String(value) : String(Number(shopValue(value, unit).toFixed(2)));

/** What was typed before, as a field of this shop shows it. */
export const typedInField = (typed: string, unit: "in" | "psi") =>
  inUse.units === "us" ? typed : typedText(typed, unit);

/** Pressure (psi) or temperature (F) as typed, in either family's units; null: no such figure, or out of bounds. */
export function readFigure(text: string, unit: "psi" | "F", least: number, most: number): number | null {
  const read = parseFigure(withShopUnit(text, unit), unit);
  return read.ok && read.value >= least && read.value <= most ? read.value : null;
}

/** A sentence with its figures in the shop's units; names that a person gave stay as they are. */
export const inShopUnits = (text: string, ownWords: readonly string[] = []) =>
  sentenceIn(text, inUse.units, ownWords);

/** A piece of a document in the shop's units; a person's own words stay as they were written. */
export const spanInShopUnits = (span: Span): string =>
  typeof span === "string" ? inShopUnits(span) : span.isOwnWords ? span.text : inShopUnits(span.text);

/** Name of a unit as the shop writes it: "psi" or "bar". */
export const shopUnit = (unit: TradeUnit) => unitName(unit, inUse.units);

/** What was typed, with the unit a bare number has in this shop. */
export const withShopUnit = (text: string, unit: "in" | "psi" | "F") =>
  withTypedUnit(text, unit, inUse.units);
