/** How often the identifier is right, by simulated measuring: used by tests and bench. */
import {
  type InstrumentCode,
  identify,
  type Measured,
  type Place,
  type Profile,
} from "../../src/core/identify/index.ts";
import { type RandomSource, randomFrom } from "../../src/simulators/chance.ts";
import {
  firstLook,
  makePiece,
  measureNext,
  type Piece,
  withCount,
  withSpan,
} from "../../src/simulators/measuring.ts";

export interface Protocol {
  readonly name: string;
  readonly instrument: InstrumentCode;
  readonly pitch: "span" | "count" | "none";
  /** Further measurements made as the identifier asks for them. */
  readonly further: number;
}

export interface Score {
  readonly trials: number;
  /** Share of trials whose truth, or a true twin of it, stands among the first 1, 2, 3, 4. */
  readonly top: readonly [number, number, number, number];
  /** First place when ends that this evidence cannot tell apart count as one: same gender, pitch and reading. */
  readonly topAlike: number;
  /** Expected calibration error of the first answer's probability, in ten bins. */
  readonly calibrationError: number;
  /** Share right among answers given at 0.9 and above. */
  readonly rightAtNinety: number;
}

/** Ranges that overlap this far, blurred by a caliper, cannot be told apart by reading. */
const BLUR_IN = 0.005;
const ALIKE_SHARE = 0.3;

/** True when reading, pitch and gender are the same: only taper, form, material or seat can tell the two apart. */
export function readsAlike(one: Profile, other: Profile): boolean {
  const shared =
    Math.min(one.reads.high, other.reads.high) - Math.max(one.reads.low, other.reads.low) + BLUR_IN;
  const wider = Math.max(one.reads.high - one.reads.low, other.reads.high - other.reads.low) + BLUR_IN;
  return (
    one.gender === other.gender &&
    (one.thread === null) === (other.thread === null) &&
    Math.abs((one.thread?.pitchIn ?? 0) - (other.thread?.pitchIn ?? 0)) < 2e-4 &&
    shared / wider >= ALIKE_SHARE
  );
}

function measure(piece: Piece, protocol: Protocol, place: Place, chance: RandomSource): Measured {
  const first = firstLook(piece, protocol.instrument, place, chance);
  if (protocol.pitch === "span") return withSpan(first, piece, chance);
  return protocol.pitch === "count" ? withCount(first, piece, chance) : first;
}

/** Runs a protocol on pieces drawn evenly from the pool, or by how often each is met in the place when it is known. */
export function scoreProtocol(
  profiles: readonly Profile[],
  protocol: Protocol,
  run: {
    readonly trials: number;
    readonly seed: number;
    readonly place?: Place;
    readonly pool?: readonly Profile[];
  },
): Score {
  const chance = randomFrom(run.seed);
  const place = run.place ?? "unknown";
  const pool = run.pool ?? profiles;
  const byCode = new Map(profiles.map((profile) => [profile.end.code, profile]));
  const bins = Array.from({ length: 10 }, () => ({ given: 0, right: 0 }));
  const top: [number, number, number, number] = [0, 0, 0, 0];
  let alike = 0;
  let [sure, sureRight] = [0, 0];
  for (let trial = 0; trial < run.trials; trial += 1) {
    const truth = chance.weighted(pool, (profile) => (run.place === undefined ? 1 : profile.weight(place)));
    const piece = makePiece(truth, chance);
    let measured = measure(piece, protocol, place, chance);
    let found = identify(profiles, measured);
    for (let turn = 0; turn < protocol.further && found.next !== null; turn += 1) {
      measured = measureNext(measured, found.next, piece, chance);
      found = identify(profiles, measured);
    }
    const isTruth = (code: string | null | undefined) =>
      code === truth.end.code || (typeof code === "string" && truth.twins.includes(code));
    const place1 = found.candidates.slice(0, 4).findIndex(({ end }) => isTruth(end));
    for (const rank of [0, 1, 2, 3] as const) if (place1 >= 0 && place1 <= rank) top[rank] += 1;
    const first = found.candidates[0];
    const named = byCode.get(first?.end ?? "");
    if (isTruth(first?.end) || (named !== undefined && readsAlike(named, truth))) alike += 1;
    const given = first?.probability ?? 0;
    const isRight = first?.end === truth.end.code;
    const bin = bins[Math.min(9, Math.floor(given * 10))];
    if (bin) {
      bin.given += given;
      bin.right += Number(isRight);
    }
    if (given >= 0.9) {
      sure += 1;
      sureRight += Number(isRight);
    }
  }
  const share = (count: number) => count / run.trials;
  return {
    trials: run.trials,
    top: [share(top[0]), share(top[1]), share(top[2]), share(top[3])],
    topAlike: share(alike),
    calibrationError: share(bins.reduce((sum, { given, right }) => sum + Math.abs(given - right), 0)),
    rightAtNinety: sure === 0 ? 1 : sureRight / sure,
  };
}
