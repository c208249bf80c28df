/** Whether the line that stays still lies well once a tee has moved its end: the line fitter's own rating, where it was measured. */
import { across, add, cross, dot, norm, scale, subtract, unit, type Vector } from "../geometry/index.ts";
import { type LineEnd, type Rating, rateLength, type SlackMargins, setupFault } from "../line/index.ts";
import type { PlanRequest } from "../plan/index.ts";
import { isOpenPipe, mateOf } from "./approach.ts";
import type { Candidate } from "./candidate.ts";
import { RATING_PHRASES } from "./line-fit.ts";
import type { PlannerIndex } from "./planner-index.ts";

/** How the parts before the line that stays move its end: on the way it leaves, aside of that, and the way it leaves now. */
interface EndMove {
  readonly onIn: number;
  readonly asideIn: number;
  /** Share of the new way that goes on as before, and aside. */
  readonly way: readonly [on: number, aside: number];
}

const ALONG: Vector = [0, 1, 0];

/**
 * Returns how the end of the line that stays is moved by the parts before it; null: no line stays, or none is moved. A new
 * stop stands where the old one stood. Units: inches.
 */
function lineMove(
  { supply }: PlanRequest,
  { approach: { kept }, chain: { links } }: Candidate,
): EndMove | null {
  if (kept === null || kept.fork !== "before-line" || isOpenPipe(supply.kind)) return null;
  const at = links.findIndex(({ branch }) => branch !== null);
  const fork = links[at];
  if (fork?.branch == null) return null;
  const { side, via } = fork.branch;
  const { into } = fork.passage;
  const before = links
    .slice(0, at)
    .reduce((sum, { passage }) => sum + norm(subtract(passage.out.at, passage.into.at)), 0);
  const behind = via === null ? 0 : norm(subtract(via.out.at, via.into.at));
  const axis = scale(into.direction, -1);
  const within = subtract(side.at, into.at);
  const on = dot(within, axis);
  const wayOn = dot(side.direction, axis);
  const wayAside = norm(subtract(side.direction, scale(axis, wayOn)));
  return {
    onIn: before + on + behind * wayOn,
    asideIn: norm(subtract(within, scale(axis, on))) + behind * wayAside,
    way: [wayOn, wayAside],
  };
}

/** The end as a move leaves it, the tee turned each of four ways where it leads aside. */
function movedEnds(
  { at, direction }: LineEnd,
  { onIn, asideIn, way: [on, aside] }: EndMove,
): readonly LineEnd[] {
  const one = across(direction);
  const other = cross(direction, one);
  const turns = asideIn === 0 && aside === 0 ? [one] : [one, scale(one, -1), other, scale(other, -1)];
  return turns.map((away) => ({
    at: add(at, add(scale(direction, onIn), scale(away, asideIn))),
    direction: add(scale(direction, on), scale(away, aside)),
  }));
}

/** How the line that stays lies before the work and after it. */
export interface KeptLineFit {
  readonly asFound: Rating;
  readonly moved: Rating;
}

export type KeptLineRater = (candidate: Candidate) => KeptLineFit | null;

/**
 * Returns what rates the line that stays under each way of a job; null where nobody has measured the line, or none is moved.
 * Taken: the line leaves its outlet and its inlet as the ends that were measured do, else upward and downward, as at an angle stop under a
 * tank or a faucet; a tee that leads aside is turned the best of four ways.
 */
export function keptLineRater(
  index: PlannerIndex,
  request: PlanRequest,
  margins: SlackMargins,
): KeptLineRater {
  const { supply, ends } = request;
  const { inlet, measured } = supply.keptLine ?? {};
  if (inlet === undefined || measured === undefined) return () => null;
  const [near, far] = [mateOf(index, supply.end), mateOf(index, inlet)];
  const alike = index.tables.parts.find(
    ({ kind, ports }) => kind === "line" && ports[0]?.end === near && ports[1]?.end === far,
  );
  if (alike?.cuffIn == null || alike.minBendRadiusIn === null) return () => null;
  const { lengthIn } = measured;
  const figures = {
    cuffIn: alike.cuffIn,
    minBendRadiusIn: alike.minBendRadiusIn,
    walls: ends?.walls ?? [],
    freeBulgeIn: ends?.freeBulgeIn ?? null,
  };
  const a: LineEnd = { at: [0, 0, 0], direction: unit(ends?.a.direction ?? ALONG) };
  const b: LineEnd = { at: measured.to, direction: scale(ALONG, -1) };
  const ratingOf = (from: LineEnd, to: LineEnd): Rating | null => {
    const setup = { a: from, b: to, ...figures };
    // Ends that cannot lie so say nothing of the line.
    return setupFault(setup, [lengthIn]) === null ? rateLength(setup, lengthIn, margins).rating : null;
  };
  const asFound = ratingOf(a, b);
  if (asFound === null) return () => null;
  const known = new Map<string, KeptLineFit | null>();
  return (candidate) => {
    const move = lineMove(request, candidate);
    if (move === null) return null;
    const isAtFarEnd = candidate.approach.code === "at-far-end";
    const key = `${isAtFarEnd} ${move.onIn} ${move.asideIn} ${move.way.join(" ")}`;
    const before = known.get(key);
    if (before !== undefined) return before;
    const ratings = movedEnds(isAtFarEnd ? b : a, move).flatMap(
      (end) => (isAtFarEnd ? ratingOf(a, end) : ratingOf(end, b)) ?? [],
    );
    const [first] = ratings;
    const moved = ratings.find((rating) => rating === "good") ?? first;
    const fit = moved === undefined ? null : { asFound, moved };
    known.set(key, fit);
    return fit;
  };
}

/** Returns the warnings about a line that stays and is moved, each with what it is about: how far the line is moved, and how it lies, where it was measured. */
export function keptLineWarnings(
  request: PlanRequest,
  candidate: Candidate,
  fit: KeptLineFit | null,
): readonly (readonly [code: string, about: string])[] {
  const move = lineMove(request, candidate);
  if (move === null) return [];
  const { code, kept } = candidate.approach;
  const figure = `about ${Math.round(Math.hypot(move.onIn, move.asideIn) * 10) / 10} in`;
  const tee = code === "at-far-end" && kept?.end === "bc-7/8-m" ? "tee-moves-shank" : "tee-moves-line";
  if (fit === null) return [[tee, figure]];
  const [found, moved] = [RATING_PHRASES[fit.asFound], RATING_PHRASES[fit.moved]];
  if (fit.moved === "good") return [[tee, `${figure}; as measured the line still ${moved}`]];
  return [
    [tee, figure],
    fit.asFound === "good"
      ? ["kept-line-moved-badly", `as measured the line ${moved}`]
      : ["kept-line-lies-badly", `as measured the line ${found} as found, with the tee it ${moved}`],
  ];
}
