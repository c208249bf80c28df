/** What each end of the table would show to a caliper and an eye: the hypotheses of the identifier. */
import {
  type End,
  type EndCode,
  isOfPattern,
  isTapered,
  type Range,
  type Thread,
  type ThreadTable,
  threadOf,
} from "../end/index.ts";
import type { Place, Seat } from "./evidence.ts";

/** Chance that a seat is seen on an end of a family: data/seats.csv. */
export interface SeatChance {
  readonly family: string;
  readonly gender: "m" | "f" | null;
  readonly seat: Seat;
  readonly chance: number;
  readonly note: string | null;
}

/** How often an end is met in a place, against others there: data/places.csv. `end` may hold one * for any text. */
export interface PlaceWeight {
  readonly place: Place;
  readonly end: string;
  readonly weight: number;
  readonly reason: string;
}

export interface IdentifyTables {
  readonly ends: readonly End[];
  readonly threads: ThreadTable;
  readonly seats: readonly SeatChance[];
  readonly places: readonly PlaceWeight[];
}

export interface Profile {
  readonly end: End;
  readonly thread: Thread | null;
  readonly across: "outside" | "inside";
  readonly reads: Range;
  /** The same when crests have worn or were hit. */
  readonly worn: Range;
  readonly gender: "male" | "female";
  readonly isTapered: boolean;
  /** Chance that each seat is the one that catches the eye; they add up to at most 1, the rest sees none. */
  readonly seats: ReadonlyMap<Seat, number>;
  readonly weight: (place: Place) => number;
  /** Ends that show the same to caliper, pitch, taper, form, material and seat: only a name tells them apart. */
  readonly twins: readonly EndCode[];
}

/** Handling and wear take up to this much off crests, inches (observation model, judgement). */
const WEAR_IN = 0.005;
/** Ranges that share this much of the wider one read alike. */
const SAME_READING = 0.35;
/** Pitches this close span alike over ten crests, inches. */
const SAME_PITCH_IN = 0.0002;
const USUAL_SEAT = 0.45;
/** Even where a seat always shows it may be hidden by dirt or scale. */
const LEAST_NO_SEAT = 0.03;
/** A thread's share of its family's weight when no row names it. Judgement: rare ends stay possible. */
const RARITY_WEIGHT = { common: 1, less: 0.5, rare: 0.25 } as const;

function genderOf(end: End): Profile["gender"] {
  if (end.form === "thread") return end.gender === "f" ? "female" : "male";
  return end.readAcross === "inside" ? "female" : "male";
}

function wornOf(end: End, reads: Range): Range {
  if (end.form !== "thread") return reads;
  return end.readAcross === "outside"
    ? { low: reads.low - WEAR_IN, high: reads.high }
    : { low: reads.low, high: reads.high + WEAR_IN };
}

/** The most particular row that names the end, by the letters it spells out. */
function rowFor(rows: readonly PlaceWeight[], code: string): PlaceWeight | undefined {
  const spelled = (row: PlaceWeight) => row.end.replace("*", "").length + (row.end.includes("*") ? 0 : 0.5);
  return rows
    .filter((row) => isOfPattern(code, row.end))
    .reduce<PlaceWeight | undefined>(
      (best, row) => (best === undefined || spelled(row) > spelled(best) ? row : best),
      undefined,
    );
}

function weigher(end: End, thread: Thread | null, places: readonly PlaceWeight[]): Profile["weight"] {
  const cache = new Map<Place, number>();
  return (place) => {
    const cached = cache.get(place);
    if (cached !== undefined) return cached;
    const row = rowFor(
      places.filter((each) => each.place === place),
      end.code,
    );
    const rarity = row?.end === "*" ? RARITY_WEIGHT[thread?.rarity ?? "common"] : 1;
    const weight = (row?.weight ?? 1) * rarity;
    cache.set(place, weight);
    return weight;
  };
}

function seatChances(end: End, seats: readonly SeatChance[]): Profile["seats"] {
  const own = seats.filter((seat) => seat.family === end.family && seat.gender === end.gender);
  const total = own.reduce((sum, { chance }) => sum + chance, 0);
  return new Map(own.map(({ seat, chance }) => [seat, chance / Math.max(1, total)]));
}

/** Returns the chance that somebody looks and sees no seat at all. */
export function noSeatChance({ seats }: Profile): number {
  return Math.max(LEAST_NO_SEAT, 1 - [...seats.values()].reduce((sum, chance) => sum + chance, 0));
}

function sharedShare(one: Range, other: Range): number {
  const shared = Math.min(one.high, other.high) - Math.max(one.low, other.low);
  return Math.max(0, shared) / Math.max(one.high - one.low, other.high - other.low);
}

type ProfileDraft = Omit<Profile, "twins">;

function usualSeat({ seats }: ProfileDraft): Seat | null {
  return [...seats].find(([, chance]) => chance >= USUAL_SEAT)?.[0] ?? null;
}

function isTwin(one: ProfileDraft, other: ProfileDraft): boolean {
  const pitchIn = ({ thread }: ProfileDraft) => thread?.pitchIn ?? 0;
  return (
    one !== other &&
    one.across === other.across &&
    (one.thread === null) === (other.thread === null) &&
    Math.abs(pitchIn(one) - pitchIn(other)) <= SAME_PITCH_IN &&
    one.thread?.flankDeg === other.thread?.flankDeg &&
    one.isTapered === other.isTapered &&
    one.end.material === other.end.material &&
    sharedShare(one.reads, other.reads) >= SAME_READING &&
    usualSeat(one) === usualSeat(other)
  );
}

/** Returns one profile for every end with a reading. Errors: RangeError when a threaded end's thread is not in the table. */
export function profilesOf({ ends, threads, seats, places }: IdentifyTables): readonly Profile[] {
  const profiles = ends.flatMap((end): ProfileDraft[] => {
    if (end.readsIn === null) return [];
    const thread = end.form === "thread" ? threadOf(end, threads) : null;
    return [
      {
        end,
        thread,
        across: end.readAcross,
        reads: end.readsIn,
        worn: wornOf(end, end.readsIn),
        gender: genderOf(end),
        isTapered: thread !== null && isTapered(thread),
        seats: seatChances(end, seats),
        weight: weigher(end, thread, places),
      },
    ];
  });
  return profiles.map((profile) => ({
    ...profile,
    twins: profiles.filter((other) => isTwin(profile, other)).map(({ end }) => end.code),
  }));
}
