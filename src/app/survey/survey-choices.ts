/** What a survey offers to choose from. */
import type { End } from "../../core/end/index.ts";
import type { Fixture } from "../../core/plan/index.ts";
import type { Survey } from "../../core/survey/index.ts";
import type { Tables } from "../../core/tables.ts";

/** Families met at a stop's outlet or box valve, and at inlets of fixtures (docs/data-sources.md, "Trade practice"). */
const SUPPLY_FAMILIES: readonly string[] = ["comp", "npt", "npsm", "hose", "flare", "quick", "g", "pipe"];
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

const choice = ({ code, name }: End) => ({ code, name });

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

const ALWAYS = ["taperSealant", "ferruleFilm", "reuseLine", "multiTurnStop", "lineSlack"];
const BY_FIXTURE: Readonly<Partial<Record<Fixture, readonly string[]>>> = {
  toilet: ["toiletLine"],
  refrigerator: ["refrigeratorLine"],
  dishwasher: ["dishwasherBackflow", "arrestorPlace"],
  washer: ["washerHose", "arrestorPlace"],
};

/** Returns the schools a job of this fixture can differ in. */
export function practiceRows(tables: Tables, fixture: Fixture) {
  const keys = [...(BY_FIXTURE[fixture] ?? []), ...ALWAYS];
  return tables.schools
    .filter((school) => keys.includes(school.key))
    .map(({ key, choice: chosen, label, reason }) => ({ key, choice: chosen, label, reason }));
}
