/** What may move the water of a held section besides a leak, as columns of a linear model in stored volume. */

import {
  complianceAt,
  HOSE_CREEP_PER_DECADE,
  type Section,
  storedMl,
  thermalMl,
  wallOf,
} from "../water/index.ts";
import type { Column, HoldFacts, ParameterSample } from "./hold-model.ts";
import { FASTEST_COOLING_F_PER_MIN, unrestedF } from "./rest.ts";
import type { Point } from "./trace.ts";

/** Seep of the upstream stop, mL/min at 60 psi across it, one sigma, by what is known of it; one that was proved seeps nothing. Judgement. */
const SEEP_SD = { unsaid: 0.1, failed: 0.5 } as const;
/** Settling as a share of what is stored, one sigma. Judgement. */
const SETTLE_SHARE = 0.012;
/** How far a logged temperature's effect may be off, as a share: where it was measured, what the pipe does. Judgement. */
const THERMAL_SHARE = 0.2;
/** Warmth nobody logged, F, one sigma: the room known, or nothing known. Judgement. */
const DRIFT_F = { roomKnown: 0.25, unknown: 0.6, besidesLog: 0.08 } as const;
/** Time in which a section takes up the room's warmth, s. */
const DRIFT_SEC = 1200;
/**
 * Courses by which water that has just run comes to the room's temperature. Time constants, s: a bare tube, a hose, a wrapped or thick line.
 * Differences from the room, F: water's own expansion changes along the way, and in plastic even its sign. Estimates.
 */
const COOLING_SEC = [400, 900, 2000] as const;
const COOLING_FROM_F = { hot: [25, 60], cold: [-12] } as const;
const ROOM_F = 70;
/** Creep starts being counted a second after each change. */
const CREEP_START_SEC = 1;

const middle = ([low, high]: readonly [number, number]) => (low + high) / 2;
/** A sigma that puts nearly all of a range within two. */
const spread = ([low, high]: readonly [number, number]) => (high - low) / 3.2;

const decades = (seconds: number) => Math.log10(1 + Math.max(0, seconds) / CREEP_START_SEC);

/** What the columns of all samples share for one set of points: worked out once, looked up thousands of times. */
export interface ModelBasis {
  readonly points: readonly Point[];
  readonly facts: HoldFacts;
  /** Creep at each point, psi times decades of time, summed over every change of pressure since the first point. */
  readonly creepOfChanges: Float64Array;
  readonly lags: Float64Array;
  readonly ones: Float64Array;
  /** mL by the logged temperature; null: none was logged, or it stood still. */
  readonly warmedMl: Float64Array | null;
  /** mL for a degree of warmth nobody logged. */
  readonly driftMlPerF: Float64Array;
  /** mL for each degree that just-run water is from the room's temperature, by time constant; empty: it has rested, or was logged. */
  readonly coolings: readonly { readonly sd: number; readonly effect: Float64Array }[];
  /** How far off a logged temperature's effect may be at each point by itself, mL, one sigma. */
  readonly warmthSd: Float64Array;
  readonly minutes: (exponent: number) => {
    readonly leak: Float64Array;
    readonly seep: () => Float64Array;
  };
  readonly settled: (settleSec: number) => Float64Array;
  readonly creepOfStart: (heldSec: number) => Float64Array;
}

/** Remembers answers by their one argument. */
function once<T>(work: (key: number) => T): (key: number) => T {
  const cache = new Map<number, T>();
  return (key) => {
    const cached = cache.get(key);
    if (cached !== undefined) return cached;
    const value = work(key);
    cache.set(key, value);
    return value;
  };
}

/** Decades from each change of pressure to each point after it, row by row. */
function lagsOf(points: readonly Point[]): Float64Array {
  const size = points.length;
  const lags = new Float64Array(size * size);
  for (const [at, point] of points.entries())
    for (let change = 1; change <= at; change += 1)
      lags[at * size + change] = decades(
        point.t - ((points[change - 1]?.t ?? 0) + (points[change]?.t ?? 0)) / 2,
      );
  return lags;
}

function changesCrept(points: readonly Point[], lags: Float64Array): Float64Array {
  const size = points.length;
  const out = new Float64Array(size);
  for (let change = 1; change < size; change += 1) {
    const psi = (points[change]?.psi ?? 0) - (points[change - 1]?.psi ?? 0);
    if (psi === 0) continue;
    for (let at = change; at < size; at += 1)
      out[at] = (out[at] ?? 0) + psi * (lags[at * size + change] ?? 0);
  }
  return out;
}

/**
 * Integral over time, minutes, of a rate at each point. Between points of one sign the rate is taken to fall or rise
 * exponentially (logarithmic mean, exact for a leak with n = 1), else along a straight line.
 */
function integral(points: readonly Point[], across: Across, exponent: number): Float64Array {
  const out = new Float64Array(points.length);
  let [before, rate, sum] = [0, 0, 0];
  let at = 0;
  for (const { t } of points) {
    const next = (across.sign[at] ?? 0) * Math.exp(exponent * (across.log[at] ?? 0));
    if (at > 0) {
      const ratio = next / rate;
      const mean =
        ratio > 0 && (ratio > 1.02 || ratio < 0.98) ? (next - rate) / Math.log(ratio) : (rate + next) / 2;
      sum += (mean * (t - before)) / 60;
    }
    out[at] = sum;
    before = t;
    rate = next;
    at += 1;
  }
  return out;
}

/** A difference of pressure at each point as sign and logarithm of its share of 60 psi: powers of it are cheap then. */
interface Across {
  readonly sign: Float64Array;
  readonly log: Float64Array;
}

function acrossAt(points: readonly Point[], psiOf: (psi: number) => number): Across {
  const sign = new Float64Array(points.length);
  const log = new Float64Array(points.length);
  for (const [at, { psi }] of points.entries()) {
    const difference = psiOf(psi);
    sign[at] = Math.sign(difference);
    log[at] = Math.log(Math.max(1e-9, Math.abs(difference)) / 60);
  }
  return { sign, log };
}

/** A pipe's skin is not quite its water: so many F, and so many more for each F it has changed. Judgement. */
const SKIN_F = { always: 0.05, perF: 0.008 } as const;

function warmthErrors(points: readonly Point[], section: Section): Float64Array {
  const from = points[0]?.tempF ?? null;
  return Float64Array.from(points, ({ tempF }) =>
    from === null || tempF === null
      ? 0
      : Math.abs(thermalMl(section, tempF - 0.5, tempF + 0.5)) *
        (SKIN_F.always + SKIN_F.perF * Math.abs(tempF - from)),
  );
}

/** Just-run water on the way to the room's temperature: how far it may be off, F, and what a degree does. */
function coolingsOf(points: readonly Point[], facts: HoldFacts): ModelBasis["coolings"] {
  const [first] = points;
  const off = first === undefined || first.tempF !== null ? 0 : unrestedF(facts);
  if (first === undefined || off === 0) return [];
  const from: readonly number[] = COOLING_FROM_F[facts.water ?? "cold"];
  return COOLING_SEC.flatMap((seconds) =>
    from.map((difference) => ({
      sd: Math.min(off, (FASTEST_COOLING_F_PER_MIN * seconds) / 60 / 2),
      effect: Float64Array.from(points, ({ t }) => {
        const now = ROOM_F + difference * Math.exp(-(t - first.t) / seconds);
        return thermalMl(facts.section, ROOM_F + difference, now) / difference;
      }),
    })),
  );
}

/**
 * Builds the columns shared by all samples for these points. Pass `before`, a basis for points with the same times and
 * temperatures, to reuse every column that does not depend on pressure.
 */
export function buildBasis(points: readonly Point[], facts: HoldFacts, before?: ModelBasis): ModelBasis {
  const first = points[0] ?? { t: 0, psi: 0, tempF: null, sigmaPsi: 1 };
  const { section, supplyPsi, startPsi } = facts;
  const from = first.tempF;
  const warmed =
    from === null || before !== undefined
      ? null
      : Float64Array.from(points, ({ tempF }) => thermalMl(section, from, tempF ?? from));
  const about = from ?? 68;
  const perF = thermalMl(section, about - 0.5, about + 0.5);
  const out = acrossAt(points, (psi) => Math.max(0, psi));
  const into = acrossAt(points, (psi) => supplyPsi - psi);
  const lags = before?.lags ?? lagsOf(points);
  return {
    points,
    facts,
    lags,
    ones: before?.ones ?? new Float64Array(points.length).fill(1),
    creepOfChanges: changesCrept(points, lags),
    warmedMl: before ? before.warmedMl : warmed?.some((ml) => ml !== 0) ? warmed : null,
    driftMlPerF:
      before?.driftMlPerF ??
      Float64Array.from(points, ({ t }) => perF * (1 - Math.exp(-(t - first.t) / DRIFT_SEC))),
    coolings: before?.coolings ?? coolingsOf(points, facts),
    warmthSd: before?.warmthSd ?? warmthErrors(points, section),
    minutes: once((exponent) => ({
      leak: integral(points, out, exponent),
      seep: () => integral(points, into, exponent),
    })),
    settled:
      before?.settled ??
      once((settleSec) => Float64Array.from(points, ({ t }) => Math.exp(-(t - first.t) / settleSec) - 1)),
    creepOfStart:
      before?.creepOfStart ??
      once((heldSec) =>
        Float64Array.from(points, ({ t }) => startPsi * (decades(t - first.t + heldSec) - decades(heldSec))),
      ),
  };
}

/** Returns every explanation but the leak, for one sample. Effects in mL of stored volume. */
export function columnsFor(basis: ModelBasis, sample: ParameterSample): readonly Column[] {
  const { points, facts } = basis;
  const [first] = points;
  if (!first) return [];
  const { yielding, exponent, settleSec, heldSec } = sample;
  const { section, stopChecked } = facts;
  const compliance = complianceAt(yielding, first.psi);
  const columns: Column[] = [
    {
      cause: "offset",
      mean: 0,
      sd: 3 * compliance * (first.sigmaPsi + 0.02),
      effect: basis.ones,
    },
  ];
  const creeping = (mlPerPsi: number) => {
    const effect = Float64Array.from(basis.creepOfStart(heldSec));
    for (let at = 0; at < effect.length; at += 1)
      effect[at] = -mlPerPsi * ((effect[at] ?? 0) + (basis.creepOfChanges[at] ?? 0));
    return effect;
  };
  if (yielding.hose > 0)
    columns.push({
      cause: "hose-creep",
      mean: middle(HOSE_CREEP_PER_DECADE),
      sd: spread(HOSE_CREEP_PER_DECADE),
      effect: creeping(yielding.hose),
    });
  const { creepPerDecade } = wallOf(section);
  if (creepPerDecade[1] > 0)
    columns.push({
      cause: "wall-creep",
      mean: middle(creepPerDecade),
      sd: spread(creepPerDecade),
      effect: creeping(yielding.wall),
    });
  columns.push({
    cause: "settling",
    mean: 0,
    sd: SETTLE_SHARE * storedMl(yielding, first.psi) * Math.exp(-heldSec / settleSec) + 1e-6,
    effect: basis.settled(settleSec),
  });
  if (basis.warmedMl !== null)
    columns.push({ cause: "temperature", mean: 1, sd: THERMAL_SHARE, effect: basis.warmedMl });
  const drift =
    first.tempF !== null ? DRIFT_F.besidesLog : facts.isAmbientKnown ? DRIFT_F.roomKnown : DRIFT_F.unknown;
  columns.push({ cause: "drift", mean: 0, sd: drift, effect: basis.driftMlPerF });
  for (const { sd, effect } of basis.coolings) columns.push({ cause: "cooling", mean: 0, sd, effect });
  if (stopChecked !== true)
    columns.push({
      cause: "stop-seep",
      mean: 0,
      sd: stopChecked === null ? SEEP_SD.unsaid : SEEP_SD.failed,
      effect: basis.minutes(exponent).seep(),
    });
  for (const step of facts.steps)
    columns.push({
      cause: "step",
      mean: 0,
      sd: 30 * compliance,
      effect: Float64Array.from(points, ({ t }) => (t > step ? 1 : 0)),
    });
  return columns;
}
