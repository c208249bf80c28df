/** What one search is asked, and the links chains are made of. */
import type { EndCode } from "../end/index.ts";
import type { JointType } from "../joint/index.ts";
import type { Part, PartFunction, PartKind, Port } from "../part/index.ts";
import type { Bill, Supplies } from "./bill.ts";
import type { Effort } from "./effort.ts";
import type { Graph } from "./graph.ts";
import type { Admits } from "./part-rules.ts";
import type { MatingOption, Passage } from "./planner-index.ts";

/** What must go on being fed beside the new branch. */
export interface ExistingBranch {
  readonly end: EndCode;
  /** True where it is the other half of a cut pipe: the run of the tee stays straight, and the branch gets its own stop. */
  readonly isThroughPipe: boolean;
  /** Where the fork stands: at the stop, or at the far end of the line. */
  readonly fork: "before-line" | "after-line";
}

/** What chains are compared by; less is better. */
export interface Cost {
  readonly faults: number;
  readonly joints: number;
  readonly priceCents: number;
  readonly missing: number;
}

/** Pressure a chain may use up, psi at the fixture's usual flow. */
export interface WaterBudget {
  readonly mostPsi: number;
  readonly lossOf: (link: Pick<Link, "passage" | "continues">) => number;
}

export interface SearchTask extends Supplies {
  readonly from: EndCode;
  readonly to: EndCode;
  readonly needs: readonly PartFunction[];
  /** Null: the fixture brings its own hose and no line may be added. */
  readonly lengthIn: { readonly min: number; readonly max: number } | null;
  /** Parts that may be used at all; pieces included. */
  readonly admits: Admits;
  /** Links worked out once for all searches of one way of taking the job up; absent: each search works out its own. */
  readonly pool?: LinkPool;
  readonly maxParts: number;
  /** How much work this and every other search of the question may take; absent: as much as it needs. */
  readonly effort?: Effort;
  /** Only ways that none of these is as good as are looked for; absent: all. */
  readonly rivals?: readonly Cost[];
  /** Null: a single chain. */
  readonly kept: ExistingBranch | null;
  /** Functions a part may be taken for though nobody needs them: a stop where a valve before it shuts the water. Absent: none. */
  readonly optional?: readonly PartFunction[];
  /** Parts that every chain takes beside its links: the cap it ends in, a breaker on the outlet. Absent: none. */
  readonly extras?: readonly Part[];
  /** Needs met before the fork, for both fixtures; the others are met on the new branch. */
  readonly shared: readonly PartFunction[];
  /** Where an arrestor stands: at the fixture's valve, after the line, or at the stop, before the line; null: anywhere. */
  readonly arrestorAt: "valve" | "stop" | null;
  /** The supply is steel: a dielectric part stands there, where the two metals meet, and nowhere else. Absent: anywhere. */
  readonly isDielectricFirst?: true;
  /** How far a part is from the preferred kind for its place; 0: the preferred kind. */
  readonly faultsOf: (part: Part) => number;
  /** What the parts of a chain may take of the pressure, all together; null: not asked. */
  readonly water: WaterBudget | null;
  /** Types of joint that may be hidden between the pipe and the stop; null: everything stays in sight. */
  readonly hidden: ((type: JointType) => boolean) | null;
  /** Kinds of part that come only after a shut-off: hoses and small tube; pipe too where it runs to where nobody reaches. Absent: none. */
  readonly afterStop?: readonly PartKind[];
  /** Everything lies in the wall, what stands behind the stop too. Absent: only what stands before it. */
  readonly isAllHidden?: boolean;
}

/** The side branch of a link: the port it leaves by, at most one adapter, and its pieces. */
export interface SideBranch {
  readonly side: Port;
  readonly via: Passage | null;
  readonly pieces: readonly Part[];
}

/** An air chamber on the third port of a tee: pipe that stands up, and its cap. */
export interface Chamber {
  readonly side: Port;
  readonly pipe: Passage;
  readonly cap: Part;
  /** Pieces for the joint at the tee and for that at the cap; null: none. */
  readonly pieces: readonly [atTee: Part | null, atCap: Part | null];
}

export interface Link {
  readonly passage: Passage;
  /** Pieces for the joint on its way in. */
  readonly piece: Part | null;
  /** Null unless the part feeds the kept branch. */
  readonly branch: SideBranch | null;
  /** Absent unless the standard is an air chamber and this is its tee. */
  readonly chamber?: Chamber;
  /** The rest of the tube or pipe that was cut for what stands before it: its length is counted there. */
  readonly continues?: true;
}

export interface Chain {
  readonly links: readonly Link[];
  /** Pieces for the last joint, at the inlet. */
  readonly lastPiece: Part | null;
  readonly bill: Bill;
  /** Faults of kind of all its parts. */
  readonly faults: number;
}

/** Returns the joints a link makes: its way in, those of its side branch, and the one inside a union. */
export function jointsOfLink({ passage, branch }: Link): number {
  const own = passage.part.unionSeal === null ? 1 : 2;
  if (branch === null) return own;
  return branch.via === null ? own + 1 : own + 2;
}

/** Returns the joints of a chain, the last one and those of the kept branch included. */
export function jointsOf(links: readonly Link[]): number {
  return links.reduce((sum, link) => sum + jointsOfLink(link), 1);
}

/** Returns the pieces that can make a mating, or a single null where the mating needs none. */
export function pieceChoices(meeting: MatingOption, admits: SearchTask["admits"]): readonly (Part | null)[] {
  return meeting.pieces === null ? [null] : meeting.pieces.filter(admits);
}

/** A link with the type of the joint on its way in. */
export interface CandidateLink {
  readonly link: Link;
  readonly type: JointType;
  /** Price and joints the link adds, its pieces and side branch included. */
  readonly priceCents: number;
  readonly joints: number;
  readonly faults: number;
  /** Pressure the link takes, psi; 0 where the task does not ask. */
  readonly lossPsi: number;
  /** What two links must share for every way on from the one to be a way on from the other. */
  readonly continuation: string;
  /** Rules that leave out any of its parts, a bit each; absent: not asked. */
  readonly excludedBy?: number;
}

/** Links by the end they follow, before any rule has left one out. */
export interface LinkPool {
  readonly linksFrom: (end: EndCode) => {
    readonly plain: readonly PooledLink[];
    readonly forks: readonly PooledLink[];
  };
  /** Graphs over these links, by the needs they are made for. */
  readonly graphs: Map<string, Graph>;
}

/** A link, and the rules that leave out any of its parts, a bit each. */
export interface PooledLink extends CandidateLink {
  readonly excludedBy: number;
}

/** Returns the faults of kind of a link. */
export function faultsOfLink(
  { passage, branch, continues }: Link,
  { faultsOf }: Pick<SearchTask, "faultsOf">,
): number {
  return (
    (continues ? 0 : faultsOf(passage.part)) +
    (branch === null || branch.via === null ? 0 : faultsOf(branch.via.part))
  );
}

/** Returns the pieces, adapters and parts of a chamber that a link needs beside its part. */
export function piecesOf({ piece, branch, chamber }: Link): readonly Part[] {
  return [
    ...(chamber === undefined
      ? []
      : [chamber.pipe.part, chamber.cap, ...chamber.pieces.flatMap((each) => each ?? [])]),
    ...(piece === null ? [] : [piece]),
    ...(branch?.pieces ?? []),
    ...(branch === null || branch.via === null ? [] : [branch.via.part]),
  ];
}
