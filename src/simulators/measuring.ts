/**
 * Somebody measures an end: a stand-in for hands, caliper, tape and eye, written from the observation model and not from
 * the identifier's own likelihoods. Noise: a good one reads evenly over its range, one thread in five has lost up to
 * 0.005 in off its crests, the instrument errs normally, a count starts at any phase and is off by one two times in five.
 */
import type { Thread } from "../core/end/index.ts";
import {
  COUNT_OVER_IN,
  crestsToSpan,
  FURTHER_ALONG_IN,
  type InstrumentCode,
  type Measured,
  type NextKind,
  NOTHING_MEASURED,
  type Place,
  type Profile,
  type Seat,
} from "../core/identify/index.ts";
import type { RandomSource } from "./chance.ts";

const SIGMA_IN: Readonly<Record<InstrumentCode, number>> = { caliper: 0.0025, tape: 1 / 64, eye: 1 / 16 };
const SPAN_SIGMA_IN = 0.0025;
const WORN = 0.2;
const WEAR_IN = 0.005;
const SEES_TAPER = 0.85;
const SEES_STRAIGHT = 0.94;
const SEES_FORM = 0.93;

/** What lies on the bench: one piece with its own size within the limits, to be measured more than once. */
export interface Piece {
  readonly profile: Profile;
  readonly trueIn: number;
}

export function makePiece(profile: Profile, chance: RandomSource): Piece {
  const { reads, thread, across } = profile;
  const good = reads.low + chance.uniform() * (reads.high - reads.low);
  const wear = thread !== null && chance.happens(WORN) ? chance.uniform() * WEAR_IN : 0;
  return { profile, trueIn: across === "outside" ? good - wear : good + wear };
}

export function readAcross({ trueIn }: Piece, instrument: InstrumentCode, chance: RandomSource): number {
  return Math.max(0.01, chance.normal(trueIn, SIGMA_IN[instrument]));
}

function countThreads({ pitchIn }: Thread, chance: RandomSource): number {
  const error = chance.weighted([-1, 0, 1], (off) => (off === 0 ? 0.6 : 0.2));
  return Math.max(1, Math.floor(COUNT_OVER_IN / pitchIn + chance.uniform()) + error);
}

export function spanOver({ pitchIn }: Thread, crests: number, chance: RandomSource): Measured["span"] {
  return {
    crests,
    spanIn: chance.normal((crests - 1) * pitchIn, SPAN_SIGMA_IN),
    toleranceIn: 2 * SPAN_SIGMA_IN,
  };
}

/** What a look for the seat brings: the one that catches the eye, or none. */
function lookForSeat({ seats }: Profile, chance: RandomSource): Pick<Measured, "seal" | "noSeal"> {
  const none = Math.max(0, 1 - [...seats.values()].reduce((sum, each) => sum + each, 0));
  const seat = chance.weighted<Seat | null>([...seats.keys(), null], (kind) =>
    kind === null ? none : (seats.get(kind) ?? 0),
  );
  return seat === null ? { seal: [], noSeal: true } : { seal: [seat] };
}

/** A first reading across and the plain sight of gender and thread. */
export function firstLook(
  piece: Piece,
  instrument: InstrumentCode,
  where: Place,
  chance: RandomSource,
): Measured {
  const { profile } = piece;
  const atIn = readAcross(piece, instrument, chance);
  return {
    ...NOTHING_MEASURED,
    outsideIn: profile.across === "outside" ? atIn : null,
    insideIn: profile.across === "inside" ? atIn : null,
    toleranceIn: 2 * SIGMA_IN[instrument],
    gender: profile.gender,
    threaded: profile.thread !== null,
    where,
  };
}

export function withCount(measured: Measured, { profile }: Piece, chance: RandomSource): Measured {
  if (profile.thread === null) return measured;
  return { ...measured, count: { threads: countThreads(profile.thread, chance), overIn: COUNT_OVER_IN } };
}

/** As many crests as the thread has room for, never more than are asked. */
export function withSpan(measured: Measured, { profile }: Piece, chance: RandomSource, most = 11): Measured {
  const { thread } = profile;
  if (thread === null) return measured;
  return { ...measured, span: spanOver(thread, Math.min(most, crestsToSpan([profile])), chance) };
}

function said(isTrue: boolean, chance: RandomSource): "yes" | "no" {
  return chance.happens(isTrue ? SEES_TAPER : 1 - SEES_STRAIGHT) ? "yes" : "no";
}

/** Does the one further measurement the identifier asks for, on the same piece. */
export function measureNext(
  measured: Measured,
  { kind, crests }: { readonly kind: NextKind; readonly crests: number | null },
  piece: Piece,
  chance: RandomSource,
): Measured {
  const { profile } = piece;
  const { thread, end } = profile;
  switch (kind) {
    case "across": {
      const again = firstLook(piece, "caliper", measured.where, chance);
      return {
        ...measured,
        outsideIn: again.outsideIn,
        insideIn: again.insideIn,
        toleranceIn: again.toleranceIn,
      };
    }
    case "span":
      return withSpan(measured, piece, chance, crests ?? undefined);
    case "count":
      return withCount(measured, piece, chance);
    case "taper": {
      if (profile.gender === "female" || measured.outsideIn === null)
        return { ...measured, taper: said(profile.isTapered, chance) };
      const nearIn = readAcross(piece, "caliper", chance);
      const grownIn = piece.trueIn + (profile.isTapered ? FURTHER_ALONG_IN / 16 : 0);
      return {
        ...measured,
        outsideIn: nearIn,
        toleranceIn: 2 * SIGMA_IN.caliper,
        further: { outsideIn: chance.normal(grownIn, SIGMA_IN.caliper), alongIn: FURTHER_ALONG_IN },
      };
    }
    case "form":
      return thread === null
        ? measured
        : {
            ...measured,
            flankDeg: chance.happens(SEES_FORM) ? thread.flankDeg : thread.flankDeg === 55 ? 60 : 55,
          };
    case "seat":
      return { ...measured, ...lookForSeat(profile, chance) };
    case "gender":
      return { ...measured, gender: profile.gender };
    case "thread":
      return { ...measured, threaded: thread !== null };
    case "material":
      return { ...measured, material: end.material ?? "brass" };
  }
}
