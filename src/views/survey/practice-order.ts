/** The order in which a survey offers standards to choose otherwise. */
import type { Fixture } from "../../core/plan/index.ts";

/** Standards a plumber thinks of first at a fixture. */
const BY_FIXTURE: Readonly<Partial<Record<Fixture, readonly string[]>>> = {
  toilet: ["toiletLine"],
  refrigerator: ["refrigeratorLine"],
  dishwasher: ["dishwasherBackflow", "arrestorPlace"],
  washer: ["washerHose", "arrestorPlace"],
};

/** Returns every school a job can differ in, those of its fixture first. */
export function practicesFor<P extends { readonly key: string }>(
  practices: readonly P[],
  fixture: Fixture,
): readonly P[] {
  const first = BY_FIXTURE[fixture] ?? [];
  return practices.toSorted((a, b) => Number(first.includes(b.key)) - Number(first.includes(a.key)));
}
