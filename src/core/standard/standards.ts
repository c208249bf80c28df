/** The practices capable practitioners differ in, and the one a shop holds to. */

export const PRACTICES = {
  taperSealant: ["tape", "paste", "both"],
  ferruleFilm: ["none", "film"],
  refrigeratorLine: ["braided", "copper", "plastic"],
  toiletLine: ["braided", "rigid"],
  reuseLine: ["never", "recent"],
  pipeJoint: ["solder", "press", "push-fit", "compression", "crimp", "expansion"],
  concealedPushFit: ["refuse", "warn", "allow"],
  hammer: ["arrestor", "air-chamber", "if-heard"],
  dishwasherBackflow: ["air-gap", "high-loop"],
  multiTurnStop: ["back-half", "full"],
  lineSlack: ["quarter-inch", "half-inch", "inch"],
  washerHose: ["braided", "rubber"],
  arrestorPlace: ["valve", "stop"],
  tubeJoint: ["push", "compression"],
  tankNut: ["plastic", "metal"],
  ownStop: ["always", "when-shared", "never"],
  flushBeforeLast: ["yes", "no"],
  seatedFerrule: ["again", "new"],
} as const;

export type PracticeKey = keyof typeof PRACTICES;
export type Standards = { readonly [K in PracticeKey]: (typeof PRACTICES)[K][number] };

/** One practice of one question, with the reason that is shown where a plan uses it. */
export interface PracticeOption {
  /** A PracticeKey, as data/schools.csv spells it. */
  readonly key: string;
  readonly choice: string;
  readonly label: string;
  readonly isDefault: boolean;
  readonly reason: string;
}

/** The product's own defaults: a shop changes them once, a job overrides them. Reasons stand in data/schools.csv. */
export const DEFAULT_STANDARDS: Standards = {
  taperSealant: "tape",
  ferruleFilm: "none",
  refrigeratorLine: "braided",
  toiletLine: "braided",
  reuseLine: "never",
  pipeJoint: "push-fit",
  concealedPushFit: "refuse",
  hammer: "arrestor",
  dishwasherBackflow: "air-gap",
  multiTurnStop: "back-half",
  lineSlack: "quarter-inch",
  washerHose: "braided",
  arrestorPlace: "valve",
  tubeJoint: "push",
  tankNut: "plastic",
  ownStop: "when-shared",
  flushBeforeLast: "no",
  seatedFerrule: "again",
};

/** Returns every question answered: what was set, else the default practice. */
export function completeStandards(set: Partial<Standards>): Standards {
  return { ...DEFAULT_STANDARDS, ...set };
}
