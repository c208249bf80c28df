/** A label of the search: a way so far, what it has done, and the rules of the trade for the next link. */
import type { EndCode } from "../ends/index.ts";
import type { JointType } from "../joints/index.ts";
import {
  ADAPTER_KINDS,
  FUNCTION_KINDS,
  LENGTH_KINDS,
  type Part,
  type PartFunction,
  type Port,
} from "../parts/index.ts";
import { type Bill, billWith, unitsOf } from "./bill.ts";
import type { Effort } from "./effort.ts";
import { type LinkIn, piecesOf } from "./links.ts";
import type { Meeting, Passage, Shop } from "./shop.ts";

/** What must go on being fed beside the new branch. */
export interface KeptBranch {
  readonly end: EndCode;
  /** True where it is the other half of a cut pipe: the run of the tee stays straight, and the branch gets its own stop. */
  readonly isCutPipe: boolean;
  /** Where the fork stands: at the stop, or at the far end of the line. */
  readonly fork: "before-line" | "after-line";
}

export interface SearchTask {
  readonly from: EndCode;
  readonly to: EndCode;
  readonly needs: readonly PartFunction[];
  /** Null: the fixture brings its own hose and no line may be added. */
  readonly lengthIn: { readonly min: number; readonly max: number } | null;
  /** Parts that may be used at all; pieces included. */
  readonly admits: (part: Part) => boolean;
  readonly stock: ReadonlyMap<string, number> | null;
  readonly maxParts: number;
  /** How much work this and every other search of the question may take; absent: as much as it needs. */
  readonly effort?: Effort;
  /** Null: a single chain. */
  readonly kept: KeptBranch | null;
  /** Types of joint that may be hidden between the pipe and the stop; null: everything stays in sight. */
  readonly hidden: ((type: JointType) => boolean) | null;
}

/** The side branch of a link: the port it leaves by, at most one adapter, and its pieces. */
export interface SideBranch {
  readonly side: Port;
  readonly via: Passage | null;
  readonly kits: readonly Part[];
}

export interface Link {
  readonly passage: Passage;
  /** Pieces for the joint on its way in. */
  readonly kit: Part | null;
  /** Null unless the part feeds the kept branch. */
  readonly branch: SideBranch | null;
}

export interface Chain {
  readonly links: readonly Link[];
  /** Pieces for the last joint, at the inlet. */
  readonly lastKit: Part | null;
  readonly bill: Bill;
}

/** An adapter of the run of adapters a chain ends in: what it is screwed to, and its own way in. */
interface AdapterInRun {
  readonly after: EndCode;
  readonly into: EndCode;
}

/** What of a label decides what can still come. */
export interface Progress {
  readonly end: EndCode;
  readonly done: readonly PartFunction[];
  readonly hasLength: boolean;
  readonly hasBranched: boolean;
}

export interface Label extends Progress {
  readonly run: readonly AdapterInRun[];
  readonly links: readonly Link[];
  /** Joints made so far, those of the kept branch included. */
  readonly joints: number;
  readonly bill: Bill;
}

/** A label's progress after one link more. */
export interface Advance extends Progress {
  readonly isAdapter: boolean;
}

export function stateOf(label: Label): string {
  const run = label.run.map(({ after, into }) => `${after}>${into}`).join(",");
  return `${label.end};${[...label.done].sort().join(",")};${label.hasLength};${label.hasBranched};${run}`;
}

/** Joints a link makes: its way in, and those of its side branch. */
export function jointsOfLink({ branch }: Link): number {
  if (branch === null) return 1;
  return branch.via === null ? 2 : 3;
}

/** Joints of a chain, the last one and those of the kept branch included. */
export function jointsOf(links: readonly Link[]): number {
  return links.reduce((sum, link) => sum + jointsOfLink(link), 1);
}

export function kitsOf(meeting: Meeting, admits: SearchTask["admits"]): readonly (Part | null)[] {
  return meeting.kits === null ? [null] : meeting.kits.filter(admits);
}

/** True when the part's length answers the wanted one. */
export function lengthServes(part: Part, lengthIn: { readonly min: number; readonly max: number }): boolean {
  if (part.cutToLength) return part.lengthIn === null || part.lengthIn >= lengthIn.min;
  return part.lengthIn !== null && part.lengthIn >= lengthIn.min && part.lengthIn <= lengthIn.max;
}

/**
 * True when this adapter may not follow the run before it: it undoes the run (comes back to an end it started
 * from), or a single admitted adapter does the work of the two or more.
 */
function isNeedlessAdapter(label: Label, passage: Passage, singles: ReadonlySet<string>): boolean {
  return label.run.some(
    ({ after, into }) => after === passage.out.end || singles.has(`${into}>${passage.out.end}`),
  );
}

/**
 * Functions a link adds. A tee's own valve stands in its branch port only; a stop before a cut pipe's tee would shut the
 * pipe and not the branch.
 */
export function functionsOf(
  link: Link,
  hasBranched: boolean,
  task: Pick<SearchTask, "kept">,
): readonly PartFunction[] {
  const { part, out } = link.passage;
  const isTeeThrough = part.kind === "tee" && out.id !== "c";
  const isUpstream = task.kept?.isCutPipe === true && !hasBranched && link.branch === null;
  return part.functions.filter((each) => each !== "shut-off" || !(isTeeThrough || isUpstream));
}

/** What a link would make of a label, or null where a rule of the trade forbids it. */
export function advance(
  label: Label,
  link: Link,
  task: SearchTask,
  singles: ReadonlySet<string>,
): Advance | null {
  const { passage, branch } = link;
  const { part } = passage;
  const adds = functionsOf(link, label.hasBranched, task);
  const gains = task.needs.filter((need) => adds.includes(need) && !label.done.includes(need));
  const isLength = LENGTH_KINDS.includes(part.kind);
  if (isLength && (label.hasLength || task.lengthIn === null || !lengthServes(part, task.lengthIn)))
    return null;
  if (FUNCTION_KINDS.includes(part.kind) && gains.length === 0) return null;
  const isAdapter = ADAPTER_KINDS.includes(part.kind) && gains.length === 0;
  if (isAdapter && isNeedlessAdapter(label, passage, singles)) return null;
  return {
    end: passage.out.end,
    done: gains.length === 0 ? label.done : [...label.done, ...gains],
    hasLength: label.hasLength || isLength,
    hasBranched: label.hasBranched || branch !== null,
    isAdapter,
  };
}

/** The label with one link more. */
export function extend(label: Label, { link, joints }: LinkIn, advanced: Advance, task: SearchTask): Label {
  const { passage } = link;
  const { isAdapter, ...progress } = advanced;
  const pieces = piecesOf(link).reduce((sum, piece) => billWith(sum, piece, 1, task.stock), label.bill);
  return {
    ...progress,
    run: isAdapter ? [...label.run, { after: label.end, into: passage.into.end }] : [],
    links: [...label.links, link],
    joints: label.joints + joints,
    bill: billWith(pieces, passage.part, unitsOf(passage.part, task.lengthIn?.max ?? 0), task.stock),
  };
}

/** Pairs "in>out" that a single admitted adapter bridges. */
export function singleAdapters(shop: Shop, admits: SearchTask["admits"]): ReadonlySet<string> {
  return new Set(
    shop.passages
      .filter(({ part }) => ADAPTER_KINDS.includes(part.kind) && admits(part))
      .map(({ into, out }) => `${into.end}>${out.end}`),
  );
}

/**
 * True when the joint on a link's way in may be where it is. Behind a closed wall everything before the stop is hidden;
 * the stop's own joint is not, unless the stop is itself the tee in the pipe.
 */
export function mayBeHidden(
  link: Link,
  typeIn: JointType,
  hasStop: boolean,
  hasBranched: boolean,
  task: Pick<SearchTask, "hidden" | "kept">,
): boolean {
  if (task.hidden === null || hasStop) return true;
  const isStop = functionsOf(link, hasBranched, task).includes("shut-off");
  const isInPipe = link.branch !== null && task.kept?.isCutPipe === true;
  if (isStop) return !isInPipe;
  return task.hidden(typeIn);
}

/** The kept line hangs at the stop or at the far end of the new line; nowhere else is it in reach. */
export function mayForkHere({ hasLength }: Label, { kept, lengthIn }: SearchTask): boolean {
  if (kept === null || lengthIn === null) return kept !== null;
  return hasLength === (kept.fork === "after-line");
}
