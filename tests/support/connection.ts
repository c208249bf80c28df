/** A connection surveyed and planned, as a visit would have it. */
import assert from "node:assert/strict";
import { planHookup } from "../../src/core/planner/index.ts";
import { planRequestOf, type Survey, surveyFromPreset } from "../../src/core/survey/index.ts";
import {
  type ConnectionState,
  foldVisit,
  type VisitEvent,
  type VisitState,
} from "../../src/core/visit/index.ts";
import { plannerIndex, tables } from "./tables.ts";

type SiteValve = VisitState["valves"][number];

const stamp = (id: string) => ({ id, actor: "test", typedAt: "2026-11-25T12:00:00.000Z" });

/** A stop that shows this when closed. */
export const stop = (proof: Survey["stop"]["proof"]) => ({
  stop: { kind: "quarter-turn" as const, proof, method: null },
});

/** A valve of the site of which nobody has noted more. */
export const siteValve = (
  name: string,
  shuts: SiteValve["shuts"],
  proof: SiteValve["proof"] = "holds",
): SiteValve => ({ name, place: "", shuts, kind: null, proof, provedAt: null });

/** The connection of a preset, with what its survey says besides; planned by the planner. */
export function plannedConnection(id: string, preset: string, change: Partial<Survey> = {}): ConnectionState {
  const found = tables.presets.find((each) => each.id === preset);
  assert.ok(found, `no preset ${preset}`);
  const survey = { ...surveyFromPreset(found, "room"), label: id, ...change };
  const request = planRequestOf(survey, null);
  const plan = planHookup(plannerIndex, request).plans[0];
  assert.ok(plan, `no plan for ${preset}`);
  const checkpoints = tables.checkpoints.filter((each) => found.checkpoints.includes(each.id));
  const events: VisitEvent[] = [
    { ...stamp("1"), kind: "connection-added", connection: id, survey, checkpoints },
    { ...stamp("2"), kind: "plan-chosen", connection: id, plan, request },
  ];
  const [state] = foldVisit(events).connections;
  assert.ok(state);
  return state;
}
