/** A connection of a run-sheet request as a visit would have it: the survey its words come to, and the plan it asks for. */
import type { Valve, Zone } from "../../core/piping/index.ts";
import type { Plan, PlanRequest, SupplyKind } from "../../core/plan/index.ts";
import {
  asTyped,
  type Preset,
  planRequestOf,
  type Survey,
  surveyFromPreset,
} from "../../core/survey/index.ts";
import type { ScheduleRequest } from "../../schema/schedule.ts";
import type { Context } from "../context.ts";

export type RequestedConnection = ScheduleRequest["connections"][number];

/** Words at the start of a zone's name that say how grave it is to shut it. */
const ZONE_WORDS = [
  ["house", /^(house|main|meter)/i],
  ["hot", /^(hot|heater)/i],
  ["branch", /^(branch|riser|floor|cold)/i],
] as const;

/** Returns the zone a request names for a connection; undefined: none. */
export function zoneOf({ zone: name }: RequestedConnection): Zone | undefined {
  if (name == null) return undefined;
  const zone = ZONE_WORDS.find(([, words]) => words.test(name));
  return { name, kind: zone?.[0] ?? "fixture" };
}

/** Returns the valves above a stop, the nearest first, as the request lists them. */
export function valvesOf({ valves }: RequestedConnection): readonly Valve[] {
  return (valves ?? []).map(({ name, shuts, kind, proof }) => ({
    name,
    shuts,
    kind: kind ?? null,
    proof: proof ?? "not-proved",
  }));
}

/** What is usual at a fixture; where nothing is known of its own, what is usual at the one it is like. */
function presetFor({ presets, fixtures }: Context["tables"], asked: RequestedConnection): Preset {
  const like = fixtures.find(({ fixture }) => fixture === asked.fixture)?.like ?? asked.fixture;
  const own = presets.filter(({ fixture }) => fixture === like);
  const preset = own.find(({ water }) => water === asked.water) ?? own[0];
  // The tables are checked for this when they are built.
  if (preset === undefined) throw new RangeError(`no preset for ${asked.fixture}`);
  return preset;
}

/** What a plan alone says of the supply: its end, and by the first part what becomes of it. */
function supplyOfPlan(plan: Plan): { readonly end: string; readonly kind: SupplyKind } | null {
  const first = plan.joints.find(({ between, ends }) => between.includes("supply") && ends !== null);
  const end = first?.ends?.[first.between.indexOf("supply")];
  if (end === undefined) return null;
  const atPipe = plan.joints.filter(({ between }) => between.includes("supply")).length;
  if (!/^pipe-/.test(end)) return { end, kind: /^npt-.*-m$/.test(end) ? "stub" : "stop-outlet" };
  return { end, kind: atPipe > 1 ? "pipe" : "stub" };
}

/** What a request says of the line that hangs on the supply, as a survey holds it. */
function keptLineInSurvey({
  inlet,
  measured,
}: NonNullable<PlanRequest["supply"]["keptLine"]>): Pick<Survey["supply"], "lineInlet" | "lineMeasures"> {
  if (measured === undefined) return { lineInlet: inlet };
  const [right, up, out] = measured.to;
  return {
    lineInlet: inlet,
    lineMeasures: {
      length: asTyped(measured.lengthIn),
      right: asTyped(right),
      up: asTyped(up),
      out: asTyped(out),
    },
  };
}

/** Returns the survey a requested connection comes to: what it says, what its plan says, else what is usual there. */
export function surveyRequested(
  tables: Context["tables"],
  asked: RequestedConnection,
  { houseRules, sources }: Pick<ScheduleRequest, "houseRules" | "sources">,
): Survey {
  const usual = surveyFromPreset(presetFor(tables, asked), "");
  const { supply } = asked;
  const planned = asked.plan == null ? null : supplyOfPlan(asked.plan);
  const fed = (sources ?? [])
    .filter(({ feeds }) => feeds.includes(asked.id))
    .map(({ kind, valve }) => ({ kind, ...(valve == null ? {} : { valve }) }));
  const { by, end: _, lengthIn: __, ...line } = asked.line ?? {};
  return {
    ...usual,
    fixture: asked.fixture,
    label: asked.id,
    water: asked.water,
    supply: {
      end: supply?.end ?? planned?.end ?? usual.supply.end,
      kind:
        supply?.kind ??
        (planned === null || planned.end === usual.supply.end ? usual.supply.kind : planned.kind),
      ...(supply?.looks === undefined ? {} : { looks: supply.looks }),
      ...(supply?.behindValve === undefined ? {} : { behindValve: supply.behindValve }),
      ...(supply?.leftOn === undefined ? {} : { leftOn: supply.leftOn }),
      ...(supply?.pexType === undefined ? {} : { pexType: supply.pexType }),
      ...(supply?.material === undefined ? {} : { material: supply.material }),
      ...(supply?.treated === undefined ? {} : { treated: supply.treated }),
      ...(supply?.keepsExistingLine === true
        ? { line: "stays" as const }
        : supply?.keptLine === undefined
          ? {}
          : { line: "renewed" as const }),
      ...(supply?.keptLine === undefined ? {} : keptLineInSurvey(supply.keptLine)),
    },
    stop: { kind: "unknown", proof: asked.stop, method: null },
    staticPsi:
      supply?.staticPsi == null ? null : { typed: String(supply.staticPsi), value: supply.staticPsi },
    ...(by === undefined || by === "new" ? {} : { line: { by, ...line } }),
    ...(asked.phase == null || asked.phase === "whole" ? {} : { phase: asked.phase }),
    ...(asked.fixtureId == null ? {} : { fixtureId: asked.fixtureId }),
    ...(asked.replaces == null ? {} : { replaces: asked.replaces }),
    ...(asked.power == null ? {} : { power: asked.power }),
    ...(asked.inPlace == null ? {} : { inPlace: asked.inPlace }),
    ...(asked.sharedWith == null ? {} : { sharedWith: asked.sharedWith }),
    ...(fed.length === 0 ? {} : { sources: fed }),
    houseRules: houseRules ?? {},
  };
}

/** Returns the survey that a planner's request comes to: what the request says, else what is usual there. */
export function surveyOfRequest(
  tables: Context["tables"],
  { supply, inlet: { fixture }, line, phase, houseRules }: PlanRequest,
): Survey {
  const { keptLine, upstream, stopHolds, water, ...found } = supply;
  const survey = surveyRequested(
    tables,
    {
      id: fixture,
      fixture,
      water,
      stop: stopHolds === null ? "not-proved" : stopHolds ? "holds" : "weeps",
      supply: found,
      ...(line === undefined ? {} : { line }),
      ...(phase === undefined ? {} : { phase }),
    },
    { houseRules },
  );
  return keptLine === undefined
    ? survey
    : { ...survey, supply: { ...survey.supply, ...keptLineInSurvey(keptLine) } };
}

/** Returns what the planner is asked for a requested connection: its survey, and what the request says that no survey holds. */
export function planRequested(survey: Survey, { supply }: RequestedConnection): PlanRequest {
  const request = planRequestOf(survey, null);
  return {
    ...request,
    supply: {
      ...request.supply,
      ...(supply?.teeAt === undefined ? {} : { teeAt: supply.teeAt }),
      ...(supply?.keptNut === undefined ? {} : { keptNut: supply.keptNut }),
      ...(supply?.upstream === undefined ? {} : { upstream: supply.upstream }),
    },
  };
}
