/** The planner: what goes between two ends. Search, then say what was found, what was refused and what is left to watch. */
import { isFactoryHose } from "../ends/index.ts";
import { type Admission, admissionsFor, admitsUnder } from "./admit.ts";
import { assemble } from "./assemble.ts";
import { finding, warningsFor, whyFor } from "./findings.ts";
import { completeHouseRules, type HouseRules } from "./house-rules.ts";
import type { HookupProblem, Need, Plan, PlanOutcome, SupplyKind } from "./problem.ts";
import { refusalsFor } from "./refuse.ts";
import { type Chain, jointsOf, type SearchOutcome, type SearchTask, searchChains } from "./search.ts";
import type { FixtureFacts, Shop } from "./shop.ts";

/** Longest chain that is looked at, parts. No shop has been seen to need more than four; two spare. */
export const MAX_PARTS = 6;
const PLANNED_SUPPLIES: readonly SupplyKind[] = ["stop-outlet", "box-valve"];

function nothing(shop: Shop, ...codes: readonly (readonly [code: string, about?: string])[]): PlanOutcome {
  return { plans: [], refused: codes.map(([code, about]) => finding(shop, code, about)), complete: true };
}

function factsOf(shop: Shop, problem: HookupProblem): FixtureFacts {
  const facts = shop.tables.fixtures.find((each) => each.fixture === problem.inlet.fixture);
  if (!facts) throw new RangeError(`no fixture ${problem.inlet.fixture} in the table of fixtures`);
  return facts;
}

/** Needs asked for, and the arrestor where the shop has set that rule itself and the inlet closes fast. */
function needsOf(problem: HookupProblem, facts: FixtureFacts): readonly Need[] {
  const ruled: readonly Need[] =
    problem.houseRules.hammer === "arrestor" && facts.solenoid ? ["arrestor"] : [];
  return [...new Set([...problem.needs, ...ruled])];
}

/** The search under every admission; when a school leaves nothing, the search with that school given way. */
function searchWithSchools(
  shop: Shop,
  task: Omit<SearchTask, "admits">,
  admissions: readonly Admission[],
): { found: SearchOutcome; relaxed: readonly string[]; admits: SearchTask["admits"] } {
  const admits = admitsUnder(admissions);
  const found = searchChains(shop, { ...task, admits });
  const firm = admissions.filter((admission) => !admission.givesWay);
  if (found.chains.length > 0 || firm.length === admissions.length) return { found, relaxed: [], admits };
  const wider = searchChains(shop, { ...task, admits: admitsUnder(firm) });
  if (wider.chains.length === 0) return { found, relaxed: [], admits };
  const relaxed = admissions.filter((admission) => admission.givesWay).map((admission) => admission.code);
  return { found: wider, relaxed, admits: admitsUnder(firm) };
}

/** Everything on the truck first, then the fewest joints, then the price. */
function byPreference(a: Chain, b: Chain): number {
  return (
    Number(a.bill.missing.size > 0) - Number(b.bill.missing.size > 0) ||
    jointsOf(a.links) - jointsOf(b.links) ||
    a.bill.priceCents - b.bill.priceCents ||
    a.bill.missing.size - b.bill.missing.size
  );
}

function planFrom(
  shop: Shop,
  problem: HookupProblem,
  rules: HouseRules,
  facts: FixtureFacts,
  chain: Chain,
  relaxed: readonly string[],
): Plan {
  const { parts, joints } = assemble(shop, problem, rules, chain);
  const missing = [...chain.bill.missing].sort();
  return {
    id: parts.length === 0 ? "direct" : parts.map((part) => part.sku).join("+"),
    parts,
    joints,
    priceCents: chain.bill.priceCents,
    inStock: missing.length === 0,
    missing,
    warnings: warningsFor(shop, problem, facts, chain, relaxed),
    why: whyFor(shop, rules, { parts, joints, facts, relaxed }),
  };
}

/**
 * Plans for one connection, Pareto-optimal in (joints, price in cents, missing SKUs), best first.
 * Units: inches, psi gauge, cents. Single chains from a stop's outlet or a box valve; other supplies are refused by name.
 * Errors: RangeError for a fixture or judgement the tables do not hold (a bug in the tables); unknown ends are refused.
 * Source of the joint rules: data/matings.csv and data/joints.csv; of the judgements: data/judgements.csv.
 */
export function planHookup(shop: Shop, problem: HookupProblem): PlanOutcome {
  const { supply, inlet } = problem;
  const unknown = [supply.end, inlet.end].filter((code) => !shop.ends.has(code));
  if (unknown.length > 0) return nothing(shop, ...unknown.map((code) => ["unknown-end", code] as const));
  if (supply.keepsExistingLine) return nothing(shop, ["kept-line-not-planned"]);
  if (!PLANNED_SUPPLIES.includes(supply.kind))
    return nothing(
      shop,
      ["supply-kind-not-planned"],
      ...(supply.kind === "pipe" ? [["saddle-tap"] as const] : []),
    );

  const facts = factsOf(shop, problem);
  const rules = completeHouseRules(problem.houseRules);
  const admissions = admissionsFor(problem, rules, facts);
  const inletEnd = shop.ends.get(inlet.end);
  const lengthIn = inletEnd && isFactoryHose(inletEnd) ? null : problem.lengthIn;
  const task = {
    from: supply.end,
    to: inlet.end,
    needs: needsOf(problem, facts),
    lengthIn,
    stock: problem.stock,
    maxParts: MAX_PARTS,
  };
  const { found, relaxed, admits } = searchWithSchools(shop, task, admissions);
  const chains = [...found.chains].sort(byPreference);
  const plans = chains.map((chain) => planFrom(shop, problem, rules, facts, chain, relaxed));
  const standing = admissions.filter((admission) => !relaxed.includes(admission.code));
  const refused = refusalsFor({
    shop,
    problem,
    rules,
    task: { ...task, admits },
    admissions: standing,
    best: chains[0],
  });
  const unfinished = found.complete ? [] : [finding(shop, "bound-reached", `${MAX_PARTS} parts`)];
  return { plans, refused: [...refused, ...unfinished], complete: found.complete };
}
