/** Limits of a thread's diameters, computed from its standard's formulas. Everything in inches on diameter. */
import { MM_PER_IN, PIPE_TAPER } from "../constants/index.ts";
import type { Range, Thread } from "./thread.ts";

const MM = 1 / MM_PER_IN;

/**
 * What a caliper finds at the first crest of a taper thread against the theoretical small end: chamfer and first-crest
 * wear, 0.004 in. Judgement, from what nipples measure.
 */
const FIRST_CREST_IN = 0.004;
/** How far in a caliper's inside jaws read a taper female: from the mouth's edge to 0.2 in deep. ASME B1.20.1 crest, judged. */
const MOUTH_FLARE_IN = 0.008;
const JAW_DEPTH_IN = 0.2;
/** The same for ISO 7-1 in millimetres: 0.2 over, 0.3 under. */
const ISO_MOUTH_FLARE_IN = 0.2 * MM;
const ISO_JAW_DROP_IN = 0.3 * MM;

/** Height of the sharp V for 60 degrees: cos 30, in pitches. */
const SHARP_60 = 0.8660254;
/** Basic thread height of ISO 228 and ISO 7 (55 degrees, rounded), in pitches: 0.640327. */
const HEIGHT_55 = 0.640327;
/** ASME B1.20.1 gives the height of a taper pipe thread as 0.8 pitch. */
const HEIGHT_NPT = 0.8;

export interface ThreadLimits {
  /** Basic pitch diameter: of a taper thread at the small end of the male. */
  readonly basicPitchIn: number;
  /** What an outside caliper reads over the crests of a male. */
  readonly maleReadsIn: Range;
  /** What an inside caliper reads over the crests of a female. */
  readonly femaleReadsIn: Range;
  /** Crest diameters where the threads meet first: small end of the male, mouth of the female. */
  readonly maleCrestIn: Range;
  readonly femaleCrestIn: Range;
  /** Pitch diameter of the male, where it starts into a female: at its small end when tapered. */
  readonly malePitchIn: Range;
  /** Pitch diameter of the female, at its mouth. */
  readonly femalePitchIn: Range;
}

/** A straight thread has one diameter all along: it starts with the crests a caliper reads. */
type Straight = Omit<ThreadLimits, "maleCrestIn" | "femaleCrestIn">;

/** Unified screw threads, classes 2A and 2B. Source: ASME B1.1, formulas for Td2, es, Td, TD2, TD1. */
function unified(thread: Thread): Straight {
  const { majorIn: major, pitchIn: pitch } = thread;
  const engaged = thread.engagement === "diameter" ? major : 9 * pitch;
  const pitchTolerance = 0.0015 * Math.cbrt(major) + 0.0015 * Math.sqrt(engaged) + 0.015 * pitch ** (2 / 3);
  const allowance = 0.3 * pitchTolerance;
  const basicPitch = major - 0.75 * SHARP_60 * pitch;
  const basicMinor = major - 1.25 * SHARP_60 * pitch;
  const minorTolerance = 0.25 * pitch - 0.4 * pitch * pitch;
  const maleHigh = major - allowance;
  return {
    basicPitchIn: basicPitch,
    maleReadsIn: { low: maleHigh - 0.06 * pitch ** (2 / 3) - thread.mouldedIn, high: maleHigh },
    femaleReadsIn: { low: basicMinor, high: basicMinor + minorTolerance + thread.mouldedIn },
    malePitchIn: { low: basicPitch - allowance - pitchTolerance, high: basicPitch - allowance },
    femalePitchIn: { low: basicPitch, high: basicPitch + 1.3 * pitchTolerance },
  };
}

/** Straight pipe thread for free-fitting mechanical joints: pitch limits as unified over nine pitches, crests tabulated. Source: ASME B1.20.1, NPSM. */
function npsm(thread: Thread): Straight {
  // The table's basic pitch diameter is E1 of the taper thread of the same size: major less 0.6495 pitch.
  const limits = unified({ ...thread, engagement: "nine-pitches" });
  return { ...limits, ...crests(thread) };
}

/** ISO metric, 6g and 6H. Source: ISO 965-1, formulas for es, Td, Td2, TD2, TD1 (micrometres from millimetres). */
function metric(thread: Thread): Straight {
  const major = thread.majorIn / MM;
  const pitch = thread.pitchIn / MM;
  const micron = MM / 1000;
  const allowance = (15 + 11 * pitch) * micron;
  const majorTolerance = (180 * pitch ** (2 / 3) - 3.15 / Math.sqrt(pitch)) * micron;
  // ISO 965-1 takes the geometric mean of the diameter step; its bounds above 5.6 mm are these.
  const steps = [5.6, 11.2, 22.4, 45, 90];
  const above = steps.findIndex((bound) => major <= bound);
  const middle = Math.sqrt((steps[above - 1] ?? 2.8) * (steps[above] ?? 180));
  const pitchTolerance = 90 * pitch ** 0.4 * middle ** 0.1 * micron;
  const basicPitch = thread.majorIn - 0.75 * SHARP_60 * thread.pitchIn;
  const basicMinor = thread.majorIn - 1.25 * SHARP_60 * thread.pitchIn;
  return {
    basicPitchIn: basicPitch,
    maleReadsIn: { low: thread.majorIn - allowance - majorTolerance, high: thread.majorIn - allowance },
    femaleReadsIn: { low: basicMinor, high: basicMinor + 230 * pitch ** 0.7 * micron },
    malePitchIn: { low: basicPitch - allowance - pitchTolerance, high: basicPitch - allowance },
    femalePitchIn: { low: basicPitch, high: basicPitch + 1.32 * pitchTolerance },
  };
}

/** Hose coupling thread. Source: ASME B1.20.7: pitch allowance 0.010 in, tolerance 0.0085 in, crests tabulated. */
function hose(thread: Thread): Straight {
  const allowance = 0.01;
  const tolerance = 0.0085;
  const pitchDiameter = thread.majorIn - 0.75 * SHARP_60 * thread.pitchIn;
  return {
    basicPitchIn: pitchDiameter,
    ...crests(thread),
    malePitchIn: { low: pitchDiameter - tolerance, high: pitchDiameter },
    femalePitchIn: { low: pitchDiameter + allowance, high: pitchDiameter + allowance + tolerance },
  };
}

function crests(thread: Thread): Pick<Straight, "maleReadsIn" | "femaleReadsIn"> {
  if (thread.tabulatedIn === null)
    throw new RangeError(`${thread.id}: ${thread.system} needs its tabulated crests`);
  return { maleReadsIn: thread.tabulatedIn.maleMajor, femaleReadsIn: thread.tabulatedIn.femaleMinor };
}

/** Parallel pipe thread, class A. Source: ISO 228-1, basic profile and tabulated tolerances. */
function iso228(thread: Thread): Straight {
  if (thread.toleranceIn === null) throw new RangeError(`${thread.id}: ISO 228 needs its tolerances`);
  const basicPitch = thread.majorIn - HEIGHT_55 * thread.pitchIn;
  const basicMinor = thread.majorIn - 2 * HEIGHT_55 * thread.pitchIn;
  const { major, pitch, minor } = thread.toleranceIn;
  return {
    basicPitchIn: basicPitch,
    maleReadsIn: { low: thread.majorIn - major, high: thread.majorIn },
    femaleReadsIn: { low: basicMinor, high: basicMinor + minor },
    malePitchIn: { low: basicPitch - pitch, high: basicPitch },
    femalePitchIn: { low: basicPitch, high: basicPitch + pitch },
  };
}

/** Either side of a taper thread may stand one turn in or out of its gauge: one pitch of taper on diameter. */
function oneTurn(at: number, pitch: number): Range {
  return { low: at - PIPE_TAPER * pitch, high: at + PIPE_TAPER * pitch };
}

function gaugeOf(thread: Thread): number {
  if (thread.gaugeIn === null) throw new RangeError(`${thread.id}: a taper thread needs its gauge length`);
  return thread.gaugeIn;
}

/** American taper pipe thread. Source: ASME B1.20.1: E0 = D - (0.05 D + 1.1) p, E1 = E0 + L1/16, height 0.8 p. */
function npt(thread: Thread): ThreadLimits {
  const { majorIn: outside, pitchIn: pitch } = thread;
  const small = outside - (0.05 * outside + 1.1) * pitch;
  const mouth = small + PIPE_TAPER * gaugeOf(thread);
  const bore = mouth - HEIGHT_NPT * pitch;
  return {
    basicPitchIn: small,
    maleReadsIn: { low: small + HEIGHT_NPT * pitch - FIRST_CREST_IN, high: outside },
    femaleReadsIn: { low: bore - PIPE_TAPER * JAW_DEPTH_IN, high: bore + MOUTH_FLARE_IN },
    maleCrestIn: oneTurn(small + HEIGHT_NPT * pitch, pitch),
    femaleCrestIn: oneTurn(bore, pitch),
    malePitchIn: oneTurn(small, pitch),
    femalePitchIn: oneTurn(mouth, pitch),
  };
}

/** Taper pipe thread of ISO 7-1: gauge-plane diameters of the basic profile, 1 in 16. */
function iso7(thread: Thread): ThreadLimits {
  const gauge = gaugeOf(thread);
  const pitchAtGauge = thread.majorIn - HEIGHT_55 * thread.pitchIn;
  const bore = thread.majorIn - 2 * HEIGHT_55 * thread.pitchIn;
  const small = pitchAtGauge - PIPE_TAPER * gauge;
  return {
    basicPitchIn: small,
    maleReadsIn: {
      low: thread.majorIn - PIPE_TAPER * gauge - FIRST_CREST_IN,
      high: thread.majorIn + PIPE_TAPER * (thread.usableIn.male - gauge),
    },
    femaleReadsIn: { low: bore - ISO_JAW_DROP_IN, high: bore + ISO_MOUTH_FLARE_IN },
    maleCrestIn: oneTurn(thread.majorIn - PIPE_TAPER * gauge, thread.pitchIn),
    femaleCrestIn: oneTurn(bore, thread.pitchIn),
    malePitchIn: oneTurn(small, thread.pitchIn),
    femalePitchIn: oneTurn(pitchAtGauge, thread.pitchIn),
  };
}

const STRAIGHT = { unified, npsm, metric, nh: hose, "iso-228": iso228 } as const;
const TAPERED = { npt, "iso-7": iso7 } as const;

/**
 * Returns the limits of a thread's crests and pitch diameters, male and female.
 * Shape: each range low <= high. Units: inches on diameter; a taper male at its small end, a taper female at its mouth.
 * Errors: RangeError when the row lacks what its system needs (gauge length, tolerances, tabulated crests).
 * Source: named at each system's function.
 */
export function limitsOf(thread: Thread): ThreadLimits {
  if (thread.system === "npt" || thread.system === "iso-7") return TAPERED[thread.system](thread);
  const straight = STRAIGHT[thread.system](thread);
  return { ...straight, maleCrestIn: straight.maleReadsIn, femaleCrestIn: straight.femaleReadsIn };
}
