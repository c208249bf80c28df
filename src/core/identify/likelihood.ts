/**
 * The observation model: how likely each piece of evidence is on each end, and on "none of these".
 * Every figure here is a judgement with its reason beside it; simulators/simulators.test.ts holds the whole to its stated probabilities.
 */
import { MM_PER_IN, PIPE_TAPER } from "../constants/index.ts";
import type { Range } from "../end/index.ts";
import { normalCdf } from "../numerics/index.ts";
import type { Count, Measured, Span } from "./evidence.ts";
import { noSeatChance, type Profile } from "./profile.ts";

/** One piece of evidence: the field of Measured it stands in. */
export type Clue =
  | "outsideIn"
  | "insideIn"
  | "threadsPerInch"
  | "pitchMm"
  | "count"
  | "span"
  | "further"
  | "flankDeg"
  | "gender"
  | "threaded"
  | "taper"
  | "material"
  | "seal"
  | "noSeal";

/** Null stands for an end that is in no table. */
export type Hypothesis = Profile | null;

/** Readings of unknown things spread over this much, inches: supply ends read 0.2 to 1.4. */
const READING_SPREAD_IN = 1.6;
/** A caliper slips, a number is misread: one reading in 200. */
const READING_SLIP = 0.005;
/** One thread in five has lost some of its crests. */
const WORN_SHARE = 0.2;
/** No instrument reads closer than its last digit, inches. */
const LEAST_SIGMA_IN = 0.0005;
/** Inside of tube differs by maker, inches, one sigma. */
const BORE_SIGMA_IN = 0.015;
/** Somebody lays a caliper over the body of a nut instead of its thread: the reading says nothing. */
const OVER_THE_BODY = 0.1;
/** Counting against a rule: -1, right, +1. */
const MISCOUNT: readonly (readonly [off: number, chance: number])[] = [
  [-1, 0.2],
  [0, 0.6],
  [1, 0.2],
];
/** Counts a thread of unknown pitch may give, per inch counted: 8 to 32. */
const COUNT_SPREAD_PER_IN = 24;
/** A crest too few or too many under the jaws. */
const MISSPAN: readonly (readonly [off: number, chance: number])[] = [
  [0, 0.97],
  [-1, 0.015],
  [1, 0.015],
];
/** Pitches of unknown threads: 8 to 32 per inch, even on a logarithm. */
const LOG_PITCH_SPREAD = Math.log(4);
/** A gauge leaf is taken for its neighbour now and then; otherwise it fits within this, threads per inch. */
const LEAF_SLIP = 0.02;
const LEAF_SIGMA_TPI = 0.2;
const LEAF_SIGMA_MM = 0.03;
const TPI_SPREAD = 24;
const MM_SPREAD = 2.4;
/** Below this a stated tolerance means a gauge, not a count. */
const GAUGE_BELOW_TPI = 0.6;
/** A thread claimed on something smooth, or the reverse. */
const BY_EYE = 0.003;
/** Seeing, when asked: chance that the eye says what is there. */
export const SEES = {
  gender: 0.99,
  thread: 0.995,
  taper: 0.85,
  straight: 0.94,
  form: 0.93,
  material: 0.95,
} as const;
/** A seat seen where the table has none; and on a thing in no table. */
export const STRAY_SEAT = 0.03;
const UNKNOWN_SEAT = 0.25;
/** What fittings are made of, as far as the eye tells; and a thing in no table. */
const FITTING_MATERIAL: Readonly<Record<string, number>> = { brass: 0.6, plastic: 0.25 };
const STRAY_MATERIAL = 0.02;
const UNKNOWN_MATERIAL = 0.1;
/** How unevenly crests stand, when two readings are compared, inches. */
const CREST_SIGMA_IN = 0.002;

const SQRT_2PI = Math.sqrt(2 * Math.PI);

/** Returns the density of a normal. */
export function normal(x: number, mean: number, sigma: number): number {
  const z = (x - mean) / sigma;
  return Math.exp(-0.5 * z * z) / (sigma * SQRT_2PI);
}

/** Density of a reading: even over the range, blurred by the instrument. A range of no width is a plain normal. */
function blurred(x: number, { low, high }: Range, sigma: number): number {
  if (high - low < 1e-9) return normal(x, low, sigma);
  const share = normalCdf((x - low) / sigma) - normalCdf((x - high) / sigma);
  return Math.max(0, share) / (high - low);
}

function sigmaOf(toleranceIn: number): number {
  return Math.max(LEAST_SIGMA_IN, toleranceIn / 2);
}

function withSlip(density: number, slip: number, spread: number): number {
  return (1 - slip) * density + slip / spread;
}

/** Returns the density of a caliper or tape reading across the thread, socket or tube. */
export function readingDensity(profile: Profile, atIn: number, sigma: number): number {
  const good = blurred(atIn, profile.reads, sigma);
  const mixed =
    profile.thread === null
      ? good
      : (1 - WORN_SHARE) * good + WORN_SHARE * blurred(atIn, profile.worn, sigma);
  return withSlip(mixed, READING_SLIP, READING_SPREAD_IN);
}

function outside(hypothesis: Hypothesis, atIn: number, measured: Measured): number {
  if (hypothesis === null) return 1 / READING_SPREAD_IN;
  if (hypothesis.across === "outside") return readingDensity(hypothesis, atIn, sigmaOf(measured.toleranceIn));
  return (measured.gender === "female" ? 1 : OVER_THE_BODY) / READING_SPREAD_IN;
}

function inside(hypothesis: Hypothesis, atIn: number, measured: Measured): number {
  if (hypothesis === null) return 1 / READING_SPREAD_IN;
  const sigma = sigmaOf(measured.toleranceIn);
  if (hypothesis.across === "inside") return readingDensity(hypothesis, atIn, sigma);
  const { boreIn } = hypothesis.end;
  if (boreIn !== null)
    return withSlip(normal(atIn, boreIn, Math.hypot(sigma, BORE_SIGMA_IN)), READING_SLIP, READING_SPREAD_IN);
  const isTheBore = measured.gender === "male" || measured.outsideIn !== null;
  return (isTheBore ? 1 : OVER_THE_BODY) / READING_SPREAD_IN;
}

/** Returns the chance of counting so many threads: the rule's phase decides between the two nearest counts, the eye is off by one now and then. */
export function countChance(threads: number, overIn: number, tpi: number): number {
  const expected = tpi * overIn;
  const floor = Math.floor(expected + 1e-9);
  const share = expected - floor;
  const exactly = (count: number) => (count === floor ? 1 - share : count === floor + 1 ? share : 0);
  return MISCOUNT.reduce((sum, [off, chance]) => sum + chance * exactly(threads - off), 0);
}

/** The same for a count that fell between two: half way to both. */
function interpolatedCount(threads: number, overIn: number, tpi: number): number {
  const low = Math.floor(threads + 1e-9);
  const share = Math.max(0, threads - low);
  const at = (count: number) => countChance(count, overIn, tpi);
  return (1 - share) * at(low) + (share > 1e-9 ? share * at(low + 1) : 0);
}

function count(hypothesis: Hypothesis, { threads, overIn }: Count): number {
  const spread = COUNT_SPREAD_PER_IN * overIn + 1;
  if (hypothesis === null) return 1 / spread;
  if (hypothesis.thread === null) return BY_EYE / spread;
  return withSlip(interpolatedCount(threads, overIn, 1 / hypothesis.thread.pitchIn), LEAF_SLIP, spread);
}

/**
 * Threads per inch as somebody states them. A narrow tolerance is a gauge leaf; a wide one a count, over as much as
 * makes one thread that wide, or over the half inch most ends leave room for.
 */
function statedPitch(hypothesis: Hypothesis, tpi: number, tolerance: number): number {
  if (hypothesis === null) return 1 / TPI_SPREAD;
  if (hypothesis.thread === null) return BY_EYE / TPI_SPREAD;
  const truth = 1 / hypothesis.thread.pitchIn;
  if (tolerance < GAUGE_BELOW_TPI)
    return withSlip(normal(tpi, truth, Math.max(LEAF_SIGMA_TPI, tolerance / 2)), LEAF_SLIP, TPI_SPREAD);
  const windows = tolerance < 2 ? [1 / tolerance, 0.5] : [1 / tolerance];
  const chance = windows.reduce(
    (sum, overIn) => sum + (interpolatedCount(tpi * overIn, overIn, truth) * overIn) / windows.length,
    0,
  );
  return withSlip(chance, LEAF_SLIP, TPI_SPREAD);
}

/** Returns the density of a span over so many crests on a thread of the pitch. */
export function spanDensity(spanIn: number, crests: number, pitchIn: number, sigma: number): number {
  return MISSPAN.reduce(
    (sum, [off, chance]) => sum + chance * normal(spanIn, (crests - 1 + off) * pitchIn, sigma),
    0,
  );
}

function span(hypothesis: Hypothesis, { crests, spanIn, toleranceIn }: Span): number {
  const none = 1 / (spanIn * LOG_PITCH_SPREAD);
  if (hypothesis === null) return none;
  if (hypothesis.thread === null) return BY_EYE * none;
  return withSlip(
    spanDensity(spanIn, crests, hypothesis.thread.pitchIn, sigmaOf(toleranceIn)),
    READING_SLIP,
    1 / none,
  );
}

function pitchMm(hypothesis: Hypothesis, mm: number): number {
  if (hypothesis === null) return 1 / MM_SPREAD;
  if (hypothesis.thread === null) return BY_EYE / MM_SPREAD;
  return withSlip(normal(mm, hypothesis.thread.pitchIn * MM_PER_IN, LEAF_SIGMA_MM), LEAF_SLIP, MM_SPREAD);
}

/** Returns the spread of the difference of two readings, inches. */
export function furtherSigmaIn(toleranceIn: number): number {
  return Math.hypot(Math.SQRT2 * sigmaOf(toleranceIn), CREST_SIGMA_IN);
}

function secondReading(hypothesis: Hypothesis, measured: Measured): number {
  const { outsideIn, toleranceIn } = measured;
  if (outsideIn === null || measured.further === undefined) return 1;
  const { outsideIn: farIn, alongIn } = measured.further;
  const sigma = furtherSigmaIn(toleranceIn);
  const grows = (per: number) =>
    withSlip(normal(farIn - outsideIn, per * alongIn, sigma), READING_SLIP, READING_SPREAD_IN);
  if (hypothesis === null) return 0.5 * (grows(0) + grows(PIPE_TAPER));
  return grows(hypothesis.isTapered && hypothesis.gender === "male" ? PIPE_TAPER : 0);
}

const says = (agrees: boolean, right: number) => (agrees ? right : 1 - right);

function taper(hypothesis: Hypothesis, said: "yes" | "no"): number {
  if (hypothesis === null) return 0.5;
  return hypothesis.isTapered ? says(said === "yes", SEES.taper) : says(said === "no", SEES.straight);
}

/** Returns the chance that a thing is said to be made of a material. */
export function materialChance(hypothesis: Hypothesis, seen: string): number {
  const own = hypothesis?.end.material ?? null;
  if (hypothesis === null) return UNKNOWN_MATERIAL;
  if (own === null) return FITTING_MATERIAL[seen] ?? STRAY_MATERIAL;
  return own === seen ? SEES.material : (1 - SEES.material) / 4;
}

/** Returns the likelihood of each clue that was given, in a fixed order. */
export function clueLikelihoods(
  hypothesis: Hypothesis,
  measured: Measured,
): readonly (readonly [Clue, number])[] {
  const likelihoods: (readonly [Clue, number])[] = [];
  const add = (clue: Clue, likelihood: number) => likelihoods.push([clue, likelihood]);
  if (measured.outsideIn !== null) add("outsideIn", outside(hypothesis, measured.outsideIn, measured));
  if (measured.insideIn !== null) add("insideIn", inside(hypothesis, measured.insideIn, measured));
  if (measured.threadsPerInch !== null)
    add("threadsPerInch", statedPitch(hypothesis, measured.threadsPerInch, measured.tpiTolerance));
  if (measured.pitchMm !== undefined) add("pitchMm", pitchMm(hypothesis, measured.pitchMm));
  if (measured.count !== undefined) add("count", count(hypothesis, measured.count));
  if (measured.span !== null) add("span", span(hypothesis, measured.span));
  if (measured.further !== undefined) add("further", secondReading(hypothesis, measured));
  if (measured.flankDeg !== undefined) add("flankDeg", flank(hypothesis, measured.flankDeg));
  if (measured.gender !== null)
    add("gender", hypothesis === null ? 0.5 : says(hypothesis.gender === measured.gender, SEES.gender));
  if (measured.threaded !== undefined)
    add(
      "threaded",
      hypothesis === null ? 0.5 : says((hypothesis.thread !== null) === measured.threaded, SEES.thread),
    );
  if (measured.taper !== "unknown") add("taper", taper(hypothesis, measured.taper));
  if (measured.material !== undefined) add("material", materialChance(hypothesis, measured.material));
  for (const seat of measured.seal)
    add("seal", hypothesis === null ? UNKNOWN_SEAT : (hypothesis.seats.get(seat) ?? STRAY_SEAT));
  if (measured.noSeal) add("noSeal", hypothesis === null ? UNKNOWN_SEAT : noSeatChance(hypothesis));
  return likelihoods;
}

function flank(hypothesis: Hypothesis, seen: 55 | 60): number {
  if (hypothesis === null) return 0.5;
  if (hypothesis.thread === null) return BY_EYE;
  return says(hypothesis.thread.flankDeg === seen, SEES.form);
}
