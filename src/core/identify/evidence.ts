/** What was measured and seen on an end nobody knows yet. Anything may be missing. */
import { MM_PER_IN } from "../constants/index.ts";

export const PLACES = ["stop-outlet", "fill-valve", "faucet", "appliance", "pipe", "unknown"] as const;
export type Place = (typeof PLACES)[number];

export const SEATS = ["cone", "flat", "ferrule", "tube-seat", "o-ring"] as const;
export type Seat = (typeof SEATS)[number];
export const SEAT_NAMES: Readonly<Record<Seat, string>> = {
  cone: "cone",
  flat: "flat face",
  ferrule: "ferrule",
  "tube-seat": "tube socket",
  "o-ring": "o-ring",
};

export const SEEN_MATERIALS = [
  "copper",
  "pex",
  "pe",
  "nylon",
  "cpvc",
  "steel",
  "vinyl",
  "pb",
  "pexal",
] as const;

/** Threads counted along a rule. */
export interface Count {
  readonly threads: number;
  readonly overIn: number;
}

/** Caliper from crest to crest: so many crests touched, first and last included. */
export interface Span {
  readonly crests: number;
  readonly spanIn: number;
  /** Half-width, two sigma. */
  readonly toleranceIn: number;
}

/** A second reading over the crests, further from the thread's free end. */
export interface SecondReading {
  readonly outsideIn: number;
  readonly alongIn: number;
}

export interface Measured {
  readonly outsideIn: number | null;
  readonly insideIn: number | null;
  /** Half-width of both readings' uncertainty: two sigma. */
  readonly toleranceIn: number;
  readonly threadsPerInch: number | null;
  /** Half-width. Under 0.6 it is taken for a thread gauge, from there on for a count. */
  readonly tpiTolerance: number;
  readonly pitchMm?: number;
  readonly count?: Count;
  readonly span: Span | null;
  readonly further?: SecondReading;
  /** Thread form, as a gauge leaf shows it. */
  readonly flankDeg?: 55 | 60;
  readonly gender: "male" | "female" | null;
  readonly taper: "no" | "yes" | "unknown";
  readonly threaded?: boolean;
  readonly material?: string;
  /** Only what was seen; what is not listed was not looked for. */
  readonly seal: readonly Seat[];
  /** Looked for a seat and saw none. */
  readonly noSeal?: boolean;
  readonly where: Place;
}

export const NOTHING_MEASURED: Measured = {
  outsideIn: null,
  insideIn: null,
  toleranceIn: 0.005,
  threadsPerInch: null,
  tpiTolerance: 1,
  span: null,
  gender: null,
  taper: "unknown",
  seal: [],
  where: "unknown",
};

/** Something that cannot be so, by the field it stands in. */
export interface EvidenceFault {
  readonly field: string;
  readonly message: string;
}

/** Largest end anybody lays a caliper on in this trade, inches; supply ends end at about 1.4. */
export const LARGEST_IN = 3;
/** Coarsest and finest thread met on any pipe or spout, threads in an inch, with room on both sides. */
export const TPI_LIMITS = { low: 6, high: 80 } as const;
/** Two tellings of one pitch that are further apart than this share cannot both be right (14 against 18 is 0.25). */
const PITCHES_APART = 0.45;

interface PitchClaim {
  readonly field: string;
  readonly tpi: number;
}

/** Returns every version of the pitch, as threads per inch, with the field it stands in. */
export function evidenceTpi({ threadsPerInch, pitchMm, count, span }: Measured): readonly PitchClaim[] {
  return [
    ...(threadsPerInch === null ? [] : [{ field: "threadsPerInch", tpi: threadsPerInch }]),
    ...(pitchMm === undefined ? [] : [{ field: "pitchMm", tpi: MM_PER_IN / pitchMm }]),
    ...(count === undefined ? [] : [{ field: "count", tpi: count.threads / count.overIn }]),
    ...(span === null ? [] : [{ field: "span", tpi: (span.crests - 1) / span.spanIn }]),
  ];
}

function rangeFaults(measured: Measured): readonly EvidenceFault[] {
  const lengths = [
    ["outsideIn", measured.outsideIn],
    ["insideIn", measured.insideIn],
    ["further", measured.further?.outsideIn ?? null],
  ] as const;
  return [
    ...lengths.flatMap(([field, value]) =>
      value !== null && !(value > 0 && value <= LARGEST_IN)
        ? [
            {
              field,
              message: `${value} in is no supply end: give a reading above 0 and up to ${LARGEST_IN} in.`,
            },
          ]
        : [],
    ),
    ...evidenceTpi(measured).flatMap(({ field, tpi }) =>
      tpi >= TPI_LIMITS.low && tpi <= TPI_LIMITS.high
        ? []
        : [
            {
              field,
              message: `${Math.round(tpi * 10) / 10} threads per inch: no supply thread is coarser than ${TPI_LIMITS.low} or finer than ${TPI_LIMITS.high}. Count again.`,
            },
          ],
    ),
  ];
}

function agreementFaults(measured: Measured): readonly EvidenceFault[] {
  const { outsideIn, insideIn, toleranceIn, threaded, taper, further, seal, flankDeg } = measured;
  const claims = evidenceTpi(measured);
  const first = claims[0];
  const hasThread = first !== undefined || flankDeg !== undefined || taper === "yes";
  const other = claims.find(({ tpi }) => first && Math.abs(tpi - first.tpi) > PITCHES_APART * first.tpi);
  return [
    ...(outsideIn !== null && insideIn !== null && insideIn > outsideIn + 2 * toleranceIn
      ? [
          {
            field: "insideIn",
            message: "The inside is larger than the outside: swap the two readings or measure again.",
          },
        ]
      : []),
    ...(threaded === false && hasThread
      ? [
          {
            field: "threaded",
            message: "No thread is ticked, yet a count, a pitch or a taper is given: clear one of them.",
          },
        ]
      : []),
    ...(first && other
      ? [
          {
            field: other.field,
            message: `${first.field} says about ${first.tpi.toFixed(1)} threads per inch and ${other.field} about ${other.tpi.toFixed(1)}: one of them is wrong. Measure the span again.`,
          },
        ]
      : []),
    ...(taper === "yes" && seal.includes("o-ring")
      ? [{ field: "seal", message: "A taper thread has no o-ring seat: clear one of the two." }]
      : []),
    ...(measured.noSeal && seal.length > 0
      ? [{ field: "noSeal", message: "A seat is ticked and none was seen: clear one of the two." }]
      : []),
    ...(seal.length > 3
      ? [{ field: "seal", message: "No end shows so many seats at once: keep what you really see." }]
      : []),
    ...(further !== undefined && outsideIn === null
      ? [{ field: "further", message: "The second reading needs the first, at the thread's free end." }]
      : []),
  ];
}

/**
 * Returns what cannot be so in the evidence: readings no supply end has, and answers that contradict each other.
 * Shape: empty when there is nothing to object to. Units: inches, threads per inch.
 */
export function evidenceFaults(measured: Measured): readonly EvidenceFault[] {
  const ranges = rangeFaults(measured);
  return ranges.length > 0 ? ranges : agreementFaults(measured);
}

/** Returns true when nothing at all narrows the choice but the place. */
export function isBlank(measured: Measured): boolean {
  return (
    measured.outsideIn === null &&
    measured.insideIn === null &&
    evidenceTpi(measured).length === 0 &&
    measured.gender === null &&
    measured.taper === "unknown" &&
    measured.threaded === undefined &&
    measured.material === undefined &&
    measured.flankDeg === undefined &&
    measured.seal.length === 0 &&
    !measured.noSeal
  );
}
