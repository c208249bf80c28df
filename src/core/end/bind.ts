/**
 * What happens when a male is turned into a female: how many turns until the threads bind, how deep they bite, what the
 * hand feels. A rigid, concentric, unworn model: chamfers, hand force, plastic and wear add half to one turn, burrs take it away.
 */
import { PIPE_TAPER } from "../constants/index.ts";
import { limitsOf, type ThreadLimits } from "./limits.ts";
import { isTapered, type Range, type Thread } from "./thread.ts";

/** home: turns in all the way; slides: the threads do not reach each other; no-start: only cross-threads. */
export type BindClass =
  | "home"
  | "binds-under-1"
  | "binds-1-to-3"
  | "binds-over-3"
  | "loose"
  | "slides"
  | "no-start";

/** A figure at the tight, middle and loose ends of both tolerances. Null turns: no bind within the thread. */
export interface Corners<T> {
  readonly tight: T;
  readonly mid: T;
  readonly loose: T;
}

export interface Bind {
  readonly class: BindClass;
  readonly turns: Corners<number | null>;
  /** Turns that would bring the male home. */
  readonly turnsToHome: number;
  /** Overlap of crests in the middle of the tolerances, as a share of a full thread, 0 to 1. */
  readonly depthShare: number;
  /** Pitch-diameter clearance less the flank penalty, inches; negative is interference. */
  readonly clearanceIn: Corners<number>;
  /** How far the free end of a loose male can be rocked across a half inch of engagement, inches; 0 when it is no looser than its own mate. */
  readonly wobbleIn: number;
}

/** Effective clearance lost where 55 and 60 degree flanks touch at their edges, in pitches at full depth. Source: profile geometry, docs/data-sources.md, "Unlike flanks". */
const FLANK_PENALTY = 0.048;
/** Basic height of a 60 degree thread in pitches, the measure of a full bite: 5/8 of the sharp V. */
const FULL_BITE = 0.5413;
/** Turns a taper female takes a male before it is wrench-tight. */
const TAPER_HOME_TURNS = 6;
/** Shallower than this the crests strip instead of holding. */
const LOOSE_DEPTH = 0.625;
/** This share of the way home counts as home: the washer or the wedge takes up the rest. */
const HOME_SHARE = 0.9;
/** Under this many turns a hand says it caught and stopped. */
const FIRST_TURN = 0.75;
const THIRD_TURN = 3;
/** Interference, as axial play, a hand still pushes past at the mouth of a thread: above it nothing starts square. */
const PUSH_IN = 0.0015;
const MIN_MALE_ENGAGED_IN = 0.5;
/** Far below anything a thread is made to: only rounding. */
const SAME_PITCH_IN = 1e-9;

function corner(range: Range, at: keyof Corners<unknown>, tightIsHigh: boolean): number {
  if (at === "mid") return (range.low + range.high) / 2;
  return (at === "tight") === tightIsHigh ? range.high : range.low;
}

function shareOfDepth(maleCrestIn: number, femaleCrestIn: number, pitchIn: number): number {
  return Math.max(0, Math.min(1, (maleCrestIn - femaleCrestIn) / (2 * FULL_BITE * pitchIn)));
}

interface Pair {
  readonly male: Thread;
  readonly female: Thread;
  readonly tan: number;
}

/** Axial room of a male ridge in the female groove. Source: section geometry at the pitch line; see bind.test.ts for the brute-force check. */
function axialPlayIn({ male, female, tan }: Pair, clearanceIn: number): number {
  return clearanceIn * tan + (female.pitchIn - male.pitchIn) / 2;
}

/** Turns until ridge and groove meet on two sides, given the axial room. Null: never, the pitches are one. */
function turnsToBind({ male, female, tan }: Pair, playIn: number): number | null {
  const pitchDifferenceIn = Math.abs(male.pitchIn - female.pitchIn);
  const pitch = (male.pitchIn + female.pitchIn) / 2;
  const play = Math.max(0, playIn);
  const tapers = Number(isTapered(male)) + Number(isTapered(female));
  if (tapers === 2) return play / (pitchDifferenceIn + pitch * tan * PIPE_TAPER);
  if (tapers === 1)
    return Math.min(
      play / (tan * pitch * PIPE_TAPER),
      play / (pitchDifferenceIn + (pitch * tan * PIPE_TAPER) / 2),
    );
  // Of one pitch: metal on metal along the whole thread is still a fit.
  if (pitchDifferenceIn < SAME_PITCH_IN) return playIn > -SAME_PITCH_IN ? null : 0;
  return play / pitchDifferenceIn;
}

function homeTurns(male: Thread, female: Thread): number {
  const room = Math.min(male.usableIn.male / male.pitchIn, female.usableIn.female / female.pitchIn);
  return isTapered(male) || isTapered(female) ? Math.min(room, TAPER_HOME_TURNS) : room;
}

/** True when one thread's crest reaches deeper than the other's V goes: no groove takes it, whatever the pitch. */
function isCrestTooDeep({ male, female, tan }: Pair, m: ThreadLimits, f: ThreadLimits): boolean {
  const sharpIn = (pitchIn: number) => pitchIn / (2 * tan);
  const maleRoot = corner(m.malePitchIn, "mid", true) - sharpIn(male.pitchIn);
  const femaleRoot = corner(f.femalePitchIn, "mid", true) + sharpIn(female.pitchIn);
  return corner(f.femaleCrestIn, "mid", true) < maleRoot || corner(m.maleCrestIn, "mid", true) > femaleRoot;
}

function classOf(
  pair: Pair,
  mid: number | null,
  depthShare: number,
  home: number,
  clearanceIn: Corners<number>,
  isTooDeep: boolean,
): BindClass {
  if (depthShare === 0) return "slides";
  if (isTooDeep || axialPlayIn(pair, clearanceIn.mid) < -PUSH_IN || axialPlayIn(pair, clearanceIn.loose) <= 0)
    return "no-start";
  if (mid === null || mid >= HOME_SHARE * home) return depthShare < LOOSE_DEPTH ? "loose" : "home";
  if (mid < FIRST_TURN) return "binds-under-1";
  return mid < THIRD_TURN ? "binds-1-to-3" : "binds-over-3";
}

/**
 * Returns a male turned into a female that may or may not be its own.
 * Shape: turns at the tight (largest male, smallest female), middle and loose ends of the tolerances; null means no bind
 * within the thread. Units: turns, inches. Limits: +-0.5 turn in the middle, wide between tight and loose parts.
 * Source: axial play over difference of pitch, with the taper's own closing; checked against a section model in the tests.
 */
export function bindOf(male: Thread, female: Thread): Bind {
  const m = limitsOf(male);
  const f = limitsOf(female);
  const tan = Math.tan(((Math.max(male.flankDeg, female.flankDeg) / 2) * Math.PI) / 180);
  const pair = { male, female, tan };
  const finer = Math.min(male.pitchIn, female.pitchIn);
  const crestsOf = (at: keyof Corners<unknown>) =>
    shareOfDepth(corner(m.maleCrestIn, at, true), corner(f.femaleCrestIn, at, false), finer);
  const penalty =
    male.flankDeg === female.flankDeg ? 0 : (FLANK_PENALTY * (male.pitchIn + female.pitchIn)) / 2;
  const clear = (at: keyof Corners<unknown>) =>
    corner(f.femalePitchIn, at, false) - corner(m.malePitchIn, at, true) - penalty * crestsOf(at);
  const clearanceIn = { tight: clear("tight"), mid: clear("mid"), loose: clear("loose") };
  const home = homeTurns(male, female);
  const depthShare = crestsOf("mid");
  const raw = (at: keyof Corners<unknown>) => turnsToBind(pair, axialPlayIn(pair, clearanceIn[at]));
  const kind = classOf(pair, raw("mid"), depthShare, home, clearanceIn, isCrestTooDeep(pair, m, f));
  const never = kind === "slides" || kind === "no-start";
  const within = (turns: number | null) => (never || turns === null || turns >= home ? null : turns);
  const engaged = Math.min(male.usableIn.male, female.usableIn.female, MIN_MALE_ENGAGED_IN);
  return {
    class: kind,
    turns: { tight: within(raw("tight")), mid: within(raw("mid")), loose: within(raw("loose")) },
    turnsToHome: home,
    depthShare,
    clearanceIn,
    wobbleIn: kind === "loose" ? (clearanceIn.mid * MIN_MALE_ENGAGED_IN) / engaged : 0,
  };
}
