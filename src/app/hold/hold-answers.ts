/** The leak analyst for requests: checked, judged, rounded to what is meant. */
import { sectionAsked, to4Figures } from "../../compute/hold-request.ts";
import {
  judgeWatch,
  USUAL_FIGURES,
  type WatchFigures,
  type Watching,
  windowFor,
} from "../../core/watch/index.ts";
import type { Section } from "../../core/water/index.ts";
import type { HoldRequest, PlanHoldRequest, WatchAnswered, WatchRequest } from "../../schema/hold.ts";
import type { Context } from "../context.ts";
import { AppError, errorFromFault } from "../http/app-error.ts";

/** Converts the section of a request into the analyser's own shape. Errors: AppError invalid naming the field. */
export function sectionFrom(asked: HoldRequest["section"]): Section {
  const section = sectionAsked(asked);
  if ("path" in section) throw fault(section.path, section.message);
  return section;
}

function fault(path: string, message: string): AppError {
  return new AppError("invalid", `${path}: ${message}.`, [{ path, message }]);
}

/** Returns the answer to a pressure hold asked about, as JSON. Errors: AppError not-json, invalid naming the field. */
export async function holdAnswer(
  { compute }: Pick<Context, "compute">,
  text: string,
  signal?: AbortSignal,
): Promise<string> {
  const reply = await compute.run("holdReply", text, signal);
  if ("fault" in reply) throw errorFromFault(reply.fault);
  return reply.json;
}

/** Returns how long a pressure hold must last to tell the wanted leak, with the smallest leak of every usual length. */
export async function planHoldAnswer(
  { compute }: Pick<Context, "compute">,
  body: PlanHoldRequest,
  signal?: AbortSignal,
) {
  const plan = {
    section: sectionFrom(body.section),
    startPsi: body.startPsi,
    stopChecked: body.stopChecked,
    gauge: body.gauge,
    isAmbientKnown: body.ambientF != null,
  };
  const planned = await compute.run("planHold", { plan, wantedMlPerMin: body.wantedMlPerMin }, signal);
  return {
    minutes: planned.minutes,
    lengths: planned.lengths.map(({ minutes, smallestMlPerMin }) => ({
      minutes,
      smallestMlPerMin: to4Figures(smallestMlPerMin),
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

/**
 * Judges a watch, or plans one where a wanted leak is named.
 * Errors: AppError invalid when a window is missing, or no window is long enough.
 */
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
          : `is no more than what evaporates (${to4Figures(figures.evapMlPerMin)} mL/min): no window is long enough`,
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
