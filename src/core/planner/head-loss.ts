/** What a chain costs in pressure at the fixture's usual flow: an estimate, K being known to tens of per cent only. */

import { IN_PER_FT } from "../constants/index.ts";
import type { FixtureFacts, PlanRequest } from "../plan/index.ts";
import { lossPsi, type Reach } from "../water/index.ts";
import type { PlannerIndex } from "./planner-index.ts";
import type { Chain } from "./search-task.ts";

/** Drawn copper, plastic and the tube inside a braid, mm. */
const SMOOTH_MM = 0.005;
const TEMPERATURE_F = { cold: 55, hot: 120 } as const;

/** Length water goes through a part: what it is cut to, or from port to port. */
function lengthIn({ passage: { part, into, out } }: Chain["links"][number], request: PlanRequest): number {
  if (part.cutToLength) return (request.lengthIn.min + request.lengthIn.max) / 2;
  return Math.hypot(...into.at.map((value, axis) => (out.at[axis] ?? 0) - value));
}

/** Returns the pressure lost from supply to inlet, psi, rounded to the tenth. Source: Darcy and Weisbach; K from data/losses.csv. */
export function headLossOf(
  index: PlannerIndex,
  request: PlanRequest,
  facts: FixtureFacts,
  chain: Chain,
): number {
  const reaches = chain.links.map((link): Reach => {
    const { part, into, out } = link.passage;
    return {
      lengthFt: lengthIn(link, request) / IN_PER_FT,
      boreIn: Math.min(into.boreIn, out.boreIn),
      roughnessMm: SMOOTH_MM,
      k: index.tables.losses.find(({ kind }) => kind === part.kind)?.k ?? 0,
    };
  });
  return Math.round(lossPsi(reaches, facts.flowGpm, TEMPERATURE_F[request.supply.water]) * 10) / 10;
}
