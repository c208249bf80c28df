/** Standards a survey offers to choose otherwise. */
import type { Fixture } from "../../core/plan/index.ts";
import type { Tables } from "../../core/tables.ts";

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
