/** What happens when any two ends meet: a joint, a look-alike that starts and will not seal, or nothing. */
import { MM_PER_IN } from "../constants/index.ts";
import {
  type Bind,
  bindOf,
  type End,
  type EndTable,
  isTankNut,
  type ThreadTable,
  threadOf,
} from "../end/index.ts";
import { type JointRule, type Mating, mate } from "./joint.ts";
import { heldEnd, type JointSide, ruleFor, wrenchesFor } from "./make-up.ts";

/** fits: a joint of its own; washer-only: seals on the washer if the faces meet; starts: goes on and will not seal; no: does not go on. */
export const FIT_VERDICTS = ["fits", "washer-only", "starts", "no"] as const;
export type FitVerdict = (typeof FIT_VERDICTS)[number];

export const CONTACT_CODES = [
  "fits",
  "when-flared",
  "gas-only",
  "washer-faces",
  "wrong-seat",
  "tapers-differ",
  "binds-under-1",
  "binds-1-to-3",
  "binds-over-3",
  "loose",
  "slides",
  "foreign-pitch",
  "no-start",
  "same-gender",
  "tube-not-listed",
  "never-this-tube",
  "layered-tube",
  "nut-on-tube",
  "tube-loose",
  "tube-tight",
  "tube-apart",
  "apart",
] as const;
export type ContactCode = (typeof CONTACT_CODES)[number];

/** How one kind of meeting feels and what forcing it does: data/meetings.csv. */
export interface ContactText {
  readonly code: ContactCode;
  readonly verdict: FitVerdict;
  /** {turns}, {depth} and {gap} stand for the figures of the pair. */
  readonly feels: string;
  readonly forcing: string;
  readonly harms: boolean;
  readonly advice: string | null;
}

/** The tables a meeting is judged by. */
export interface MatchTables {
  readonly ends: EndTable;
  readonly threads: ThreadTable;
  readonly matings: readonly Mating[];
  readonly joints: readonly JointRule[];
}

export interface EndContact {
  readonly code: ContactCode;
  /** The joint the two make; null unless they fit. */
  readonly joint: {
    readonly mating: Mating;
    readonly rule: JointRule;
    readonly wrenches: readonly string[];
    /** The end whose body is held back. */
    readonly held: End | null;
  } | null;
  /** The threads' own account, for a male and a female thread that are not mates. */
  readonly bind: Bind | null;
  /** Tube less what the socket takes, inches, for a plain end in a socket of another size. */
  readonly gapIn: number | null;
}

/** Families whose nut carries a flat washer, and males that can offer a flat face to it. */
const FLAT_NUTS: readonly string[] = ["npsm", "g"];
const FLAT_MALES: readonly string[] = ["npsm", "g", "npt", "r"];

/** Sockets that go over a tube; a barb goes inside and is told by its own size only. */
const OVER_TUBE: readonly string[] = ["comp", "push", "quick", "cup", "press", "cement"];

/** Barbs of PEX: they go inside the pipe. */
const PEX_BARBS: readonly string[] = ["crimp", "expand"];
/** Pipe that slips over a barb of PEX, takes the ring and holds for a while. */
const NEVER_ON_BARBS: readonly string[] = ["pb"];
/** Pipe of layers with a bore and an outside of its own. */
const LAYERED: readonly string[] = ["pexal"];

/** Families of taper threads, each cut at an angle of its own. */
const TAPERS: readonly string[] = ["npt", "r"];
/** Tube soft enough to flare. */
const FLARED_TUBES: readonly string[] = ["copper"];

/** Pitches this close are one pitch: a tenth of the difference between 11 and 11 1/2 threads an inch. */
const SAME_PITCH_IN = 0.0004;

/** Tube and socket this close are one size to the hand: manufacturing tolerance of tubes by outside diameter. */
const SAME_TUBE_IN = 0.003;
/** A tube this much too big still goes in with force; the o-ring or the seat pays. */
const FORCED_TUBE_IN = 0.008;
/** A tube this much too small still finds the ferrule or the teeth and seems to hold (0.034 in: 15 mm in 5/8). */
const LOOSE_TUBE_IN = 0.04;

const contactWithoutJoint = (code: ContactCode): EndContact => ({
  code,
  joint: null,
  bind: null,
  gapIn: null,
});

/**
 * Returns the outside diameter a fit size stands for, inches; null for a size that is not a tube's.
 * Sizes are fractions of an inch (5/8, 1 1/8), millimetres (15mm) or iron pipe (ips-1/2), which only its own table gives.
 */
export function tubeSizeIn(fitSize: string): number | null {
  const mm = /^(\d+)mm$/.exec(fitSize);
  if (mm?.[1]) return Number(mm[1]) / MM_PER_IN;
  const inch = /^(?:(\d+)(?: |$))?(?:(\d+)\/(\d+))?$/.exec(fitSize);
  if (!inch || fitSize === "") return null;
  const [, whole = "0", top = "0", bottom = "1"] = inch;
  return Number(whole) + Number(top) / Number(bottom);
}

function threadContact(male: End, female: End, threads: ThreadTable): EndContact {
  const [outer, inner] = [threadOf(male, threads), threadOf(female, threads)];
  const bind = bindOf(outer, inner);
  const isOnePitch = Math.abs(outer.pitchIn - inner.pitchIn) < SAME_PITCH_IN;
  const isWasher = FLAT_NUTS.includes(female.family) && female.swivel && FLAT_MALES.includes(male.family);
  // 60 degrees against 55: crests touch where flanks should, however far it turns.
  if (
    TAPERS.includes(male.family) &&
    TAPERS.includes(female.family) &&
    male.family !== female.family &&
    isOnePitch
  )
    return { ...contactWithoutJoint("tapers-differ"), bind };
  // A washer meets its face long before a nut of the same pitch binds on a taper.
  if (isWasher && isOnePitch && (bind.class === "home" || bind.class === "binds-over-3"))
    return { ...contactWithoutJoint("washer-faces"), bind };
  if (bind.class !== "home") return { ...contactWithoutJoint(bind.class), bind };
  return { ...contactWithoutJoint(isOnePitch ? "wrong-seat" : "foreign-pitch"), bind };
}

function tubeContact(tube: End, socket: End): EndContact {
  if (PEX_BARBS.includes(socket.family) && NEVER_ON_BARBS.includes(tube.material ?? ""))
    return contactWithoutJoint(tube.fitSize === socket.fitSize ? "never-this-tube" : "tube-apart");
  if (LAYERED.includes(tube.material ?? "") && tube.size === socket.size)
    return contactWithoutJoint("layered-tube");
  if (!OVER_TUBE.includes(socket.family)) return contactWithoutJoint("tube-apart");
  const takes = tubeSizeIn(socket.fitSize);
  if (takes === null || tube.outsideIn === null) return contactWithoutJoint("tube-apart");
  const gapIn = tube.outsideIn - takes;
  const contact = (code: ContactCode): EndContact => ({ ...contactWithoutJoint(code), gapIn });
  if (LAYERED.includes(tube.material ?? "") && Math.abs(gapIn) <= FORCED_TUBE_IN)
    return contact("layered-tube");
  if (Math.abs(gapIn) <= SAME_TUBE_IN) return contact("tube-not-listed");
  if (gapIn > 0) return contact(gapIn <= FORCED_TUBE_IN ? "tube-tight" : "tube-apart");
  return contact(gapIn >= -LOOSE_TUBE_IN ? "tube-loose" : "tube-apart");
}

function takesTube(end: End): boolean {
  return end.form === "socket" || (end.family === "comp" && end.gender === "m");
}

/** A soft tube and a flare of its size: with the nut on and its end flared the tube is the nut's side of the joint. Null for others. */
function flaredContact(tube: End, flare: End, tables: MatchTables): EndContact | null {
  if (flare.family !== "flare" || tube.fitSize !== flare.fitSize || tube.family !== "tube") return null;
  if (!FLARED_TUBES.includes(tube.material ?? "")) return null;
  if (flare.gender === "f") return contactWithoutJoint("nut-on-tube");
  const nut = [...tables.ends.values()].find(
    ({ family, gender, fitSize }) => family === "flare" && gender === "f" && fitSize === flare.fitSize,
  );
  return nut === undefined ? null : { ...contactOf(nut, flare, tables), code: "when-flared" };
}

/**
 * Returns two ends brought together. Symmetric in its two ends.
 * Errors: RangeError when a threaded end's thread is not in the table, which bin/build-data rules out.
 * Source: mating table for joints; bind model for look-alikes; outside diameters for tubes.
 */
export function contactOf(one: End, other: End, tables: MatchTables): EndContact {
  const mating = mate(one, other, tables.matings);
  if (mating?.note === "gas-only") return contactWithoutJoint("gas-only");
  if (mating) {
    const sideOf = (end: End): JointSide => ({ end, plastic: isTankNut(end) });
    const rule = ruleFor(mating, sideOf(one), sideOf(other), tables.joints);
    const joint = {
      mating,
      rule,
      wrenches: wrenchesFor(rule, one, other, tables.ends),
      held: heldEnd(rule, one, other),
    };
    return { ...contactWithoutJoint("fits"), joint };
  }
  if (one.form === "thread" && other.form === "thread") {
    if (one.gender === other.gender) return contactWithoutJoint("same-gender");
    const male = one.gender === "m" ? one : other;
    return threadContact(male, male === one ? other : one, tables.threads);
  }
  const [plain, beside] = one.form === "plain" ? [one, other] : [other, one];
  if (plain.form !== "plain") return contactWithoutJoint("apart");
  const flared = flaredContact(plain, beside, tables);
  if (flared !== null) return flared;
  if (takesTube(beside)) return tubeContact(plain, beside);
  return contactWithoutJoint("apart");
}
