/** What a survey offers to choose from. */
import { type End, isFactoryHose } from "../../core/end/index.ts";
import type { Fixture } from "../../core/plan/index.ts";
import type { Survey } from "../../core/survey/index.ts";
import type { Tables } from "../../core/tables.ts";
import { formatInches } from "../../core/units/index.ts";

/** Families met at a stop's outlet or box valve, and at inlets of fixtures (docs/data-sources.md, "Trade practice"). */
const SUPPLY_FAMILIES: readonly string[] = [
  "comp",
  "npt",
  "npsm",
  "hose",
  "flare",
  "quick",
  "g",
  "r",
  "pipe",
  "tube",
];
const INLET_FAMILIES: readonly string[] = [
  "bc",
  "comp",
  "npsm",
  "npt",
  "hose",
  "g",
  "metric",
  "flare",
  "tube",
  "quick",
];

/** Pipe and tube are called by a nominal size or by the outside one: both are said. */
const choice = (end: End) => {
  const { code, name, form, outsideIn } = end;
  return {
    code,
    isFactoryHose: isFactoryHose(end),
    name: form === "plain" && outsideIn !== null ? `${name}, ${formatInches(outsideIn)} in outside` : name,
  };
};

/** Ends to choose from, by name; the ones the survey has are always among them. */
export function endChoices(tables: Tables, survey: Survey) {
  const pick = (families: readonly string[], present: string) =>
    tables.ends
      .filter((end) => families.includes(end.family) || end.code === present)
      .sort(
        (a, b) =>
          families.indexOf(a.family) - families.indexOf(b.family) ||
          a.name.localeCompare(b.name, "en", { numeric: true }),
      )
      .map(choice);
  return { supply: pick(SUPPLY_FAMILIES, survey.supply.end), inlet: pick(INLET_FAMILIES, survey.inlet.end) };
}

/** Standards a plumber thinks of first at a fixture. */
const BY_FIXTURE: Readonly<Partial<Record<Fixture, readonly string[]>>> = {
  toilet: ["toiletLine"],
  refrigerator: ["refrigeratorLine"],
  dishwasher: ["dishwasherBackflow", "arrestorPlace"],
  washer: ["washerHose", "arrestorPlace"],
};

/** Returns every school a job can differ in, those of its fixture first. */
export function practiceRows(tables: Tables, fixture: Fixture) {
  const first = BY_FIXTURE[fixture] ?? [];
  return [...tables.schools]
    .sort((a, b) => Number(first.includes(b.key)) - Number(first.includes(a.key)))
    .map(({ key, choice: chosen, label, reason }) => ({ key, choice: chosen, label, reason }));
}
