/** Situations a service plumber meets, each with what a good plumber would build or refuse, held against the planner. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import type { PartFunction } from "../../src/core/part/index.ts";
import type { Fixture, Plan, PlanRequest } from "../../src/core/plan/index.ts";
import { planHookup } from "../../src/core/planner/index.ts";
import { planRequestOf, surveyFromPreset } from "../../src/core/survey/index.ts";
import { plannerIndex, tables } from "./tables.ts";

export interface Situation {
  /** A preset, or a fixture asked for by its inlet. */
  readonly preset?: string;
  readonly inlet?: Partial<PlanRequest["inlet"]> & { readonly fixture: Fixture };
  readonly supply?: Partial<PlanRequest["supply"]>;
  readonly also?: Partial<Omit<PlanRequest, "supply" | "inlet">>;
  /** In the names of the first plan's parts, from the wall on. */
  readonly builds?: RegExp;
  /** The first plan has no parts: the two ends meet. */
  readonly first?: "direct";
  /** Never in the first plan. */
  readonly without?: RegExp;
  /** In no plan at all. */
  readonly never?: RegExp;
  readonly refuses?: string;
  /** The figure a refusal must name. */
  readonly figure?: RegExp;
  readonly warns?: string;
  readonly hasNoPlan?: true;
  readonly judged?: (plan: Plan) => void;
}

/** Returns what the planner is asked in a situation: a preset at 60 psi, with what the situation changes. */
export function requestOf({ preset = "toilet", supply, inlet, also }: Situation): PlanRequest {
  const found = tables.presets.find((each) => each.id === preset);
  assert.ok(found, preset);
  const base = planRequestOf(surveyFromPreset(found, "room"), null);
  const { isStaticAssumed: _, ...measured } = base.supply;
  return {
    ...base,
    ...also,
    supply: { ...measured, staticPsi: 60, ...supply },
    inlet: { ...base.inlet, ...inlet },
  };
}

const namesOf = (plan: Plan) => plan.parts.map(({ name }) => name).join(" + ");

function check(situation: Situation): void {
  const { builds, without, never, refuses, figure, warns, hasNoPlan, judged, first } = situation;
  const { plans, refused } = planHookup(plannerIndex, requestOf(situation));
  const [plan] = plans;
  const reasons = refused.map(({ code, message }) => `${code}: ${message}`).join("\n");
  if (hasNoPlan) assert.equal(plans.length, 0, plan && namesOf(plan));
  else assert.ok(plan, reasons);
  const built = plan === undefined ? "" : namesOf(plan);
  if (first === "direct") assert.equal(plan?.parts.length, 0, built);
  if (builds) assert.match(built, builds);
  if (without) assert.doesNotMatch(built, without);
  if (never) for (const each of plans) assert.doesNotMatch(namesOf(each), never);
  if (refuses)
    assert.ok(
      refused.some(({ code }) => code === refuses),
      reasons,
    );
  if (figure) assert.match(reasons, figure);
  if (warns)
    assert.ok(
      plan?.warnings.some(({ code }) => code === warns),
      plan?.warnings.map(({ code }) => code).join(", "),
    );
  if (plan && judged) judged(plan);
}

/** Returns a supply that is an open end of pipe. */
export const stub = (
  end: string,
  more: Partial<PlanRequest["supply"]> = {},
): Partial<PlanRequest["supply"]> => ({
  kind: "stub",
  end,
  ...more,
});

/** Returns the place in the plan of the first part with a function; -1 where none has it. */
export function placeOf(parts: Plan["parts"], wanted: PartFunction): number {
  return parts.findIndex(({ sku }) =>
    tables.parts.some((part) => part.sku === sku && part.functions.includes(wanted)),
  );
}

/** Returns a plan's parts with their kinds, for the words of a failure. */
export function namesOfKinds(parts: Plan["parts"]): string {
  return parts.map(({ kind, name }) => `${kind} ${name}`).join(" + ");
}

/** Situations by subject and by what they are. */
export type Situations = Readonly<Record<string, Readonly<Record<string, Situation>>>>;

/** Makes a test of each situation. */
export function testSituations(all: Situations): void {
  for (const [subject, situations] of Object.entries(all))
    describe(subject, () => {
      for (const [name, situation] of Object.entries(situations)) it(name, () => check(situation));
    });
}

/** Returns a check that a plan warns of something. */
export const warnsOf = (code: string) => (plan: Plan) => {
  const codes = plan.warnings.map((each) => each.code);
  assert.ok(codes.includes(code), codes.join());
};

/** Returns a check that exactly these standards gave way in a plan. */
export const standardsGaveWay =
  (...keys: readonly string[]) =>
  ({ gaveWay }: Plan) =>
    assert.deepEqual(gaveWay, keys);

/** Supplies and places that many situations begin with. */
export const NIPPLE = stub("npt-1/2-m", { material: "galvanised", looks: "wall" });
export const COPPER = stub("pipe-1/2-copper", { looks: "wall" });
export const CLOSED = { access: "closed-wall" } as const;
