/** What tells two ends apart, measurement by measurement. */
import { MM_PER_IN } from "../constants/index.ts";
import { SEAT_NAMES } from "./evidence.ts";
import type { Profile } from "./profile.ts";

export interface Difference {
  readonly what: string;
  readonly one: string;
  readonly other: string;
  /** How it tells them apart; null when it does not. */
  readonly tells: string | null;
}

/** Crests whose span is compared. */
const CRESTS = 6;
/** A caliper tells spans and readings this far apart, inches. */
const TOLD_IN = 0.006;
const USUAL = 0.3;

const three = (value: number) => value.toFixed(3);

function readings(one: Profile, other: Profile): Difference {
  const range = ({ reads }: Profile) => `${three(reads.low)} to ${three(reads.high)} in`;
  const gap = Math.max(one.reads.low - other.reads.high, other.reads.low - one.reads.high);
  return {
    what: `across the ${one.across}`,
    one: range(one),
    other: range(other),
    tells:
      one.across !== other.across
        ? null
        : gap > 0
          ? `${three(gap)} in between the two: a caliper tells`
          : Math.abs(one.reads.low - other.reads.low) > TOLD_IN
            ? "they overlap: only a reading at the edge tells"
            : null,
  };
}

function pitches(one: Profile, other: Profile): readonly Difference[] {
  if (one.thread === null || other.thread === null) return [];
  const words = (pitchIn: number) =>
    `${Number((1 / pitchIn).toFixed(2))} per inch (${(pitchIn * MM_PER_IN).toFixed(2)} mm)`;
  const span = (pitchIn: number) => (CRESTS - 1) * pitchIn;
  const [a, b] = [span(one.thread.pitchIn), span(other.thread.pitchIn)];
  return [
    {
      what: "pitch",
      one: words(one.thread.pitchIn),
      other: words(other.thread.pitchIn),
      tells:
        Math.abs(a - b) >= TOLD_IN ? `${CRESTS} crests span ${three(a)} in against ${three(b)} in` : null,
    },
    {
      what: "form",
      one: `${one.thread.flankDeg} degrees`,
      other: `${other.thread.flankDeg} degrees`,
      tells: one.thread.flankDeg === other.thread.flankDeg ? null : "a gauge leaf of each, held to the light",
    },
    {
      what: "taper",
      one: one.isTapered ? "tapers" : "straight",
      other: other.isTapered ? "tapers" : "straight",
      tells:
        one.isTapered === other.isTapered
          ? null
          : "two readings 3/8 in apart: 0.023 in of growth on the taper",
    },
  ];
}

function seats(one: Profile, other: Profile): Difference {
  const usual = (profile: Profile) =>
    [...profile.seats]
      .filter(([, chance]) => chance >= USUAL)
      .map(([seat]) => SEAT_NAMES[seat])
      .join(", ") || "none of its own";
  const [a, b] = [usual(one), usual(other)];
  return { what: "seat", one: a, other: b, tells: a === b ? null : "look into it with a light" };
}

/** Returns the rows of a comparison, the pitch's span and the caliper's reading first. Units: inches, threads per inch. */
export function differencesOf(one: Profile, other: Profile): readonly Difference[] {
  const materials: Difference = {
    what: "material",
    one: one.end.material ?? "brass or plastic",
    other: other.end.material ?? "brass or plastic",
    tells: one.end.material === other.end.material ? null : "by the look of it",
  };
  return [
    readings(one, other),
    ...pitches(one, other),
    seats(one, other),
    ...(one.end.material === null && other.end.material === null ? [] : [materials]),
  ];
}
