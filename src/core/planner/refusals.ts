/** What was left out and why: ways the search could have taken and a rule of the trade or of the shop forbids. */

import { demandOf } from "../demand/index.ts";
import { LENGTH_KINDS } from "../part/index.ts";
import type { Advice, PlanJoint, PlanRequest } from "../plan/index.ts";
import type { Standards } from "../standard/index.ts";
import { formatInches } from "../units/index.ts";
import { advice } from "./advice.ts";
import { type Approach, isOpenPipe, isWholeInWall, USUAL_LINE_NUT } from "./approach.ts";
import type { SearchSetup } from "./candidate.ts";
import { costOf } from "./pareto.ts";
import type { PartFilter, PartRules } from "./part-rules.ts";
import { bringsPieces, type PlannerIndex } from "./planner-index.ts";
import { searchChains } from "./search.ts";
import type { Chain, SearchTask } from "./search-task.ts";

/** Outlet lines start from where the supply itself is a pipe. */
export const USUAL_OUTLET = USUAL_LINE_NUT.replace(/f$/, "m");
/** Pipe that takes no joint listed for a stop. */
const UNLISTED_PIPE: readonly string[] = ["pb", "pexal"];

/** Returns the lengths at which some listed line, riser or tube fits both ends, rising, the wanted range ignored. */
export function lengthsThatFit(
  index: PlannerIndex,
  task: Pick<SearchTask, "from" | "to" | "admits">,
): readonly number[] {
  const fits = index
    .passagesFrom(task.from)
    .filter(
      ({ passage }) =>
        LENGTH_KINDS.includes(passage.part.kind) &&
        task.admits(passage.part) &&
        index.meet(passage.out, task.to, bringsPieces(passage)),
    );
  const lengths = fits.flatMap(({ passage }) => passage.part.lengthIn ?? []);
  return [...new Set(lengths)].sort((a, b) => a - b);
}

function namesIn(chain: Chain, rule: PartFilter): readonly string[] {
  return chain.links
    .map(({ passage }) => passage.part)
    .filter(rule.excludes)
    .map((part) => (rule.figureOf ? `${part.name} (${rule.figureOf(part)})` : part.name));
}

function isBetter(chain: Chain, best: Chain | undefined): boolean {
  if (best === undefined) return true;
  const [one, other] = [costOf(chain), costOf(best)];
  if (one.faults !== other.faults) return one.faults < other.faults;
  return one.joints < other.joints || one.priceCents < other.priceCents;
}

interface RefusalInput {
  readonly index: PlannerIndex;
  readonly request: PlanRequest;
  readonly rules: Standards;
  readonly tasks: SearchSetup;
  readonly admits: SearchTask["admits"];
  readonly partRules: PartRules;
  /** The rules that apply. */
  readonly applied: readonly PartFilter[];
  readonly best: Chain | undefined;
  /** That a way was left out because it starves the fixture; undefined: none was. */
  readonly starved: Advice | undefined;
  /** The search ended at its bound: that nothing was found says nothing. */
  readonly stopped: boolean;
}

/** The way a reason forbids, when without it there would be a better one. */
function forbidden(
  { index, tasks, partRules, applied, best }: RefusalInput,
  reason: PartFilter,
): Advice | null {
  const others = partRules.by(applied.filter((each) => each !== reason));
  // A part that another reason leaves out as well changes nothing.
  if (!index.tables.parts.some((part) => reason.excludes(part) && others(part))) return null;
  const rivals = best === undefined ? [] : [costOf(best)];
  for (const approach of tasks.approaches) {
    const { chains } = searchChains(index, { ...tasks.taskFor(approach, others), rivals });
    const way = chains.find((chain) => isBetter(chain, best) && namesIn(chain, reason).length > 0);
    if (way) return advice(index, reason.code, namesIn(way, reason).join(", "));
  }
  return null;
}

/** An end that nothing listed goes on: the reason, whatever the length. Null where both ends are listed for something. */
function endNobodyMeets({ index, request, tasks }: RefusalInput): Advice | null {
  const [first] = tasks.approaches;
  if (first === undefined) return null;
  const nameOf = (code: string) => index.ends.get(code)?.name ?? code;
  const isMet = (code: string) =>
    index.passagesFrom(code).length > 0 || index.forks.some(({ into }) => index.meet(code, into) !== null);
  if (!isMet(first.from))
    return isOpenPipe(request.supply.kind)
      ? advice(index, "no-joint-to-pipe", nameOf(first.from))
      : advice(index, "no-chain", `nothing listed goes on the supply's end, ${nameOf(first.from)}`);
  const isReached = index.passages.some(({ out }) => index.meet(out, first.to, true) !== null);
  return isReached
    ? null
    : advice(index, "no-chain", `nothing listed goes on the inlet, ${nameOf(first.to)}`);
}

/** Why there is no plan, or which lengths would fit beside the ones in the range. */
function lengthFindings(input: RefusalInput): readonly Advice[] {
  const { index, request, tasks, admits, best, stopped } = input;
  if (stopped && best === undefined) return [];
  // A line that is there, and a branch that ends before any line, ask for no length.
  if (
    best !== undefined &&
    (request.phase === "rough-in" || tasks.approaches.some(({ keptLine }) => keptLine))
  )
    return [];
  const first = tasks.approaches.find(({ takesLine }) => takesLine);
  const { lengthIn } = request;
  const material = index.ends.get(request.supply.end)?.material ?? "";
  if (best === undefined && UNLISTED_PIPE.includes(material)) return [advice(index, "pipe-not-listed")];
  const unmet = best === undefined ? endNobodyMeets(input) : null;
  if (unmet !== null) return [unmet];
  if (first === undefined) return best === undefined ? [advice(index, "no-chain")] : [];
  const isPipe = index.ends.get(first.from)?.family === "pipe";
  const off = lengthsThatFit(index, {
    from: isPipe ? USUAL_OUTLET : first.from,
    to: first.to,
    admits,
  }).filter((length) => length < lengthIn.min || length > lengthIn.max);
  const lengthsText = `${off.map(formatInches).join(", ")} in`;
  if (off.length > 0) return [advice(index, best ? "length-out-of-range" : "no-length", lengthsText)];
  return best === undefined ? [advice(index, "no-chain")] : [];
}

/** Returns what the make-up of a plan's joints refuses: paste on plastic threads, soft tube without its insert. */
export function jointRefusals(
  index: PlannerIndex,
  { taperSealant }: Standards,
  joints: readonly PlanJoint[],
): readonly Advice[] {
  const isPlasticThread = joints.some(({ rule }) => rule.startsWith("taper-plastic"));
  const isSoftTube = joints.some(({ rule }) => rule === "ferrule-plastic");
  return [
    ...(isPlasticThread && taperSealant !== "tape" ? [advice(index, "plastic-paste")] : []),
    ...(isSoftTube ? [advice(index, "no-insert")] : []),
  ];
}

/** True for a way with a new flexible line on it. */
const bringsFlexible =
  (applied: readonly PartFilter[], { phase }: PlanRequest) =>
  ({ takesLine, keptLine, lengthKinds }: Approach): boolean =>
    takesLine &&
    keptLine === undefined &&
    lengthKinds === undefined &&
    phase !== "rough-in" &&
    !applied.some(({ code }) => code === "no-flexible-line");

/** Returns all refusals of one job; when nothing was found, first of all why. */
export function refusalsFor(input: RefusalInput): readonly Advice[] {
  const { index, request, rules, tasks, applied } = input;
  const isHidden =
    request.access === "closed-wall" &&
    (tasks.approaches.some(({ kept }) => kept?.isThroughPipe) ||
      isWholeInWall(request, demandOf(index.tables.demands, request.inlet.fixture)));
  const { best, starved } = input;
  return [
    ...(starved === undefined ? [] : [starved]),
    // Where every way starves the fixture, that is the reason, not the length.
    ...(starved !== undefined && best === undefined ? [] : lengthFindings(input)),
    ...applied.flatMap((reason) => forbidden(input, reason) ?? []),
    ...(best !== undefined &&
    rules.reuseLine === "never" &&
    tasks.approaches.some(bringsFlexible(applied, request))
      ? [advice(index, "reuse-old-line")]
      : []),
    ...(request.supply.kind === "pipe" ? [advice(index, "saddle-tap")] : []),
    ...(isHidden ? [advice(index, "concealed-joint")] : []),
    ...(request.access === "closed-wall" &&
    request.needs.some((need) => need === "union" || need === "dielectric")
      ? [advice(index, "concealed-union")]
      : []),
    ...(isHidden && rules.concealedPushFit === "refuse" ? [advice(index, "concealed-push-fit")] : []),
  ];
}
