/** What was left out and why: ways the search could have taken and a rule of the trade or of the shop forbids. */
import { LENGTH_KINDS } from "../part/index.ts";
import type { Finding, HookupProblem, HouseRules } from "../plan/index.ts";
import { formatInches } from "../units/index.ts";
import { finding } from "./advice.ts";
import { USUAL_LINE_NUT } from "./approach.ts";
import type { Tasks } from "./candidate.ts";
import { type Admission, admitsUnder } from "./part-filter.ts";
import { bringsPieces, type Shop } from "./planner-index.ts";
import { searchChains } from "./search.ts";
import { type Chain, jointsOf, type SearchTask } from "./search-task.ts";

/** Outlet lines start from where the supply itself is a pipe. */
const USUAL_OUTLET = USUAL_LINE_NUT.replace(/f$/, "m");
/** Pipe that takes no joint listed for a stop. */
const UNLISTED_PIPE: readonly string[] = ["pb", "pexal"];

/** Lengths at which some listed line, riser or tube fits both ends, rising, the wanted range ignored. */
export function lengthsThatFit(
  shop: Shop,
  task: Pick<SearchTask, "from" | "to" | "admits">,
): readonly number[] {
  const fits = shop
    .passagesFrom(task.from)
    .filter(
      ({ passage }) =>
        LENGTH_KINDS.includes(passage.part.kind) &&
        task.admits(passage.part) &&
        shop.meet(passage.out, task.to, bringsPieces(passage)),
    );
  const lengths = fits.flatMap(({ passage }) => passage.part.lengthIn ?? []);
  return [...new Set(lengths)].sort((a, b) => a - b);
}

function namesIn(chain: Chain, admission: Admission): readonly string[] {
  return chain.links
    .map(({ passage }) => passage.part)
    .filter(admission.leavesOut)
    .map((part) => part.name);
}

function isBetter(chain: Chain, best: Chain | undefined): boolean {
  if (best === undefined) return true;
  return jointsOf(chain.links) < jointsOf(best.links) || chain.bill.priceCents < best.bill.priceCents;
}

interface RefusalInput {
  readonly shop: Shop;
  readonly problem: HookupProblem;
  readonly rules: HouseRules;
  readonly tasks: Tasks;
  readonly admits: SearchTask["admits"];
  readonly admissions: readonly Admission[];
  readonly best: Chain | undefined;
  /** The search ended at its bound: that nothing was found says nothing. */
  readonly stopped: boolean;
}

/** The way a reason forbids, when without it there would be a better one. */
function forbidden({ shop, tasks, admissions, best }: RefusalInput, reason: Admission): Finding | null {
  const others = admitsUnder(admissions.filter((each) => each !== reason));
  for (const approach of tasks.approaches) {
    const { chains } = searchChains(shop, tasks.taskFor(approach, others));
    const way = chains.find((chain) => isBetter(chain, best) && namesIn(chain, reason).length > 0);
    if (way) return finding(shop, reason.code, namesIn(way, reason).join(", "));
  }
  return null;
}

/** Why there is no plan, or which lengths would fit beside the ones in the range. */
function lengthFindings({ shop, problem, tasks, admits, best, stopped }: RefusalInput): readonly Finding[] {
  if (stopped && best === undefined) return [];
  const first = tasks.approaches.find(({ takesLine }) => takesLine);
  const { lengthIn } = problem;
  const material = shop.ends.get(problem.supply.end)?.material ?? "";
  if (best === undefined && UNLISTED_PIPE.includes(material)) return [finding(shop, "pipe-not-listed")];
  if (first === undefined) return best === undefined ? [finding(shop, "no-chain")] : [];
  const isPipe = shop.ends.get(first.from)?.family === "pipe";
  const off = lengthsThatFit(shop, { from: isPipe ? USUAL_OUTLET : first.from, to: first.to, admits }).filter(
    (length) => length < lengthIn.min || length > lengthIn.max,
  );
  const said = `${off.map(formatInches).join(", ")} in`;
  if (off.length > 0) return [finding(shop, best ? "length-out-of-range" : "no-length", said)];
  return best === undefined ? [finding(shop, "no-chain")] : [];
}

/** All refusals of one job; when nothing was found, first of all why. */
export function refusalsFor(input: RefusalInput): readonly Finding[] {
  const { shop, problem, rules, tasks, admissions } = input;
  const isHidden = problem.access === "closed-wall" && tasks.approaches.some(({ kept }) => kept?.isCutPipe);
  return [
    ...lengthFindings(input),
    ...admissions.flatMap((reason) => forbidden(input, reason) ?? []),
    ...(rules.reuseLine === "never" && tasks.approaches.some(({ takesLine }) => takesLine)
      ? [finding(shop, "reuse-old-line")]
      : []),
    ...(problem.supply.kind === "pipe" ? [finding(shop, "saddle-tap")] : []),
    ...(isHidden ? [finding(shop, "concealed-joint")] : []),
    ...(isHidden && rules.concealedPushFit === "refuse" ? [finding(shop, "concealed-push-fit")] : []),
  ];
}
