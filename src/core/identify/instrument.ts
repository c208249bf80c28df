/** What a reading was taken with: data/instruments.csv. */
export const INSTRUMENT_CODES = ["caliper", "tape", "eye"] as const;
export type InstrumentCode = (typeof INSTRUMENT_CODES)[number];

export interface Instrument {
  readonly code: InstrumentCode;
  readonly label: string;
  /** Two sigma, inches. */
  readonly halfWidthIn: number;
  readonly note: string;
}
