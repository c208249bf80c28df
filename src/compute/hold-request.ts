/** A pressure hold as it is asked about over HTTP: read, checked, judged, rounded and written, all away from the server's own thread. */

import { analyseHold, type HoldAnswer, type HoldTest } from "../core/hold/index.ts";
import { reconcile } from "../core/watch/index.ts";
import type { Section, SectionMaterial } from "../core/water/index.ts";
import { type HoldAnswered, type HoldRequest, holdRequest } from "../schema/hold.ts";
import { type FieldFault, type RequestFault, readRequest, requestFault } from "../schema/read-request.ts";

/** Returns the four figures that say something: no gauge carries more. */
export const to4Figures = (value: number): number => Number(value.toPrecision(4));

/** Words people use for a pipe, as the walls that are known. */
const MATERIALS: readonly (readonly [RegExp, SectionMaterial])[] = [
  [/cpvc|pvc/i, "cpvc"],
  [/pex|poly|plastic/i, "pex"],
  [/galv|steel|iron|stainless/i, "steel"],
  [/copper|brass|bronze/i, "copper"],
];

/** Returns the section asked about, or the field that is wrong. */
export function sectionAsked(asked: HoldRequest["section"]): Section | FieldFault {
  const material = MATERIALS.find(([words]) => words.test(asked.material))?.[1] ?? null;
  if (asked.hoseFt > 0 && asked.hoseType === null)
    return {
      path: "section.hoseType",
      message: "say which hose it is, braided or rubber: it gives the most",
    };
  return { ...asked, material };
}

function faultIn({ samples, drawOff }: HoldRequest): FieldFault | null {
  const late = samples.findIndex(({ t }, at) => at > 0 && t <= (samples[at - 1]?.t ?? 0));
  if (late > 0) return { path: `samples.${late}.t`, message: "must be later than the reading before it" };
  return drawOff && drawOff.psiAfter >= drawOff.psiBefore
    ? { path: "drawOff.psiAfter", message: "must be below psiBefore: letting water out lowers the pressure" }
    : null;
}

function testFrom(body: HoldRequest, section: Section): HoldTest {
  return {
    section,
    startPsi: body.startPsi,
    supplyPsi: body.supplyPsi ?? null,
    heldSec: body.heldSec ?? null,
    ambientF: body.ambientF ?? null,
    ...(body.water === undefined ? {} : { water: body.water }),
    ...(body.restedMin === undefined ? {} : { restedMin: body.restedMin }),
    stopChecked: body.stopChecked,
    gauge: body.gauge,
    drawOff: body.drawOff,
    samples: body.samples.map(({ t, psi, tempF }) => ({
      t,
      psi: Math.max(0, psi),
      ...(tempF == null ? {} : { tempF }),
    })),
  };
}

function answered(answer: HoldAnswer, seen: HoldRequest["seen"]): HoldAnswered {
  const { best, low, high } = answer.leakMlPerMin;
  const reconciled = seen === undefined ? undefined : reconcile(seen, { low, high });
  return {
    verdict: answer.verdict,
    leakMlPerMin: {
      best: to4Figures(best),
      low: to4Figures(low),
      high: high === null ? null : to4Figures(high),
    },
    minimumDetectableMlPerMin:
      answer.minimumDetectableMlPerMin === null ? null : to4Figures(answer.minimumDetectableMlPerMin),
    suspected: [...answer.suspected],
    fit: answer.fit.map(({ t, psi, low: under, high: over }) => ({
      t: to4Figures(t),
      psi: to4Figures(psi),
      low: to4Figures(under),
      high: to4Figures(over),
    })),
    advice: answer.advice,
    steps: [...answer.steps],
    doubts: [...answer.doubts],
    ...(reconciled === undefined ? {} : { reconciled }),
  };
}

/** The answer as JSON, or what is wrong with the request. */
export type HoldReply = { readonly json: string } | { readonly fault: RequestFault };

/** Parses and judges the body of a hold request; returns the answer as JSON text, or what is wrong with the body. */
export function holdReply(text: string): HoldReply {
  const read = readRequest(holdRequest, text);
  if (!read.ok) return { fault: read.fault };
  const { value } = read;
  const section = sectionAsked(value.section);
  const fault = faultIn(value);
  if (fault !== null) return { fault: requestFault([fault]) };
  if ("path" in section) return { fault: requestFault([section]) };
  return { json: JSON.stringify(answered(analyseHold(testFrom(value, section)), value.seen)) };
}
