/** Fixtures, and what each is like to its supply. */
import type { Hazard } from "../part/index.ts";

/** What may run from a stop to a fixture. */
export const LINE_KINDS = ["line", "tube", "riser", "pipe"] as const;
export type LineKind = (typeof LINE_KINDS)[number];

/** What a fixture is like to its supply. */
export interface FixtureFacts {
  readonly fixture: Fixture;
  readonly label: string;
  readonly drinking: boolean;
  readonly solenoid: boolean;
  readonly unattended: boolean;
  readonly suggestsBackflow: boolean;
  readonly mixing: boolean;
  /** How it is usually fed with electricity. */
  readonly power: Power;
  /** Two people move it. */
  readonly heavy: boolean;
  /** It stands fast between its neighbours: its line comes off before it is pulled. */
  readonly isBuiltIn: boolean;
  /** Usual flow while it runs, gallons a minute. */
  readonly flowGpm: number;
  /** Least pressure at the inlet while it runs, psi. */
  readonly leastPsi: number;
  /** Least bore of a line, tube, pipe, valve or stop that feeds it, inches. */
  readonly leastBoreIn: number;
  /** What may run to it from the stop. */
  readonly lengthKinds: readonly LineKind[];
  /** How bad the water is that could come back from it. */
  readonly hazard: Hazard;
  /** A hose goes on its outlet. */
  readonly hasHoseOutlet: boolean;
  /** Its own end is the one hard to reach, up behind the bowl or the deck: that nut is made before the one at the stop. */
  readonly isFixtureEndFirst: boolean;
  /** Fixture whose usual survey serves where this one has none of its own; null: it has. */
  readonly like: Fixture | null;
}

/** How a fixture is fed with electricity. */
export const POWERS = ["plug", "hard-wired", "none"] as const;
export type Power = (typeof POWERS)[number];

export const FIXTURES = [
  "toilet",
  "bidet-seat",
  "bidet-sprayer",
  "bidet",
  "lavatory",
  "kitchen",
  "rinser",
  "dishwasher",
  "refrigerator",
  "brewer",
  "ice-machine",
  "washer",
  "tub-filler",
  "utility",
  "hydrant",
  "filter",
] as const;

export type Fixture = (typeof FIXTURES)[number];
