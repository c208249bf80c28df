/** What may move the water of a held section besides a leak, as columns of a linear model in stored volume. */
import { halton } from "./normal.ts";
import {
  complianceAt,
  HOSE_CREEP_PER_DECADE,
  HOSE_ML_PER_PSI_FT,
  type Section,
  storedMl,
  thermalMl,
  wallOf,
  type Yielding,
  yieldingOf,
} from "./section.ts";
import type { Point } from "./trace.ts";

/** One guess at all that no column can be linear in. */
export interface Guess {
  readonly yielding: Yielding;
  /** Leak and seep go with (P/60)^n: 0.5 a hole, 1 a weep. */
  readonly exponent: number;
  /** Time constant of settling after filling, s. */
  readonly settleSec: number;
  /** Time from pressurising to the first reading, s. */
  readonly heldSec: number;
  readonly logWeight: number;
}

export interface DrawOff {
  readonly ml: number;
  readonly psiBefore: number;
  readonly psiAfter: number;
  /** How far off the measured volume may be, mL, one sigma. */
  readonly mlSd?: number;
}

/** Guesses a draw-off chooses from, and how many are kept: enough that a few per cent still leave dozens. */
const CANDIDATES = 3072;
const KEPT = 64;
const DIMENSIONS = 7;

const along = ([low, high]: readonly [number, number], share: number) => low * (high / low) ** share;
const between = ([low, high]: readonly [number, number], share: number) => low + share * (high - low);

/** Trapped air from a film of bubbles to a twelfth of the section, mL at atmosphere: an unbled section holds no more. */
const airRange = (volumeMl: number): readonly [number, number] => [0.01, Math.max(2, volumeMl / 12)];
const SETTLE_SEC = [40, 900] as const;
/** When nobody said how long it was held before the first reading. */
const HELD_SEC = [3, 180] as const;
/** The volume of a section is known to about so much, one way or the other. */
const VOLUME_SHARE = [0.85, 1.18] as const;

function candidate(section: Section, heldSec: number | null, index: number): Guess {
  const [air = 0.5, hose = 0.5, wall = 0.5, volume = 0.5, exponent = 0.5, settle = 0.5, held = 0.5] = halton(
    index,
    DIMENSIONS,
  );
  const sized = { ...section, volumeMl: section.volumeMl * along(VOLUME_SHARE, volume) };
  return {
    yielding: yieldingOf(sized, {
      wallPsi: along(wallOf(section).stiffnessPsi, wall),
      hoseMlPerPsiFt: section.hoseType === null ? 0 : along(HOSE_ML_PER_PSI_FT[section.hoseType], hose),
      airMl: along(airRange(section.volumeMl), air),
    }),
    exponent: between([0.5, 1], exponent),
    settleSec: along(SETTLE_SEC, settle),
    heldSec: heldSec ?? along(HELD_SEC, held),
    logWeight: 0,
  };
}

/** A syringe is read to a tenth of a mL, and to two in a hundred. */
const syringeSd = (ml: number) => Math.hypot(0.05, 0.02 * ml);

function drawOffFit(
  { yielding }: Guess,
  { ml, psiBefore, psiAfter, mlSd }: DrawOff,
  readingPsi: number,
): number {
  const out = storedMl(yielding, psiBefore) - storedMl(yielding, psiAfter);
  const sd = Math.hypot(
    mlSd ?? syringeSd(ml),
    readingPsi * Math.hypot(complianceAt(yielding, psiBefore), complianceAt(yielding, psiAfter)),
  );
  return -0.5 * ((ml - out) / sd) ** 2 - Math.log(sd);
}

/**
 * Guesses at the section's yielding that together stand for all it may be. A measured draw-off picks those that agree with it.
 * `readingPsi` is one sigma of a reading. Always 64 guesses; picked ones weigh the same.
 */
export function guessesAt(
  section: Section,
  heldSec: number | null,
  drawOff: DrawOff | null,
  readingPsi: number,
): readonly Guess[] {
  if (drawOff === null) return Array.from({ length: KEPT }, (_, index) => candidate(section, heldSec, index));
  const all = Array.from({ length: CANDIDATES }, (_, index) => candidate(section, heldSec, index));
  const fits = all.map((guess) => drawOffFit(guess, drawOff, readingPsi));
  const best = Math.max(...fits);
  // An unexpected draw-off still gets its dozen: the nearest stand in, and are told by the caller's own check.
  const heat = Math.max(
    1,
    ...[...fits]
      .sort((a, b) => b - a)
      .slice(11, 12)
      .map((twelfth) => (best - twelfth) / 3),
  );
  const weights = fits.map((fit) => Math.exp((fit - best) / heat));
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const picked: Guess[] = [];
  let reached = 0;
  for (const [index, weight] of weights.entries()) {
    reached += (weight / total) * KEPT;
    const guess = all[index];
    while (guess && picked.length < reached - 0.5) picked.push(guess);
  }
  return picked;
}

export type Cause =
  | "offset"
  | "hose-creep"
  | "wall-creep"
  | "settling"
  | "temperature"
  | "drift"
  | "stop-seep"
  | "step";

export interface Column {
  readonly cause: Cause;
  readonly mean: number;
  readonly sd: number;
  /** Effect of one unit on the stored volume at each point, mL. */
  readonly effect: Float64Array;
}

/** What is known of a hold besides its readings. */
export interface HoldFacts {
  readonly section: Section;
  readonly startPsi: number;
  readonly supplyPsi: number;
  /** True: the stop was proved; false: known not to be; null: nobody said. */
  readonly stopChecked: boolean | null;
  readonly isAmbientKnown: boolean;
  readonly steps: readonly number[];
}

/** Seep of the upstream stop, mL/min at 60 psi across it, one sigma, by what is known of it. Judgement. */
const SEEP_SD = { proved: 0.0004, unsaid: 0.03, failed: 0.3 } as const;
/** Settling as a share of what is stored, one sigma. Judgement. */
const SETTLE_SHARE = 0.012;
/** How far a logged temperature's effect may be off, as a share: where it was measured, what the pipe does. Judgement. */
const THERMAL_SHARE = 0.2;
/** Warmth nobody logged, F, one sigma: the room known, or nothing known. Judgement. */
const DRIFT_F = { roomKnown: 0.25, unknown: 0.6, besidesLog: 0.08 } as const;
/** Time in which a section takes up the room's warmth, s. */
const DRIFT_SEC = 1200;
/** Creep starts being counted a second after each change. */
const CREEP_START_SEC = 1;

const middle = ([low, high]: readonly [number, number]) => (low + high) / 2;
/** A sigma that puts nearly all of a range within two. */
const spread = ([low, high]: readonly [number, number]) => (high - low) / 3.2;

/** Decades of creep at each point for each psi held: what it was pressed to at first, and every change since. */
function creepPsiDecades(points: readonly Point[], startPsi: number, heldSec: number): Float64Array {
  const first = points[0];
  const out = new Float64Array(points.length);
  if (!first) return out;
  const decades = (seconds: number) => Math.log10(1 + Math.max(0, seconds) / CREEP_START_SEC);
  for (const [at, point] of points.entries()) {
    let sum = startPsi * (decades(point.t - first.t + heldSec) - decades(heldSec));
    for (let change = 1; change <= at; change += 1) {
      const [before, after] = [points[change - 1], points[change]];
      if (before && after) sum += (after.psi - before.psi) * decades(point.t - (before.t + after.t) / 2);
    }
    out[at] = sum;
  }
  return out;
}

/** Minutes at 60 psi that flow through a leak would have come to by each point: the integral of (P/60)^n dt. */
export function leakMinutes(points: readonly Point[], exponent: number): Float64Array {
  const out = new Float64Array(points.length);
  let rate = ((points[0]?.psi ?? 0) / 60) ** exponent;
  for (let at = 1; at < points.length; at += 1) {
    const [before, here] = [points[at - 1], points[at]];
    if (!before || !here) break;
    const next = (Math.max(0, here.psi) / 60) ** exponent;
    out[at] = (out[at - 1] ?? 0) + ((rate + next) / 2) * ((here.t - before.t) / 60);
    rate = next;
  }
  return out;
}

function seepMinutes(points: readonly Point[], supplyPsi: number, exponent: number): Float64Array {
  const out = new Float64Array(points.length);
  const rateAt = (psi: number) => Math.sign(supplyPsi - psi) * (Math.abs(supplyPsi - psi) / 60) ** exponent;
  for (let at = 1; at < points.length; at += 1) {
    const [before, here] = [points[at - 1], points[at]];
    if (!before || !here) break;
    out[at] = (out[at - 1] ?? 0) + ((rateAt(before.psi) + rateAt(here.psi)) / 2) * ((here.t - before.t) / 60);
  }
  return out;
}

/** Every explanation but the leak, for one guess. Effects in mL of stored volume. */
export function columnsFor(points: readonly Point[], guess: Guess, facts: HoldFacts): readonly Column[] {
  const [first] = points;
  if (!first) return [];
  const { yielding, exponent, settleSec, heldSec } = guess;
  const { section, startPsi, stopChecked } = facts;
  const size = points.length;
  const fill = (each: (point: Point, at: number) => number) =>
    Float64Array.from({ length: size }, (_, at) => each(points[at] ?? first, at));
  const compliance = complianceAt(yielding, first.psi);
  const columns: Column[] = [
    { cause: "offset", mean: 0, sd: 3 * compliance * (first.sigmaPsi + 0.02), effect: fill(() => 1) },
  ];
  const wall = wallOf(section);
  const creeps = creepPsiDecades(points, startPsi, heldSec);
  if (yielding.hose > 0)
    columns.push({
      cause: "hose-creep",
      mean: middle(HOSE_CREEP_PER_DECADE),
      sd: spread(HOSE_CREEP_PER_DECADE),
      effect: fill((_, at) => -yielding.hose * (creeps[at] ?? 0)),
    });
  if (wall.creepPerDecade[1] > 0)
    columns.push({
      cause: "wall-creep",
      mean: middle(wall.creepPerDecade),
      sd: spread(wall.creepPerDecade),
      effect: fill((_, at) => -yielding.wall * (creeps[at] ?? 0)),
    });
  const stored = storedMl(yielding, first.psi);
  columns.push({
    cause: "settling",
    mean: 0,
    sd: SETTLE_SHARE * stored,
    effect: fill(({ t }) => -(1 - Math.exp(-(t - first.t) / settleSec)) * Math.exp(-heldSec / settleSec)),
  });
  const isLogged = first.tempF !== null;
  if (first.tempF !== null) {
    const from = first.tempF;
    const effect = fill(({ tempF }) => thermalMl(section, from, tempF ?? from));
    if (effect.some((ml) => ml !== 0))
      columns.push({ cause: "temperature", mean: 1, sd: THERMAL_SHARE, effect });
  }
  const about = first.tempF ?? 68;
  columns.push({
    cause: "drift",
    mean: 0,
    sd: isLogged ? DRIFT_F.besidesLog : facts.isAmbientKnown ? DRIFT_F.roomKnown : DRIFT_F.unknown,
    effect: fill(
      ({ t }) => thermalMl(section, about - 0.5, about + 0.5) * (1 - Math.exp(-(t - first.t) / DRIFT_SEC)),
    ),
  });
  columns.push({
    cause: "stop-seep",
    mean: 0,
    sd: stopChecked === null ? SEEP_SD.unsaid : stopChecked ? SEEP_SD.proved : SEEP_SD.failed,
    effect: seepMinutes(points, facts.supplyPsi, exponent),
  });
  for (const step of facts.steps)
    columns.push({
      cause: "step",
      mean: 0,
      sd: 30 * compliance,
      effect: fill(({ t }) => (t > step ? 1 : 0)),
    });
  return columns;
}
