/** The tables a planner works over, with the look-ups it needs made once. */

import type { FixtureDemand, Outlet } from "../demand/index.ts";
import { type End, type EndCode, type EndTable, endTable } from "../end/index.ts";
import type { ArrestorSize, MaterialWave, PipeSize } from "../hammer/index.ts";
import { type JointRule, type Mating, mate, SOFT_TUBES } from "../joint/index.ts";
import { ADAPTER_KINDS, type Part, type Port } from "../part/index.ts";
import type { Fixture, FixtureFacts } from "../plan/index.ts";
import type { PracticeOption } from "../standard/index.ts";
import type { Insertion } from "../tube/index.ts";
import type { Estimate, KindLoss, MaterialRoughness } from "../water/index.ts";
import { type Fork, forksOf } from "./fork.ts";
import type { Tool } from "./outfit.ts";
import type { Preference } from "./preference.ts";

export interface AdviceText {
  readonly code: string;
  readonly severity: "refuse" | "warn" | "note";
  readonly message: string;
  readonly reason: string;
}

/** How fast a fixture's own valve shuts, and what it takes in at a time: data/inlet-valves.csv. */
export interface InletValve {
  readonly fixture: Fixture;
  readonly valve: string;
  readonly closureMs: Estimate;
  /** Fixture units of the branch, for the table of arrestor sizes. */
  readonly units: number;
  /** What one filling takes, gallons. */
  readonly fillGal: number;
  readonly note: string | null;
}

export interface PlannerTables {
  readonly ends: readonly End[];
  readonly matings: readonly Mating[];
  readonly joints: readonly JointRule[];
  readonly parts: readonly Part[];
  readonly fixtures: readonly FixtureFacts[];
  readonly demands: readonly FixtureDemand[];
  readonly outlets: readonly Outlet[];
  readonly schools: readonly PracticeOption[];
  readonly judgements: readonly AdviceText[];
  readonly losses: readonly KindLoss[];
  readonly roughness: readonly MaterialRoughness[];
  readonly preferences: readonly Preference[];
  readonly pipeSizes: readonly PipeSize[];
  readonly waveSpeeds: readonly MaterialWave[];
  readonly inletValves: readonly InletValve[];
  readonly arrestorSizes: readonly ArrestorSize[];
  readonly insertions: readonly Insertion[];
  readonly tools: readonly Tool[];
}

/** One way through a part: in at one port, out at the other. */
export interface Passage {
  readonly part: Part;
  readonly into: Port;
  readonly out: Port;
}

/** How one end takes another: the mating, and the pieces one of which makes it (null when none is needed). */
export interface MatingOption {
  readonly mating: Mating;
  readonly pieces: readonly Part[] | null;
}

export interface PlannerIndex {
  readonly tables: PlannerTables;
  readonly ends: EndTable;
  /** Null when the two ends make no joint, or one that needs pieces nobody lists. */
  readonly meet: (one: Port | EndCode, other: Port | EndCode, hasOwnPieces?: boolean) => MatingOption | null;
  /** Every passage whose way in meets this end, with how. */
  readonly passagesFrom: (
    end: EndCode,
  ) => readonly { readonly passage: Passage; readonly meeting: MatingOption }[];
  readonly passages: readonly Passage[];
  /** Adapters by the ends they go between, "in>out". */
  readonly adapters: ReadonlyMap<string, readonly Part[]>;
  /** Every way through a part with three ports. */
  readonly forks: readonly Fork[];
}

function passagesOf(part: Part): readonly Passage[] {
  const [a, b, ...more] = part.ports;
  if (a === undefined || b === undefined || more.length > 0) return [];
  const forward = { part, into: a, out: b };
  // A stop is fed at its inlet: turned round its packing stands under pressure for good.
  if (part.oneWay || part.kind === "stop" || a.end === b.end) return [forward];
  return [forward, { part, into: b, out: a }];
}

function codeOf(side: Port | EndCode): EndCode {
  return typeof side === "string" ? side : side.end;
}

/** Passages that are entered alike: how they meet an end is found out once for all of them. */
interface WayIn {
  readonly code: EndCode;
  readonly hasOwnPieces: boolean;
  readonly entries: { readonly passage: Passage; readonly at: number }[];
}

function waysIn(passages: readonly Passage[]): readonly WayIn[] {
  const ways = new Map<string, WayIn>();
  for (const [at, passage] of passages.entries()) {
    const code = passage.into.end;
    const hasOwnPieces = bringsPieces(passage);
    const key = `${code} ${hasOwnPieces}`;
    const way = ways.get(key) ?? { code, hasOwnPieces, entries: [] };
    ways.set(key, way);
    way.entries.push({ passage, at });
  }
  return [...ways.values()];
}

function adaptersOf(passages: readonly Passage[]): ReadonlyMap<string, readonly Part[]> {
  const adapters = new Map<string, Part[]>();
  for (const { part, into, out } of passages) {
    if (!ADAPTER_KINDS.includes(part.kind)) continue;
    const key = `${into.end}>${out.end}`;
    adapters.set(key, [...(adapters.get(key) ?? []), part]);
  }
  return adapters;
}

/** Prepares tables for planning. Costs a few milliseconds for a full catalogue; keep the result for as long as the tables stand. */
export function buildPlannerIndex(tables: PlannerTables): PlannerIndex {
  const ends = endTable(tables.ends);
  const piecesByEnds = new Map<string, Part[]>();
  for (const part of tables.parts) {
    if (part.joins === null) continue;
    const key = [...part.joins].sort().join("|");
    piecesByEnds.set(key, [...(piecesByEnds.get(key) ?? []), part]);
  }
  const meet: PlannerIndex["meet"] = (one, other, hasOwnPieces = false) => {
    const [codeA, codeB] = [codeOf(one), codeOf(other)];
    const [endA, endB] = [ends.get(codeA), ends.get(codeB)];
    if (endA === undefined || endB === undefined) return null;
    const mating = mate(endA, endB, tables.matings);
    if (mating === null) return null;
    // A stop's own nut and ferrule are made for metal: soft tube needs its insert too.
    const needsInsert = [endA, endB].some(({ material }) => SOFT_TUBES.includes(material ?? ""));
    if (!mating.needsKit || (hasOwnPieces && !(needsInsert && mating.type === "ferrule")))
      return { mating, pieces: null };
    const pieces = piecesByEnds.get([codeA, codeB].sort().join("|"));
    return pieces === undefined ? null : { mating, pieces };
  };
  const passages = tables.parts.flatMap(passagesOf);
  const byWayIn = waysIn(passages);
  const cache = new Map<EndCode, ReturnType<PlannerIndex["passagesFrom"]>>();
  const passagesFrom: PlannerIndex["passagesFrom"] = (end) => {
    const cached = cache.get(end);
    if (cached) return cached;
    const passages = byWayIn.flatMap(({ code, hasOwnPieces, entries }) => {
      const meeting = meet(end, code, hasOwnPieces);
      return meeting === null ? [] : entries.map(({ passage, at }) => ({ passage, meeting, at }));
    });
    // In the order of the catalogue, whatever way in they share: of equal ways the first is taken.
    const ordered = passages
      .sort((a, b) => a.at - b.at)
      .map(({ passage, meeting }) => ({ passage, meeting }));
    cache.set(end, ordered);
    return ordered;
  };
  return {
    tables,
    ends,
    meet,
    passagesFrom,
    passages,
    adapters: adaptersOf(passages),
    forks: tables.parts.flatMap(forksOf),
  };
}

/** Returns a part sold with the nut and ferrule of its inlet (port a) needs no piece there. */
export function bringsPieces({ part, into }: Passage): boolean {
  return into.id === "a" && part.contents.includes("ferrule");
}
