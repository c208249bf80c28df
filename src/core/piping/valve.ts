/** Valves that shut the water of a site off, and the water each leaves without. */

import type { SourceKind } from "../source/index.ts";
import type { StopProof, Survey } from "../survey/index.ts";

/** What is without water while a valve is shut, the gravest first: a house is worse than one fixture. */
export const ZONE_KINDS = ["house", "hot", "branch", "fixture"] as const;
export type ZoneKind = (typeof ZONE_KINDS)[number];

export interface Zone {
  readonly name: string;
  readonly kind: ZoneKind;
}

/** A valve of the building that somebody has found and named. */
export interface Valve {
  readonly name: string;
  readonly shuts: ZoneKind;
  /** What is shut: both waters, or one; absent: not said. */
  readonly water?: Survey["water"];
  /** Ball, gate, globe, curb: in words; null: not noted. */
  readonly kind: string | null;
  readonly proof: StopProof;
}

/** Returns valves with the nearest to the fixtures first: a branch is nearer than the hot side, and that than the house. */
export const nearestFirst = <V extends Pick<Valve, "shuts">>(valves: readonly V[]): readonly V[] =>
  valves.toSorted((one, other) => ZONE_KINDS.indexOf(other.shuts) - ZONE_KINDS.indexOf(one.shuts));

/** The last valve of all inside a house. */
export const HOUSE_MAIN: Zone = { name: "house main", kind: "house" };

/** Returns the next valve up where nobody has named one: the heater's cold inlet for hot water, else the branch. */
export const nextValveUp = (water: Survey["water"]): Zone =>
  water === "hot" ? USUAL_SOURCE_VALVE.heater : { name: "cold branch, next valve up", kind: "branch" };

/** Returns true when a valve is known not to close. */
export const failsToClose = (proof: StopProof): boolean => FAILS.has(proof);

const FAILS: ReadonlySet<StopProof> = new Set(["dead", "seized", "unreachable"]);

/** The valve that shuts each source, where nobody has named one. Source: water, power and hands, 4 (docs/data-sources.md, "Trade practice"). */
export const USUAL_SOURCE_VALVE: Readonly<Record<SourceKind, Zone>> = {
  street: HOUSE_MAIN,
  heater: { name: "hot side, at the heater's cold inlet", kind: "hot" },
  tank: { name: "valve of the treated water's tank", kind: "branch" },
  well: { name: "valve after the well's pressure tank", kind: "house" },
  recirculation: { name: "return valve of the recirculation", kind: "branch" },
};
