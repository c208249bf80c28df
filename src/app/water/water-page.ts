/** What the Water view is given: the branch of a connection's plan, or of a usual fixture, with the tables that tell what it does. */
import type { Plan, PlanRequest } from "../../core/plan/index.ts";
import { plannedBranch, USUAL_UPSTREAM } from "../../core/planner/index.ts";
import { type Preset, planRequestOf, type Survey, surveyFromPreset } from "../../core/survey/index.ts";
import type { Context } from "../context.ts";
import { notFound } from "../http/app-error.ts";
import { planForShop } from "../plan/plan-options.ts";
import { currentPlannerIndex } from "../shop/shop.ts";

/** The likeliest plan for a survey that has none chosen; null: nothing goes between the ends. Errors: ComputeRefusal. */
async function likeliestPlan(
  context: Context,
  request: PlanRequest,
  signal?: AbortSignal,
): Promise<Plan | null> {
  const { plans } = await planForShop(context, request, signal);
  return plans[0] ?? null;
}

/** Returns what the Water view of a survey is given. `chosen`: the connection's plan; null: the likeliest is taken. Errors: ComputeRefusal. */
export async function waterPageFor(
  context: Context,
  survey: Survey,
  chosen: Plan | null,
  signal?: AbortSignal,
) {
  const index = await currentPlannerIndex(context);
  const request = planRequestOf(survey, null);
  const plan = chosen ?? (await likeliestPlan(context, request, signal));
  const branch = plannedBranch(index.tables, request, plan ?? { parts: [], joints: [] });
  const { fixtures, inletValves, pipeSizes, waveSpeeds, arrestorSizes, losses, roughness, parts } =
    index.tables;
  const facts = fixtures.find(({ fixture }) => fixture === survey.fixture);
  const valve = inletValves.find(({ fixture }) => fixture === survey.fixture);
  if (facts === undefined || valve === undefined)
    throw new RangeError(`no row of ${survey.fixture} in fixtures.csv or inlet-valves.csv`);
  const line = plan?.parts.find(({ kind, branch: where }) => kind === "line" && where === "main");
  const listed = parts.find(({ sku }) => sku === line?.sku);
  const arrestor = parts.find(
    ({ kind, ports }) => kind === "arrestor" && ports.some(({ end }) => end === survey.inlet.end),
  );
  const reach = arrestor?.ports.map(({ at: [x] }) => x) ?? [];
  return {
    fixture: { label: facts.label, flowGpm: facts.flowGpm, leastPsi: facts.leastPsi, valve },
    branch,
    usual: USUAL_UPSTREAM,
    isPlanned: chosen !== null,
    hasPlan: plan !== null,
    isTreated: survey.supply.treated === "reverse-osmosis",
    room: {
      clearanceIn: survey.inlet.clearance?.value ?? null,
      arrestorIn: arrestor === undefined ? null : Math.max(...reach) - Math.min(...reach),
      lineIn: listed === undefined ? null : (listed.cuffIn ?? 0) + (listed.minBendRadiusIn ?? 0),
    },
    tables: {
      pipeSizes,
      waveSpeeds,
      arrestorSizes,
      losses: losses.filter(({ kind }) => kind === "pipe"),
      roughness: roughness.filter(({ material }) => pipeSizes.some((size) => size.material === material)),
    },
  };
}

const FIRST_PRESET = "washer-cold";

/** Returns the Water view of nobody's connection: a usual fixture, planned. Errors: AppError not-found; ComputeRefusal. */
export async function openWaterPage(context: Context, presetId: string | null, signal?: AbortSignal) {
  const { presets } = context.tables;
  const preset = presets.find(({ id }) => id === (presetId ?? FIRST_PRESET));
  if (preset === undefined) throw notFound("fixture");
  const water = await waterPageFor(context, surveyFromPreset(preset, ""), null, signal);
  return { water, preset: preset.id, presets: presets.map(({ id, label }: Preset) => ({ id, label })) };
}
