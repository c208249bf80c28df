/** A gauge's readings made fit for judging: what is no reading is set aside, jumps are found, the rest is drawn together. */

export interface Sample {
  /** Seconds since the hold began. */
  readonly t: number;
  readonly psi: number;
  readonly tempF?: number;
}

export interface Gauge {
  readonly resolutionPsi: number;
  readonly type: "digital" | "dial";
}

/** Several neighbouring readings as one. */
export interface Point {
  readonly t: number;
  readonly psi: number;
  readonly tempF: number | null;
  /** How far its pressure may be off, psi, one sigma. */
  readonly sigmaPsi: number;
}

export interface Trace {
  readonly points: readonly Point[];
  /** Seconds at which the pressure jumped: somebody bumped it or turned a valve. */
  readonly steps: readonly number[];
  /** Share of the time without readings, and readings of nothing while there was pressure. */
  readonly gapShare: number;
  readonly dropouts: number;
  /** The section ran empty; null: it did not. */
  readonly emptied: {
    readonly fromT: number;
    readonly fromPsi: number;
    readonly byT: number;
    readonly byPsi: number;
  } | null;
  /** Scatter of a single reading besides its marks, psi, one sigma. */
  readonly scatterPsi: number;
}

/** Most points a trace is drawn together to: a straight leak shows as well in 32 as in 400. */
const MOST_POINTS = 32;
/** More jumps than this and nothing is left to judge. */
export const MOST_STEPS = 4;
/** Groups grow like this power of their place. */
const EARLY = 1.6;
/** Below this share of what it was, or this pressure, a section counts as empty. */
const EMPTY_SHARE = 0.08;
const EMPTY_PSI = 2;
/** A log with more pauses than this is drawn together across them. */
const MOST_CUT_GAPS = 6;
/** A pause this many times the usual one is a gap. */
const DROPOUT_GAPS = 3.5;

const median = (values: readonly number[]): number => {
  const sorted = values.toSorted((a, b) => a - b);
  const middle = sorted.length >> 1;
  const high = sorted[middle] ?? 0;
  return sorted.length % 2 === 1 ? high : ((sorted[middle - 1] ?? 0) + high) / 2;
};

/** Pauses on either side that say what is usual there. */
const NEIGHBOURS = 5;

/**
 * Returns for each pause between two readings whether nobody read in the pause: longer than 3.5 times what is usual on both sides of it.
 * A logger that goes over to another rate leaves no gap. Shape: one less than the samples.
 */
function gapsIn(samples: readonly Sample[]): readonly boolean[] {
  const pauses = samples.slice(1).map(({ t }, at) => t - (samples[at]?.t ?? t));
  const usual = median(pauses);
  return pauses.map((pause, at) => {
    if (pause <= DROPOUT_GAPS * usual) return false;
    const sides = [pauses.slice(Math.max(0, at - NEIGHBOURS), at), pauses.slice(at + 1, at + 1 + NEIGHBOURS)];
    const near = Math.max(...sides.map((side) => (side.length < 3 ? 0 : median(side))), usual);
    return pause > DROPOUT_GAPS * near;
  });
}

/**
 * Splits readings where nobody read.
 * Shape: runs in the order of time, none empty; together they are the samples.
 */
export function readingRuns(samples: readonly Sample[]): readonly (readonly Sample[])[] {
  const gaps = gapsIn(samples);
  const runs: Sample[][] = [];
  for (const [at, sample] of samples.entries()) {
    const run = runs.at(-1);
    if (run === undefined || gaps[at - 1] === true) runs.push([sample]);
    else run.push(sample);
  }
  return runs;
}

/** Readings of nothing, or far off both sides, between readings that agree. */
function isDropout(samples: readonly Sample[], at: number, { resolutionPsi }: Gauge): boolean {
  const [before, here, after] = [samples[at - 1], samples[at], samples[at + 1]];
  if (!before || !here || !after) return false;
  const off = Math.min(Math.abs(here.psi - before.psi), Math.abs(here.psi - after.psi));
  return off > Math.max(6 * resolutionPsi, 0.2 * before.psi, 4 * Math.abs(before.psi - after.psi));
}

/** Runs of nothing (the gauge was off) that end in readings like those before: a section that ran empty does not come back. */
function withoutDropouts(samples: readonly Sample[], gauge: Gauge): readonly Sample[] {
  const single = samples.filter((_, at) => !isDropout(samples, at, gauge));
  const isNothing = ({ psi }: Sample) => psi <= Math.min(0.5, gauge.resolutionPsi);
  const nextLive: (Sample | undefined)[] = [];
  let ahead: Sample | undefined;
  for (let at = single.length - 1; at >= 0; at -= 1) {
    const sample = single[at];
    if (sample && !isNothing(sample)) ahead = sample;
    nextLive[at] = ahead;
  }
  let before: Sample | undefined;
  return single.filter((sample, at) => {
    if (!isNothing(sample)) {
      before = sample;
      return true;
    }
    const after = nextLive[at];
    return !before || !after || after.psi < before.psi / 2;
  });
}

/** Scatter from what four neighbours differ by beyond a curve; robust, so that jumps do not count. */
function scatterOf(samples: readonly Sample[], usualGap: number): number {
  const bends: number[] = [];
  for (let at = 3; at < samples.length; at += 1) {
    const [a, b, c, d] = [samples[at - 3], samples[at - 2], samples[at - 1], samples[at]];
    if (!a || !b || !c || !d || d.t - a.t > 3.3 * usualGap) continue;
    bends.push(Math.abs(a.psi - 3 * b.psi + 3 * c.psi - d.psi) / Math.sqrt(20));
  }
  if (bends.length < 4) return 0;
  const sorted = bends.toSorted((x, y) => x - y);
  const rms = (values: readonly number[]) =>
    Math.sqrt(values.reduce((sum, bend) => sum + bend * bend, 0) / values.length);
  // Readings that mostly repeat have a median of nothing: the trimmed scatter stands in.
  const robust = Math.max(1.4826 * median(bends), rms(sorted.slice(0, Math.ceil(sorted.length * 0.95))));
  return Math.min(rms(bends), robust);
}

/** Jumps: a change far beyond the scatter and beyond what the readings on either side go on doing. */
function stepsIn(samples: readonly Sample[], scatter: number, { resolutionPsi }: Gauge): readonly number[] {
  const rates = samples.slice(1).map((sample, at) => {
    const before = samples[at] ?? sample;
    return (sample.psi - before.psi) / Math.max(sample.t - before.t, 1e-9);
  });
  const found: number[] = [];
  for (const [at, rate] of rates.entries()) {
    const [a, b] = [samples[at], samples[at + 1]];
    if (!a || !b) continue;
    const around = [at - 3, at - 2, at - 1, at + 1, at + 2, at + 3].flatMap((index) => rates[index] ?? []);
    if (around.length < 2) continue;
    const usual = median(around) * (b.t - a.t);
    const jump = rate * (b.t - a.t) - usual;
    if (Math.abs(jump) > Math.max(7 * scatter, 3.2 * resolutionPsi, 5 * Math.abs(usual), 0.004 * a.psi))
      found.push((a.t + b.t) / 2);
  }
  return found;
}

function emptiedIn(samples: readonly Sample[]): Trace["emptied"] {
  const start = samples[0]?.psi ?? 0;
  const limit = Math.max(EMPTY_PSI, EMPTY_SHARE * start);
  if (start <= 2 * limit) return null;
  const at = samples.findIndex(({ psi }) => psi < limit);
  const [last, first] = [samples[at - 1], samples[at]];
  if (at < 1 || !last || !first || samples.slice(at).some(({ psi }) => psi > 2 * limit)) return null;
  return { fromT: last.t, fromPsi: last.psi, byT: first.t, byPsi: first.psi };
}

/** Temperature at any time, smoothed by a line through the neighbours within a window: a sensor's chatter is no warmth. Null: none was logged. */
function smoothTemp(samples: readonly Sample[]): ((t: number) => number) | null {
  const logged = samples.flatMap(({ t, tempF }) => (tempF === undefined ? [] : [{ t, tempF }]));
  if (logged.length < 2) return null;
  const span = (logged.at(-1)?.t ?? 0) - (logged[0]?.t ?? 0);
  const width = Math.max(span / 14, (4 * span) / logged.length);
  return (t) => {
    let [w, wx, wy, wxx, wxy] = [0, 0, 0, 0, 0];
    for (const each of logged) {
      const x = (each.t - t) / width;
      if (Math.abs(x) > 2.2) continue;
      const weight = Math.exp(-2 * x * x);
      w += weight;
      wx += weight * x;
      wy += weight * each.tempF;
      wxx += weight * x * x;
      wxy += weight * x * each.tempF;
    }
    if (w === 0) return logged[0]?.tempF ?? 68;
    const bottom = w * wxx - wx * wx;
    return bottom > 1e-9 * w * w ? (wxx * wy - wx * wxy) / bottom : wy / w;
  };
}

/** Where so many readings are cut into groups: small ones first, for what creeps and settles bends most at the start. */
function cutsOf(count: number, most: number): readonly number[] {
  const groups = Math.min(count, Math.max(1, most));
  const cuts = Array.from({ length: groups }, (_, at) =>
    Math.max(at + 1, Math.round(count * ((at + 1) / groups) ** EARLY)),
  );
  return [...new Set(cuts)].filter((cut) => cut <= count);
}

/** Readings of one stretch drawn together. */
function drawTogether(
  stretch: readonly Sample[],
  most: number,
  scatter: number,
  tempAt: ((t: number) => number) | null,
  { resolutionPsi, type }: Gauge,
): readonly Point[] {
  const points: Point[] = [];
  // Half a mark as the greatest error of rounding; a dial is read a little worse than its marks.
  const marks = resolutionPsi / Math.sqrt(12);
  const reading = type === "dial" ? 1.2 * marks : marks;
  let from = 0;
  for (const to of cutsOf(stretch.length, most)) {
    const group = stretch.slice(from, to);
    from = to;
    const count = group.length;
    const mean = (pick: (each: Sample) => number) => group.reduce((sum, each) => sum + pick(each), 0) / count;
    // Rounding averages out only as far as the readings scatter across marks.
    const shared = Math.exp(-2 * (Math.PI * (scatter / resolutionPsi)) ** 2);
    const rounding = reading ** 2 * (shared + (1 - shared) / count);
    const t = mean((each) => each.t);
    points.push({
      t,
      psi: mean((each) => each.psi),
      tempF: tempAt?.(t) ?? null,
      sigmaPsi: Math.sqrt(rounding + scatter ** 2 / count),
    });
  }
  return points;
}

/**
 * Returns the readings in the order of time made fit for judging.
 * `samples` t in s, ascending; psi gauge. `mostPoints`: how many the rest is drawn together to, roughly.
 * Returns at least one point when there is at least one sample.
 */
export function readTrace(samples: readonly Sample[], gauge: Gauge, mostPoints = MOST_POINTS): Trace {
  const live = withoutDropouts(samples, gauge);
  const gaps = live.slice(1).map(({ t }, at) => t - (live[at]?.t ?? t));
  const usualGap = gaps.length > 0 ? median(gaps) : 0;
  const span = (live.at(-1)?.t ?? 0) - (live[0]?.t ?? 0);
  const isGap = gapsIn(live);
  const missing = gaps.reduce((sum, gap, at) => sum + (isGap[at] === true ? gap : 0), 0);
  const emptied = emptiedIn(live);
  const judged = emptied ? live.filter(({ t }) => t <= emptied.fromT) : live;
  const scatterPsi = scatterOf(judged, usualGap);
  const steps = stepsIn(judged, scatterPsi, gauge);
  const tempAt = smoothTemp(judged);
  const pausesAt = gapsIn(judged).flatMap((gap, at) =>
    gap ? [((judged[at]?.t ?? 0) + (judged[at + 1]?.t ?? 0)) / 2] : [],
  );
  // Readings on both sides of a pause are not drawn together: their mean would lie where nobody read.
  const cuts = [...steps, ...(pausesAt.length > MOST_CUT_GAPS ? [] : pausesAt)].toSorted((a, b) => a - b);
  cuts.push(Number.POSITIVE_INFINITY);
  let from = Number.NEGATIVE_INFINITY;
  const points = cuts.flatMap((cut) => {
    const stretch = judged.filter(({ t }) => t > from && t <= cut);
    from = cut;
    const share = Math.max(2, Math.round((mostPoints * stretch.length) / Math.max(1, judged.length)));
    return drawTogether(stretch, share, scatterPsi, tempAt, gauge);
  });
  return {
    points,
    steps,
    gapShare: span > 0 ? missing / span : 0,
    dropouts: samples.length - live.length,
    emptied,
    scatterPsi,
  };
}
