/** The leak analyst for requests: checked, judged, rounded to what is meant. */
import {
  type HoldTest,
  judgeWatch,
  reconcile,
  type Section,
  type SectionMaterial,
  USUAL_FIGURES,
  type WatchFigures,
  type Watching,
  windowFor,
} from "../core/leak/index.ts";
import type {
  HoldAnswered,
  HoldRequest,
  PlanHoldRequest,
  WatchAnswered,
  WatchRequest,
} from "../schema/leaks.ts";
import type { Context } from "./context.ts";
import { Problem } from "./problem.ts";

/** Four figures that say something: no gauge carries more. */
const four = (value: number) => Number(value.toPrecision(4));

/** Words people use for a pipe, as the walls that are known. */
const MATERIALS: readonly (readonly [RegExp, SectionMaterial])[] = [
  [/cpvc|pvc/i, "cpvc"],
  [/pex|poly|plastic/i, "pex"],
  [/galv|steel|iron|stainless/i, "steel"],
  [/copper|brass|bronze/i, "copper"],
];

export function sectionFrom(asked: HoldRequest["section"]): Section {
  const material = MATERIALS.find(([words]) => words.test(asked.material))?.[1] ?? null;
  if (asked.hoseFt > 0 && asked.hoseType === null)
    throw fault("section.hoseType", "say which hose it is, braided or rubber: it gives the most");
  return { ...asked, material };
}

function fault(path: string, message: string): Problem {
  return new Problem("invalid", `${path}: ${message}.`, [{ path, message }]);
}

function testFrom(body: HoldRequest): HoldTest {
  const late = body.samples.findIndex(({ t }, at) => at > 0 && t <= (body.samples[at - 1]?.t ?? 0));
  if (late > 0) throw fault(`samples.${late}.t`, "must be later than the reading before it");
  const { drawOff } = body;
  if (drawOff && drawOff.psiAfter >= drawOff.psiBefore)
    throw fault("drawOff.psiAfter", "must be below psiBefore: letting water out lowers the pressure");
  return {
    section: sectionFrom(body.section),
    startPsi: body.startPsi,
    supplyPsi: body.supplyPsi ?? null,
    heldSec: body.heldSec ?? null,
    ambientF: body.ambientF ?? null,
    stopChecked: body.stopChecked,
    gauge: body.gauge,
    drawOff,
    samples: body.samples.map(({ t, psi, tempF }) => ({
      t,
      psi: Math.max(0, psi),
      ...(tempF == null ? {} : { tempF }),
    })),
  };
}

/** Errors: Problem invalid naming the field. */
export async function holdAnswer(
  { compute }: Pick<Context, "compute">,
  body: HoldRequest,
  signal?: AbortSignal,
): Promise<HoldAnswered> {
  const answer = await compute.run("hold", testFrom(body), signal);
  const { best, low, high } = answer.leakMlPerMin;
  const reconciled = body.seen === undefined ? undefined : reconcile(body.seen, { low, high });
  return {
    verdict: answer.verdict,
    leakMlPerMin: { best: four(best), low: four(low), high: high === null ? null : four(high) },
    minimumDetectableMlPerMin: four(answer.minimumDetectableMlPerMin),
    suspected: [...answer.suspected],
    fit: [...answer.fit],
    advice: answer.advice,
    steps: [...answer.steps],
    ...(reconciled === undefined ? {} : { reconciled }),
  };
}

export async function planHoldAnswer(
  { compute }: Pick<Context, "compute">,
  body: PlanHoldRequest,
  signal?: AbortSignal,
) {
  const asked = {
    section: sectionFrom(body.section),
    startPsi: body.startPsi,
    stopChecked: body.stopChecked,
    gauge: body.gauge,
    isAmbientKnown: body.ambientF != null,
  };
  const plan = await compute.run("planHold", { plan: asked, wantedMlPerMin: body.wantedMlPerMin }, signal);
  return {
    minutes: plan.minutes,
    lengths: plan.lengths.map(({ minutes, smallestMlPerMin }) => ({
      minutes,
      smallestMlPerMin: four(smallestMlPerMin),
    })),
  };
}

function figuresFrom(body: WatchRequest): WatchFigures {
  return {
    confidence: body.confidence,
    dripMl: body.dripMl ?? USUAL_FIGURES.dripMl,
    tissueMl: body.tissueMl ?? USUAL_FIGURES.tissueMl,
    spreadCv: body.spreadCv ?? USUAL_FIGURES.spreadCv,
    evapMlPerMin: body.evapMlPerMin ?? USUAL_FIGURES.evapMlPerMin,
    markMl: body.markMl ?? USUAL_FIGURES.markMl,
    startFlowMlPerMin: body.startFlowMlPerMin ?? USUAL_FIGURES.startFlowMlPerMin,
  };
}

/** Errors: Problem invalid when a window is missing, or no window is long enough. */
export function watchAnswer(body: WatchRequest): WatchAnswered {
  const figures = figuresFrom(body);
  const watching: Watching = { method: body.method, process: body.process ?? null, figures };
  if (body.wantedMlPerMin !== undefined) {
    const windowMin = windowFor(watching, body.wantedMlPerMin);
    if (windowMin === null)
      throw fault(
        "wantedMlPerMin",
        body.method === "meter"
          ? `is below the meter's starting flow of ${figures.startFlowMlPerMin} mL/min: it never moves, however long you wait`
          : `is no more than what evaporates (${four(figures.evapMlPerMin)} mL/min): no window is long enough`,
      );
    return { windowMin };
  }
  if (body.windowMin === undefined && (body.intervalsSec ?? []).length === 0)
    throw fault("windowMin", "say how long it was watched, or which leak is wanted (wantedMlPerMin)");
  const { intervalsSec, drips, wet, marks, windowMin } = body;
  return judgeWatch(watching, {
    windowMin: windowMin ?? null,
    ...(intervalsSec === undefined ? {} : { intervalsSec }),
    ...(drips === undefined ? {} : { drips }),
    ...(wet === undefined ? {} : { wet }),
    ...(marks === undefined ? {} : { marks }),
  });
}
