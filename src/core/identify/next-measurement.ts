/** Which one further measurement would tell the leading candidates apart best: expected information, in bits. */
import type { EndCode } from "../end/index.ts";
import { type Measured, SEATS, SEEN_MATERIALS, type Seat } from "./evidence.ts";
import {
  countChance,
  furtherSigmaIn,
  materialChance,
  normal,
  readingDensity,
  SEES,
  STRAY_SEAT,
  spanDensity,
} from "./likelihood.ts";
import { noSeatChance, type Profile } from "./profile.ts";

export const NEXT_KINDS = [
  "across",
  "span",
  "count",
  "taper",
  "form",
  "seat",
  "gender",
  "thread",
  "material",
] as const;
export type NextKind = (typeof NEXT_KINDS)[number];

export interface NextMeasurement {
  readonly kind: NextKind;
  readonly measure: string;
  /** Crests to touch, for a span. */
  readonly crests: number | null;
  /** Leading candidates it tells from the first. */
  readonly separates: readonly EndCode[];
  readonly gainBits: number;
}

export interface RankedProfile {
  readonly profile: Profile;
  readonly probability: number;
}

/** Chances of each outcome of a measurement on one end; they add up to about 1. */
type Outcomes = readonly number[];

interface MeasurementChoice {
  readonly kind: NextKind;
  readonly measure: string;
  readonly crests: number | null;
  readonly outcomes: (profile: Profile) => Outcomes;
}

/** A careful caliper, one sigma, inches: what a further measurement would be made with. */
const CALIPER_SIGMA_IN = 0.0025;
const CALIPER_TOLERANCE_IN = 0.005;
/** Readings taken this far apart along a thread show its taper: 0.023 in on a taper of 1 in 16. */
export const FURTHER_ALONG_IN = 0.375;
/** A rule laid along the thread. */
export const COUNT_OVER_IN = 0.5;
const MOST_COUNT = 18;
const CRESTS = { fewest: 4, most: 11 } as const;
const BINS = 48;
/** Candidates below this are not worth a measurement. */
const LEADING = 0.003;
const MOST_LEADING = 10;
/** Less than this is not worth another look. */
const WORTH_BITS = 0.02;
/** A caliper reading coarser than this is worth repeating. */
const COARSE_IN = 0.01;

function binned(low: number, high: number, density: (at: number) => number): Outcomes {
  const width = (high - low) / BINS;
  return Array.from({ length: BINS }, (_, bin) => density(low + (bin + 0.5) * width) * width);
}

function extent(
  profiles: readonly Profile[],
  of: (profile: Profile) => readonly number[],
  margin: number,
): { readonly low: number; readonly high: number } {
  const values = profiles.flatMap(of);
  return { low: Math.min(...values) - margin, high: Math.max(...values) + margin };
}

/** Returns as many crests as the shortest of the threads has room for. */
export function crestsToSpan(profiles: readonly Profile[]): number {
  const room = profiles.flatMap(({ thread, gender }) =>
    thread === null ? [] : [Math.floor(thread.usableIn[gender] / thread.pitchIn) + 1],
  );
  return Math.max(CRESTS.fewest, Math.min(CRESTS.most, ...room));
}

function acrossChoice(profiles: readonly Profile[], measured: Measured): readonly MeasurementChoice[] {
  const lead = profiles[0];
  if (!lead) return [];
  const has = lead.across === "outside" ? measured.outsideIn : measured.insideIn;
  if (has !== null && measured.toleranceIn <= COARSE_IN) return [];
  const { low, high } = extent(profiles, ({ reads }) => [reads.low, reads.high], 0.01);
  const what = lead.thread === null ? "tube" : "crests";
  return [
    {
      kind: "across",
      measure:
        lead.across === "outside"
          ? `caliper across the outside, over the ${what}`
          : "caliper across the inside, at the mouth",
      crests: null,
      outcomes: (profile) =>
        profile.across === lead.across
          ? binned(low, high, (at) => readingDensity(profile, at, CALIPER_SIGMA_IN))
          : binned(low, high, () => 1 / (high - low)),
    },
  ];
}

function pitchChoices(profiles: readonly Profile[], measured: Measured): readonly MeasurementChoice[] {
  const threaded = profiles.filter(({ thread }) => thread !== null);
  if (threaded.length < 2 || measured.threaded === false) return [];
  const crests = crestsToSpan(threaded);
  const { low, high } = extent(
    threaded,
    ({ thread }) => (thread === null ? [] : [(crests - 1) * thread.pitchIn]),
    4 * CALIPER_SIGMA_IN,
  );
  const flat = () => 1 / (high - low);
  const span: MeasurementChoice = {
    kind: "span",
    measure: `span over ${crests} crests`,
    crests,
    outcomes: ({ thread }) =>
      binned(
        low,
        high,
        thread === null ? flat : (at) => spanDensity(at, crests, thread.pitchIn, CALIPER_SIGMA_IN),
      ),
  };
  const count: MeasurementChoice = {
    kind: "count",
    measure: "count the threads in half an inch",
    crests: null,
    outcomes: ({ thread }) =>
      Array.from({ length: MOST_COUNT }, (_, threads) =>
        thread === null ? 1 / MOST_COUNT : countChance(threads, COUNT_OVER_IN, 1 / thread.pitchIn),
      ),
  };
  const hasCount = measured.count !== undefined || measured.threadsPerInch !== null;
  const hasSpan = measured.span !== null && measured.span.crests >= CRESTS.fewest;
  return [...(hasSpan ? [] : [span]), ...(hasCount || hasSpan ? [] : [count])];
}

const yesNo = (chance: number): Outcomes => [chance, 1 - chance];

function taperChoice(profiles: readonly Profile[], measured: Measured): readonly MeasurementChoice[] {
  if (measured.further !== undefined || !profiles.some(({ thread }) => thread !== null)) return [];
  if (profiles[0]?.gender === "female")
    return measured.taper === "unknown"
      ? [
          {
            kind: "taper",
            measure: "look for a taper: is it wider at the mouth than three turns in?",
            crests: null,
            outcomes: ({ isTapered }) => yesNo(isTapered ? SEES.taper : 1 - SEES.straight),
          },
        ]
      : [];
  const sigma = furtherSigmaIn(CALIPER_TOLERANCE_IN);
  const grows = FURTHER_ALONG_IN / 16;
  const [low, high] = [-4 * sigma, grows + 4 * sigma];
  return [
    {
      kind: "taper",
      measure: "a second reading over the crests, 3/8 in further back: does it grow?",
      crests: null,
      outcomes: ({ isTapered }) => binned(low, high, (at) => normal(at, isTapered ? grows : 0, sigma)),
    },
  ];
}

function seatOutcomes(profile: Profile): Outcomes {
  return [...SEATS.map((seat) => profile.seats.get(seat) ?? STRAY_SEAT), noSeatChance(profile)];
}

const SEAT_WORDS: Readonly<Record<Seat, string>> = {
  cone: "a cone",
  flat: "a flat face or washer",
  ferrule: "a ferrule",
  "tube-seat": "a socket that takes the tube",
  "o-ring": "an o-ring",
};

/** The seat whose sight speaks loudest between the first two. */
function tellingSeat(profiles: readonly Profile[]): Seat {
  const [one, two] = profiles;
  const chancesApart = (seat: Seat) =>
    Math.abs((one?.seats.get(seat) ?? STRAY_SEAT) - (two?.seats.get(seat) ?? STRAY_SEAT));
  return SEATS.reduce((best, seat) => (chancesApart(seat) > chancesApart(best) ? seat : best), "cone");
}

function lookChoices(profiles: readonly Profile[], measured: Measured): readonly MeasurementChoice[] {
  return [
    ...(measured.seal.length > 0 || measured.noSeal
      ? []
      : [
          {
            kind: "seat",
            measure: `look for ${SEAT_WORDS[tellingSeat(profiles)]}`,
            crests: null,
            outcomes: seatOutcomes,
          } as const,
        ]),
    ...(measured.gender !== null
      ? []
      : [
          {
            kind: "gender",
            measure: "is it male (threads or tube outside) or female?",
            crests: null,
            outcomes: ({ gender }: Profile) => yesNo(gender === "male" ? SEES.gender : 1 - SEES.gender),
          } as const,
        ]),
    ...(measured.threaded !== undefined || measured.span !== null || measured.count !== undefined
      ? []
      : [
          {
            kind: "thread",
            measure: "is there a thread at all?",
            crests: null,
            outcomes: ({ thread }: Profile) => yesNo(thread === null ? 1 - SEES.thread : SEES.thread),
          } as const,
        ]),
    ...(measured.material !== undefined
      ? []
      : [
          {
            kind: "material",
            measure: "what is it made of?",
            crests: null,
            outcomes: (profile: Profile) => SEEN_MATERIALS.map((seen) => materialChance(profile, seen)),
          } as const,
        ]),
    ...(measured.flankDeg !== undefined
      ? []
      : [
          {
            kind: "form",
            measure: "lay a 55 and a 60 degree gauge leaf in the thread: which one fits without light?",
            crests: null,
            outcomes: ({ thread }: Profile) =>
              thread === null ? yesNo(0.5) : yesNo(thread.flankDeg === 55 ? SEES.form : 1 - SEES.form),
          } as const,
        ]),
  ];
}

/** Mutual information between candidate and outcome. */
function gainBits(leading: readonly RankedProfile[], table: readonly Outcomes[]): number {
  const size = table[0]?.length ?? 0;
  const total = leading.reduce((sum, { probability }) => sum + probability, 0);
  let bits = 0;
  for (let at = 0; at < size; at += 1) {
    const mean = leading.reduce(
      (sum, { probability }, row) => sum + (probability / total) * (table[row]?.[at] ?? 0),
      0,
    );
    for (const [row, { probability }] of leading.entries()) {
      const chance = table[row]?.[at] ?? 0;
      if (chance > 1e-12 && mean > 0) bits += (probability / total) * chance * Math.log2(chance / mean);
    }
  }
  return bits;
}

/** Share of outcomes two ends have in common: 1 says the measurement cannot tell them apart. */
function overlap(one: Outcomes, other: Outcomes): number {
  return one.reduce((sum, chance, at) => sum + Math.min(chance, other[at] ?? 0), 0);
}

const TOLD_APART = 0.5;

/**
 * Returns the measurement with the most expected information about the leading candidates.
 * Shape: null when one candidate stands alone or nothing would tell them apart. Units: bits.
 * Source: mutual information of candidate and outcome, outcomes in 48 bins.
 */
export function nextMeasurement(
  ranked: readonly RankedProfile[],
  measured: Measured,
): NextMeasurement | null {
  const leading = ranked.filter(({ probability }) => probability >= LEADING).slice(0, MOST_LEADING);
  if (leading.length < 2) return null;
  const profiles = leading.map(({ profile }) => profile);
  const choices = [
    ...pitchChoices(profiles, measured),
    ...acrossChoice(profiles, measured),
    ...taperChoice(profiles, measured),
    ...lookChoices(profiles, measured),
  ].map((choice) => {
    const table = profiles.map(choice.outcomes);
    return { choice, table, bits: gainBits(leading, table) };
  });
  const best = choices.reduce<(typeof choices)[number] | undefined>(
    (top, each) => (top === undefined || each.bits > top.bits + 1e-9 ? each : top),
    undefined,
  );
  if (best === undefined || best.bits < WORTH_BITS) return null;
  const [first = [], ...others] = best.table;
  const distinguishable = others.flatMap((outcomes, at) =>
    overlap(first, outcomes) < TOLD_APART ? [profiles[at + 1]?.end.code ?? ""] : [],
  );
  const { kind, measure, crests } = best.choice;
  return { kind, measure, crests, separates: distinguishable, gainBits: best.bits };
}
