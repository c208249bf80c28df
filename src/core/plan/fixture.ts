/** Fixtures, and what each is like to its supply. */
/** What a fixture is like to its supply. */
export interface FixtureFacts {
  readonly fixture: Fixture;
  readonly label: string;
  readonly drinking: boolean;
  readonly solenoid: boolean;
  readonly unattended: boolean;
  readonly suggestsBackflow: boolean;
  readonly mixing: boolean;
  readonly powered: boolean;
  readonly heavy: boolean;
  /** Usual flow while it runs, gallons a minute. */
  readonly flowGpm: number;
  /** Fixture whose usual survey serves where this one has none of its own; null: it has. */
  readonly like: Fixture | null;
}

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
