/** A label of the search: a way so far, what it has done, and the rules of the trade for the next link. */
import type { EndCode } from "../end/index.ts";
import type { JointType } from "../joint/index.ts";
import {
  ADAPTER_KINDS,
  FUNCTION_KINDS,
  isByTheFoot,
  LENGTH_KINDS,
  type Part,
  type PartFunction,
} from "../part/index.ts";
import { type Bill, billWith, REST_FT, unitsOf } from "./bill.ts";
import type { Passage, PlannerIndex } from "./planner-index.ts";
import { type CandidateLink, type Link, piecesOf, type SearchTask } from "./search-task.ts";

/** One adapter of the adapters at the end of a chain: the end it is screwed to, and the end it is entered by. */
interface AdapterInRun {
  readonly after: EndCode;
  readonly into: EndCode;
}

/** The part of a label that determines every possible continuation. Of two labels with equal state the worse one is dropped. */
export interface SearchState {
  readonly end: EndCode;
  readonly done: readonly PartFunction[];
  readonly hasLength: boolean;
  readonly hasBranched: boolean;
  /** SKU of the tube or pipe the length was cut from: more of it may follow. Null: none. */
  readonly cutFrom: string | null;
}

export interface Label extends SearchState {
  readonly run: readonly AdapterInRun[];
  readonly links: readonly Link[];
  /** Joints made so far, those of the kept branch included. */
  readonly joints: number;
  readonly bill: Bill;
  readonly faults: number;
  /** Pressure used up so far, psi; 0 where the task does not ask. */
  readonly lossPsi: number;
}

/** A label's progress after one link more. */
export interface NextState extends SearchState {
  readonly isAdapter: boolean;
}

/** Returns the state of a label as text: equal for two labels exactly when both can go on in the same ways. */
export function stateKey(label: Label): string {
  const run = label.run.map(({ after, into }) => `${after}>${into}`).join(",");
  return `${label.end};${[...label.done].sort().join(",")};${label.hasLength};${label.hasBranched};${label.cutFrom};${run}`;
}

/** Returns true when the part's length answers the wanted one. */
export function lengthServes(part: Part, lengthIn: { readonly min: number; readonly max: number }): boolean {
  if (part.cutToLength) return part.lengthIn === null || part.lengthIn >= lengthIn.min;
  return part.lengthIn !== null && part.lengthIn >= lengthIn.min && part.lengthIn <= lengthIn.max;
}

/**
 * True when this adapter may not follow the run before it: it undoes the run (comes back to an end it started
 * from), or a single admitted adapter does the work of the two or more.
 */
function isNeedlessAdapter(label: Label, passage: Passage, isBridged: Bridged): boolean {
  return label.run.some(({ after, into }) => after === passage.out.end || isBridged(into, passage.out.end));
}

/** Devices that serve one fixture: on a shared way they trip for the other, or guard the wrong one. */
const OWN_BRANCH: readonly PartFunction[] = ["auto-shutoff", "filter", "backflow"];

/** The order of devices on a branch, from the stop to the fixture: each guards what follows. */
const DEVICE_ORDER: readonly PartFunction[] = [
  "shut-off",
  "own-stop",
  "auto-shutoff",
  "filter",
  "backflow",
  "arrestor",
];

/** Functions a part may have somewhere on a branch: its own, and a stop of its own where it shuts. */
export function possibleFunctions({ functions }: Part): readonly PartFunction[] {
  return functions.includes("shut-off") ? [...functions, "own-stop"] : functions;
}

/** True when every gained device comes after those that stand before it on a branch. */
function isInOrder(done: readonly PartFunction[], gains: readonly PartFunction[]): boolean {
  const last = Math.max(-1, ...done.map((each) => DEVICE_ORDER.indexOf(each)));
  return gains.every((each) => !DEVICE_ORDER.includes(each) || DEVICE_ORDER.indexOf(each) > last);
}

/**
 * Returns the functions a link adds. A tee's own valve stands in its branch port only; a stop before a cut pipe's tee would shut the
 * pipe and not the branch.
 */
export function functionsOf(
  link: Link,
  { hasBranched, hasLength }: Pick<SearchState, "hasBranched" | "hasLength">,
  task: Pick<SearchTask, "kept" | "shared" | "arrestorAt" | "lengthIn">,
): readonly PartFunction[] {
  const { part, out } = link.passage;
  const isTeeThrough = part.kind === "tee" && out.id !== "c";
  const isBeforeFork = !hasBranched && link.branch === null;
  const isUpstream = task.kept?.isThroughPipe === true && isBeforeFork;
  return possibleFunctions(part).filter((each) => {
    // A stop of one's own stands behind the fork, or is the valve in the tee's branch.
    if (each === "own-stop")
      return hasBranched || (link.branch !== null && part.kind === "tee" && out.id === "c");
    // An elbow at the inlet: after the line, or the line's own end.
    if (each === "elbow")
      return hasLength || task.lengthIn === null || (part.kind === "line" && out.id === "b");
    if (each === "shut-off") return !(isTeeThrough || isUpstream);
    if (each === "arrestor") return task.arrestorAt === null || hasLength === (task.arrestorAt === "valve");
    if (task.kept === null || !OWN_BRANCH.includes(each)) return true;
    // A device for one fixture stands on that fixture's own branch; one for both, or where the fork comes last, before the fork.
    return isBeforeFork === (task.shared.includes(each) || task.kept.fork === "after-line");
  });
}

/** Returns what a link would make of a label, or null where a rule of the trade forbids it. */
export function nextState(label: Label, link: Link, task: SearchTask, isBridged: Bridged): NextState | null {
  const { passage, branch } = link;
  const { part } = passage;
  const adds = functionsOf(link, label, task);
  const wanted = task.optional === undefined ? task.needs : [...task.needs, ...task.optional];
  const gains = wanted.filter((need) => adds.includes(need) && !label.done.includes(need));
  if (!isInOrder(label.done, gains)) return null;
  if (task.isDielectricFirst && gains.includes("dielectric") && label.links.length > 0) return null;
  const isLength = LENGTH_KINDS.includes(part.kind) && link.continues !== true;
  if (link.continues && label.cutFrom !== part.sku) return null;
  if (isLength && (label.hasLength || task.lengthIn === null || !lengthServes(part, task.lengthIn)))
    return null;
  // A shut-off stands before a hose or small tube: one that bursts before it cannot be shut.
  const isAfterStop = task.afterStop?.includes(part.kind) === true && task.needs.includes("shut-off");
  if (isAfterStop && !label.done.includes("shut-off") && !gains.includes("shut-off")) return null;
  if (FUNCTION_KINDS.includes(part.kind) && gains.length === 0) return null;
  const isAdapter = ADAPTER_KINDS.includes(part.kind) && gains.length === 0;
  if (isAdapter && isNeedlessAdapter(label, passage, isBridged)) return null;
  return {
    end: passage.out.end,
    done: gains.length === 0 ? label.done : [...label.done, ...gains],
    hasLength: label.hasLength || isLength,
    hasBranched: label.hasBranched || branch !== null,
    cutFrom: isLength && isByTheFoot(part) ? part.sku : label.cutFrom,
    isAdapter,
  };
}

/** Returns the label with one link more. */
export function extend(
  label: Label,
  { link, joints, faults, lossPsi }: CandidateLink,
  advanced: NextState,
  task: SearchTask,
): Label {
  const { passage } = link;
  const { isAdapter, ...progress } = advanced;
  const pieces = piecesOf(link).reduce((sum, piece) => billWith(sum, piece, 1, task), label.bill);
  return {
    ...progress,
    run: isAdapter ? [...label.run, { after: label.end, into: passage.into.end }] : [],
    links: [...label.links, link],
    joints: label.joints + joints,
    faults: label.faults + faults,
    lossPsi: label.lossPsi + lossPsi,
    bill: billWith(
      pieces,
      passage.part,
      link.continues ? REST_FT : unitsOf(passage.part, task.lengthIn?.max ?? 0),
      task,
    ),
  };
}

/** True for two ends that a single admitted adapter bridges. */
export type Bridged = (into: EndCode, out: EndCode) => boolean;

/** Returns which ends a single admitted adapter bridges. */
export function bridgedBy({ adapters }: PlannerIndex, admits: SearchTask["admits"]): Bridged {
  return (into, out) => adapters.get(`${into}>${out}`)?.some(admits) ?? false;
}

/**
 * Returns true when the joint on a link's way in may be where it is. Behind a closed wall everything before the stop is hidden;
 * the stop's own joint is not, unless the stop is itself the tee in the pipe.
 */
export function mayBeHidden(
  link: Link,
  typeIn: JointType,
  hasStop: boolean,
  state: Pick<SearchState, "hasBranched" | "hasLength">,
  task: Pick<SearchTask, "hidden" | "isAllHidden" | "kept" | "shared" | "arrestorAt" | "lengthIn">,
): boolean {
  if (task.hidden === null || (hasStop && task.isAllHidden !== true)) return true;
  const isStop = functionsOf(link, state, task).includes("shut-off");
  const isInPipe = link.branch !== null && task.kept?.isThroughPipe === true;
  if (isStop && task.isAllHidden !== true) return !isInPipe;
  // A union is itself a joint with a gasket or two cones.
  if (link.passage.part.unionSeal !== null) return false;
  return task.hidden(typeIn);
}

/** Returns the kept line hangs at the stop or at the far end of the new line; nowhere else is it in reach. */
export function mayForkHere({ hasLength }: Label, { kept, lengthIn }: SearchTask): boolean {
  if (kept === null || lengthIn === null) return kept !== null;
  return hasLength === (kept.fork === "after-line");
}
