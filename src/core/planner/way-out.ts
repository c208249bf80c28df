/**
 * Where no plan is found: the nearest changes of the job that make one possible, found by trying them. What is tried follows from what is
 * there: a stop is renewed, a hose is moved nearer, a pipe is taken up one fitting back.
 */

import { demandOf } from "../demand/index.ts";
import type { EndCode } from "../end/index.ts";
import type { PlanRequest } from "../plan/index.ts";
import { type PlanChange, type Refused, type WayOut, type WayOutCode, withChange } from "../way-out/index.ts";
import { advice } from "./advice.ts";
import { isOpenPipe, startsAtPipe } from "./approach.ts";
import { type Effort, UNBOUNDED } from "./effort.ts";
import { planHookup, type SwappableOutcome } from "./plan.ts";
import type { PlannerIndex } from "./planner-index.ts";
import { lengthsThatFit, USUAL_OUTLET } from "./refusals.ts";
import { ownHoseIn } from "./supply-fault.ts";

/** Most changes that are tried for one job. */
const MOST_TRIED = 12;
/** Most of those that helped which are told. */
const MOST_TOLD = 4;

interface Try {
  readonly code: WayOutCode;
  readonly about: string;
  readonly change: PlanChange;
}

/** Pipe a stop usually sits on, the likeliest first: what is behind the old one is seen when it comes off. */
const BEHIND_A_STOP: readonly EndCode[] = ["pipe-1/2-copper", "pipe-3/4-copper"];
/** Pipe that stops and tees are listed for, the likeliest first. */
const USUAL_PIPE: readonly EndCode[] = ["pipe-1/2-copper", "pipe-1/2-pex", "pipe-3/4-copper"];
/** Pipe that a branch is renewed with where the old one is too narrow: copper of the usual wall. */
const RENEWED_WITH = /^copper-.*-l$/;
/** Bores that differ by less are one size, inches: the step between types of copper. */
const WIDER_IN = 0.03;

/** What the supply itself suggests. */
function ofSupply(index: PlannerIndex, request: PlanRequest): readonly Try[] {
  const { supply, inlet } = request;
  const end = index.ends.get(supply.end);
  const isStop = supply.kind === "stop-outlet" || supply.kind === "box-valve";
  const isSteel = end?.material === "steel";
  const size = /^pipe-([\d/]+)-/.exec(supply.end)?.[1];
  const thread = `npt-${size}-m`;
  const demand = demandOf(index.tables.demands, inlet.fixture);
  const isCold = supply.water === "hot" && demand.waters === "cold";
  return [
    ...(isCold
      ? [{ code: "cold-side" as const, about: "", change: { supply: { water: "cold" as const } } }]
      : []),
    ...(isStop
      ? BEHIND_A_STOP.map((pipe) => ({
          code: "renew-stop" as const,
          about: pipe,
          change: { supply: { kind: "dead-stop" as const, end: pipe, boreIn: null } },
        }))
      : []),
    ...(isSteel && index.ends.has(thread)
      ? [
          {
            code: "thread-pipe" as const,
            about: thread,
            change: { supply: { kind: "stub" as const, end: thread } },
          },
        ]
      : []),
    ...(isOpenPipe(supply.kind) && startsAtPipe(index, request)
      ? USUAL_PIPE.filter((pipe) => pipe !== supply.end).map((pipe) => ({
          code: "go-back" as const,
          about: pipe,
          change: { supply: { end: pipe } },
        }))
      : []),
  ];
}

/** What the line suggests: another length, a new one, any kind. */
function ofLine(index: PlannerIndex, request: PlanRequest): readonly Try[] {
  const { lengthIn, line, inlet, lineKind, supply } = request;
  const ownIn = ownHoseIn(request);
  const from = startsAtPipe(index, request) ? USUAL_OUTLET : supply.end;
  const middle = (lengthIn.min + lengthIn.max) / 2;
  const near = lengthsThatFit(index, {
    from,
    to: inlet.end,
    admits: Object.assign(() => true, { active: 0 }),
  })
    .filter((length) => length < lengthIn.min || length > lengthIn.max)
    .toSorted((a, b) => Math.abs(a - middle) - Math.abs(b - middle))
    .slice(0, 2);
  return [
    ...(ownIn !== undefined && ownIn < lengthIn.min
      ? [
          {
            code: "nearer-stop" as const,
            about: String(ownIn),
            change: { lengthIn: { min: Math.min(lengthIn.min, ownIn), max: ownIn } },
          },
        ]
      : []),
    ...(line !== undefined && line.by !== "new"
      ? [{ code: "new-line" as const, about: "", change: { line: null } }]
      : []),
    ...(lineKind === undefined ? [] : [{ code: "any-line" as const, about: "", change: { lineKind: null } }]),
    ...near.map((length) => ({
      code: "other-length" as const,
      about: String(length),
      change: { lengthIn: { min: Math.min(length, lengthIn.min), max: Math.max(length, lengthIn.max) } },
    })),
  ];
}

/** What the pipe before the supply suggests, where somebody has described it. */
function ofUpstream({ tables }: PlannerIndex, { supply: { upstream } }: PlanRequest): readonly Try[] {
  if (upstream === undefined) return [];
  return tables.pipeSizes
    .filter(({ code, boreIn }) => RENEWED_WITH.test(code) && boreIn > upstream.idIn + WIDER_IN)
    .toSorted((a, b) => a.boreIn - b.boreIn)
    .map(({ boreIn: idIn }) => ({
      code: "wider-pipe",
      about: String(idIn),
      change: { supply: { upstream: { ...upstream, idIn } } },
    }));
}

/** What the place and the needs suggest. */
function ofJob({ access, needs }: PlanRequest): readonly Try[] {
  return [
    ...(access === "closed-wall"
      ? [{ code: "open-wall" as const, about: "", change: { access: "open" as const } }]
      : []),
    ...needs.map((need) => ({
      code: "without-need" as const,
      about: need,
      change: { needs: needs.filter((each) => each !== need) },
    })),
  ];
}

/** An outcome whose refusals say what would make a plan possible. */
export interface OutcomeWithWays extends Omit<SwappableOutcome, "refused"> {
  readonly refused: readonly Refused[];
}

/** Returns the changes to try, the nearest first. */
const waysToTry = (index: PlannerIndex, request: PlanRequest): readonly Try[] => [
  ...ofUpstream(index, request),
  ...ofSupply(index, request),
  ...ofLine(index, request),
  ...ofJob(request),
];

/**
 * Returns an outcome with what would make it work where it has no plan: the nearest change stands with the first refusal, others follow,
 * and what nobody tried is named. `effort` bounds the trying alone. Errors: as `planHookup`.
 */
export function withWaysOut(
  index: PlannerIndex,
  request: PlanRequest,
  outcome: SwappableOutcome,
  effort: Effort = UNBOUNDED,
): OutcomeWithWays {
  if (outcome.plans.length > 0) return outcome;
  const tries = waysToTry(index, request);
  const found: WayOut[] = [];
  let tried = 0;
  const hasFound = (code: WayOutCode) => found.some((each) => each.code === code);
  for (const { code, about, change } of tries.slice(0, MOST_TRIED)) {
    if (effort.used() >= 1 || found.length >= MOST_TOLD) break;
    tried += 1;
    // Of changes of one kind the nearest that helps is told.
    if (hasFound(code)) continue;
    const { plans } = planHookup(index, withChange(request, change), effort);
    if (plans.length === 0) continue;
    const fromCents = Math.min(...plans.map(({ priceCents }) => priceCents));
    found.push({ code, about, change, plans: plans.length, fromCents });
  }
  const [nearest, ...others] = found;
  const [first, ...rest] = outcome.refused;
  const untried = found.length >= MOST_TOLD ? [] : tries.slice(tried).map(({ code }) => code);
  return {
    ...outcome,
    refused: [
      ...(first === undefined ? [] : [nearest === undefined ? first : { ...first, wayOut: nearest }]),
      ...others.map((wayOut) => ({ ...advice(index, "other-way-out"), wayOut })),
      ...rest,
      ...(untried.length === 0
        ? []
        : [advice(index, "ways-untried", [...new Set(untried)].join(", ").replaceAll("-", " "))]),
    ],
  };
}
