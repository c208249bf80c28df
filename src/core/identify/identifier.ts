/** The identifier over a set of tables: prepared once, asked many times, the same on the server and in the browser. */
import { type End, endTable, type Thread, threadTable } from "../end/index.ts";
import type { ContactText, JointRule, MatchTables, Mating } from "../joint/index.ts";
import type { Measured } from "./evidence.ts";
import { type Identification, identify } from "./identify.ts";
import { type LookAlike, lookAlikesOf } from "./look-alikes.ts";
import { type PlaceWeight, type Profile, profilesOf, type SeatChance } from "./profile.ts";

/** The reference tables identifying and matching work over. */
export interface EndKnowledge {
  readonly ends: readonly End[];
  readonly threads: readonly Thread[];
  readonly matings: readonly Mating[];
  readonly joints: readonly JointRule[];
  readonly meetings: readonly ContactText[];
  readonly seats: readonly SeatChance[];
  readonly places: readonly PlaceWeight[];
}

export interface Identifier {
  readonly profiles: readonly Profile[];
  readonly tables: MatchTables;
  readonly words: readonly ContactText[];
  /** What an end is taken for; worked out once for each end. */
  readonly lookAlikes: (end: End) => readonly LookAlike[];
}

export interface IdentifyAnswer extends Identification {
  readonly lookAlikes: readonly LookAlike[];
}

/** Candidates this likely get their look-alikes told, and at most so many of them. */
const WORTH_TELLING = 0.05;
const MOST_TOLD = 2;

/**
 * Builds the identifier over these tables: look-ups and profiles made once.
 * Errors: RangeError when a code or thread stands twice, or a threaded end has no thread.
 */
export function openIdentifier(knowledge: EndKnowledge): Identifier {
  const { ends, matings, joints, seats, places, meetings } = knowledge;
  const threads = threadTable(knowledge.threads);
  const tables = { ends: endTable(ends), threads, matings, joints };
  const cache = new Map<End, readonly LookAlike[]>();
  const lookAlikes = (end: End) => {
    const lookAlikes = cache.get(end) ?? lookAlikesOf(end, tables, meetings);
    cache.set(end, lookAlikes);
    return lookAlikes;
  };
  return {
    profiles: profilesOf({ ends, threads, seats, places }),
    tables,
    words: meetings,
    lookAlikes,
  };
}

/** Ranks the ends and tells what the leaders are taken for. Evidence must be free of `evidenceFaults`. */
export function answerEvidence(
  { profiles, tables, lookAlikes }: Identifier,
  measured: Measured,
): IdentifyAnswer {
  const identification = identify(profiles, measured);
  const leaders = identification.candidates
    .filter(({ probability }) => probability >= WORTH_TELLING)
    .flatMap(({ end }) => (end === null ? [] : [tables.ends.get(end)]))
    .filter((end) => end !== undefined)
    .slice(0, MOST_TOLD);
  return { ...identification, lookAlikes: leaders.flatMap(lookAlikes) };
}
