/** What would quiet a branch: the smallest cushion that is enough, and what each other way leaves of the bang. */
import { type IncrementalTask, subRange } from "../numerics/index.ts";
import { type Estimate, exactly } from "../water/index.ts";
import { chamberOf, type GasCushion, USUAL_POLYTROPIC } from "./cushion.ts";
import {
  type Hammer,
  type HammerBranch,
  type HammerPipe,
  type HammerVerdict,
  hammer,
  hammerAt,
  hammerVerdict,
  USUAL_SURGE_LIMIT_PSI,
} from "./hammer.ts";
import type { CushionPlace } from "./transient-setup.ts";

/** A size of arrestor as the usual standard names them, by fixture units; gas and body are estimates: data/arrestor-sizes.csv. */
export interface ArrestorSize {
  readonly size: string;
  readonly units: { readonly from: number; readonly until: number };
  readonly gasIn3: number;
  readonly prechargePsi: number;
  /** From the middle of the pipe to the far end of the body. */
  readonly bodyIn: number;
  readonly note: string | null;
}

export const CURE_KINDS = [
  "arrestor-at-valve",
  "arrestor-at-stop",
  "slower-closing",
  "wider-pipe",
  "softer-line",
  "air-chamber",
  "lost-air",
] as const;
export type CureKind = (typeof CURE_KINDS)[number];

export interface Cure {
  readonly kind: CureKind;
  readonly highestPsi: Estimate;
  readonly verdict: HammerVerdict;
}

export interface CureQuestion {
  readonly branch: HammerBranch;
  /** Pressure the weakest part is rated for. */
  readonly ratedPsi: number;
  readonly sizes: readonly ArrestorSize[];
  /** Fixture units of the branch, for the size by the standard's table. */
  readonly units: number;
  /** Bore of the next wider pipe, with the speed of its wave; null: none is sold. */
  readonly wider: Pick<HammerPipe, "boreIn" | "waveSpeedFtS"> | null;
  /** Wave speed of the softest line that could run to the fixture; null: the line is no hose. */
  readonly softSpeedFtS: Estimate | null;
}

export interface Cures {
  /** As the branch is, without a device. */
  readonly bare: Hammer;
  /** Surge that is aimed at: the weakest part's rating, at most the usual limit. */
  readonly limitPsi: number;
  /** Least gas at the valve that keeps the harshest bang at the limit; null: no cushion of a house does. */
  readonly leastGasIn3: number | null;
  /** Smallest listed size that holds so much. */
  readonly size: ArrestorSize | null;
  /** Size by the standard's fixture units, whatever the branch is like. */
  readonly sizeByUnits: ArrestorSize | null;
  /** Shortest closing time that is quiet enough without a device, ms; null: longer than anybody's valve takes. */
  readonly slowEnoughMs: number | null;
  readonly cures: readonly Cure[];
}

/** Gas that no cushion of a house exceeds, cubic inches; closing that no valve of a house exceeds, ms. */
const MOST_GAS_IN3 = 60;
const LONGEST_CLOSING_MS = 3000;
const HALVINGS = 9;
/** Share by which the found figure may be more than is needed. */
const CLOSE_SHARE = 0.02;
/** Share of its air that a chamber has left after some years: the water takes it up. */
const AIR_LEFT = 0.1;

/** Returns the least figure that is enough, on a scale of ratios; null: the most is not. `isEnough` must turn from no to yes once. */
function* leastEnough(
  isEnough: (value: number) => IncrementalTask<boolean>,
  least: number,
  most: number,
): IncrementalTask<number | null> {
  if (!(yield* isEnough(most))) return null;
  if (yield* isEnough(least)) return least;
  let [low, high] = [least, most];
  for (let turn = 0; turn < HALVINGS && high > low * (1 + CLOSE_SHARE); turn += 1) {
    const middle = Math.sqrt(low * high);
    if (yield* isEnough(middle)) high = middle;
    else low = middle;
  }
  return high;
}

/** Returns the cushion of an arrestor of a size, at a place. */
export const arrestorOf = (
  { gasIn3, prechargePsi }: Pick<ArrestorSize, "gasIn3" | "prechargePsi">,
  place: CushionPlace,
): GasCushion & { readonly place: CushionPlace } => ({
  volumeIn3: gasIn3,
  prechargePsi,
  polytropicN: USUAL_POLYTROPIC,
  place,
});

/** Returns the smallest size whose range of fixture units holds so many; null: more than the table goes to. */
export function sizeForUnits(sizes: readonly ArrestorSize[], units: number): ArrestorSize | null {
  return sizes.find(({ units: range }) => units <= range.until) ?? null;
}

const withPipe = (branch: HammerBranch, at: number, change: Partial<HammerPipe>): HammerBranch => ({
  ...branch,
  pipes: branch.pipes.map((pipe, each) => (each === at ? { ...pipe, ...change } : pipe)),
});

/**
 * Computes what quiets a branch. Yields the share done. The branch's own cushion is left out: `bare` is the branch without.
 * Errors: as hammer.
 */
export function* cures(question: CureQuestion): IncrementalTask<Cures> {
  const { ratedPsi, sizes, units, wider, softSpeedFtS } = question;
  const branch: HammerBranch = { ...question.branch, cushion: null };
  const limitPsi = Math.min(ratedPsi, USUAL_SURGE_LIMIT_PSI);
  const bare = yield* subRange(hammer(branch), 0, 0.1);
  const staysBelow = function* (tried: HammerBranch): IncrementalTask<boolean> {
    // A faster wave is not always the harsher one: every corner is asked.
    for (const corner of ["harsh", "likely", "mild"] as const)
      if ((yield* hammerAt(tried, corner)).highestPsi > limitPsi) return false;
    return true;
  };
  const precharge = sizes[0]?.prechargePsi ?? branch.staticPsi;
  const least = Math.max(0.05, (sizes[0]?.gasIn3 ?? 1) / 40);
  const leastGasIn3 = yield* subRange(
    leastEnough(
      (gasIn3) =>
        staysBelow({ ...branch, cushion: arrestorOf({ gasIn3, prechargePsi: precharge }, "valve") }),
      least,
      MOST_GAS_IN3,
    ),
    0.1,
    0.4,
  );
  const slowEnoughMs = yield* subRange(
    leastEnough(
      (ms) => staysBelow({ ...branch, closureMs: exactly(ms) }),
      branch.closureMs.low,
      LONGEST_CLOSING_MS,
    ),
    0.4,
    0.6,
  );
  const size = leastGasIn3 === null ? null : (sizes.find(({ gasIn3 }) => gasIn3 >= leastGasIn3) ?? null);
  const tried = size ?? sizes.at(-1) ?? null;
  const hasTwo = branch.pipes.length > 1;
  const [first] = branch.pipes;
  const chamber = (share: number): HammerBranch | null =>
    first === undefined
      ? null
      : { ...branch, cushion: { ...chamberOf(first, share), place: hasTwo ? "junction" : "valve" } };
  const ways: readonly (readonly [CureKind, HammerBranch | null])[] = [
    ["arrestor-at-valve", tried && { ...branch, cushion: arrestorOf(tried, "valve") }],
    ["arrestor-at-stop", tried && hasTwo ? { ...branch, cushion: arrestorOf(tried, "junction") } : null],
    ["slower-closing", slowEnoughMs === null ? null : { ...branch, closureMs: exactly(slowEnoughMs) }],
    ["wider-pipe", wider && withPipe(branch, 0, wider)],
    [
      "softer-line",
      softSpeedFtS && hasTwo
        ? withPipe(branch, branch.pipes.length - 1, { waveSpeedFtS: softSpeedFtS })
        : null,
    ],
    ["air-chamber", chamber(1)],
    ["lost-air", chamber(AIR_LEFT)],
  ];
  const answers: Cure[] = [];
  for (const [place, [kind, changed]] of ways.entries()) {
    if (changed === null) continue;
    const from = 0.6 + (0.4 * place) / ways.length;
    const answer = yield* subRange(hammer(changed), from, from + 0.4 / ways.length);
    answers.push({
      kind,
      highestPsi: answer.highestRangePsi,
      verdict: hammerVerdict(answer, ratedPsi, changed.cushion !== null),
    });
  }
  return {
    bare,
    limitPsi,
    leastGasIn3,
    size,
    sizeByUnits: sizeForUnits(sizes, units),
    slowEnoughMs,
    cures: answers,
  };
}
