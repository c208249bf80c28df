/**
 * A judge of plans: walks a finished plan from the supply to the fixture with the facts of the job, and lists what a good plumber would not
 * build. It shares nothing with the search but types and tables.
 * Source: judging a plan (docs/data-sources.md, "Trade practice").
 */
import type { Plan, PlanRequest } from "../plan/index.ts";
import type { Case, JudgeTables, PlanFault } from "./case.ts";
import { dielectricFindings, keptFindings, lineFindings, needFindings, standardFindings } from "./of-job.ts";
import { stopFindings, turnedStops, wallFindings, waterFindings } from "./of-way.ts";
import { wayOf } from "./way.ts";

/**
 * Returns what is wrong with a plan, in the order water meets it; empty: nothing. Units: inches, psi gauge.
 * Errors: none; a fixture the tables do not hold gives no finding.
 */
export function judgePlan(plan: Plan, request: PlanRequest, tables: JudgeTables): readonly PlanFault[] {
  const { fixture } = request.inlet;
  const facts = tables.fixtures.find((each) => each.fixture === fixture);
  const demand = tables.demands.find((each) => each.fixture === fixture);
  if (facts === undefined || demand === undefined) return [];
  const { end, kind } = request.supply;
  const each: Case = {
    plan,
    request,
    way: wayOf(plan),
    facts,
    demand,
    listed: (sku) => tables.parts.find((part) => part.sku === sku),
    outlet: tables.outlets.find((outlet) => outlet.end === end && outlet.kinds.includes(kind)) ?? null,
  };
  return [
    ...stopFindings(each),
    ...turnedStops(each),
    ...wallFindings(each),
    ...waterFindings(each),
    ...lineFindings(each),
    ...needFindings(each),
    ...dielectricFindings(each),
    ...keptFindings(each),
    ...standardFindings(each),
  ];
}
