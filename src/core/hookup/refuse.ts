/** What was left out and why: ways the search could have taken and a rule of the trade or of the shop forbids. */
import { LENGTH_KINDS } from "../parts/index.ts";
import { formatInches } from "../units/index.ts";
import { type Admission, admitsUnder } from "./admit.ts";
import { finding } from "./findings.ts";
import type { HouseRules } from "./house-rules.ts";
import type { Finding, HookupProblem } from "./problem.ts";
import { type Chain, type SearchTask, searchChains } from "./search.ts";
import { bringsPieces, type Shop } from "./shop.ts";

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
  return chain.links.length < best.links.length || chain.bill.priceCents < best.bill.priceCents;
}

/** The way a reason forbids, when without it there would be a better one. */
function forbidden(
  shop: Shop,
  task: SearchTask,
  admissions: readonly Admission[],
  reason: Admission,
  best: Chain | undefined,
): Finding | null {
  const others = admissions.filter((each) => each !== reason);
  const { chains } = searchChains(shop, { ...task, admits: admitsUnder(others) });
  const way = chains.find((chain) => isBetter(chain, best) && namesIn(chain, reason).length > 0);
  return way ? finding(shop, reason.code, namesIn(way, reason).join(", ")) : null;
}

interface RefusalInput {
  readonly shop: Shop;
  readonly problem: HookupProblem;
  readonly rules: HouseRules;
  readonly task: SearchTask;
  readonly admissions: readonly Admission[];
  readonly best: Chain | undefined;
}

/** All refusals of one job; when nothing was found, first of all why. */
export function refusalsFor({
  shop,
  problem,
  rules,
  task,
  admissions,
  best,
}: RefusalInput): readonly Finding[] {
  const refused: Finding[] = [];
  const { lengthIn } = task;
  if (lengthIn !== null) {
    const off = lengthsThatFit(shop, task).filter((length) => length < lengthIn.min || length > lengthIn.max);
    const said = `${off.map(formatInches).join(", ")} in`;
    if (off.length > 0) refused.push(finding(shop, best ? "length-out-of-range" : "no-length", said));
    else if (best === undefined) refused.push(finding(shop, "no-chain"));
  } else if (best === undefined) refused.push(finding(shop, "no-chain"));
  for (const reason of admissions) {
    const way = forbidden(shop, task, admissions, reason, best);
    if (way) refused.push(way);
  }
  if (rules.reuseLine === "never" && lengthIn !== null) refused.push(finding(shop, "reuse-old-line"));
  if (problem.supply.kind === "pipe") refused.push(finding(shop, "saddle-tap"));
  return refused;
}
