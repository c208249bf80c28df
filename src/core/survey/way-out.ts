/** A change that makes a plan possible, written into the survey as a try: what it changes is a guess again until somebody confirms it. */
import type { PlanChange } from "../way-out/index.ts";
import type { Survey } from "./survey.ts";
import type { SurveyFact } from "./survey-fact.ts";
import { asTyped } from "./typed.ts";

/** Facts of the survey that a change touches. */
function touchedBy({ supply, lengthIn, access }: PlanChange): readonly SurveyFact[] {
  return [
    ...(supply?.kind === undefined && supply?.end === undefined ? [] : (["supply", "stop"] as const)),
    ...(supply?.water === undefined ? [] : (["water"] as const)),
    ...(lengthIn === undefined ? [] : (["length"] as const)),
    ...(access === undefined ? [] : (["access"] as const)),
  ];
}

/** Returns the survey as a change makes it; what was changed is no longer confirmed. Units: inches. */
export function surveyWith(survey: Survey, change: PlanChange): Survey {
  const { supply = {}, lengthIn, access, needs } = change;
  const { upstream, boreIn: _, ...supplied } = supply;
  const { line, ...withoutLine } = survey;
  const touched = touchedBy(change);
  return {
    ...withoutLine,
    ...(change.line === null || line === undefined ? {} : { line }),
    ...(change.lineKind === null ? { lineKind: null } : {}),
    ...(supply.water === undefined ? {} : { water: supply.water }),
    ...(upstream === undefined ? {} : { upstream }),
    ...(lengthIn === undefined ? {} : { length: { min: asTyped(lengthIn.min), max: asTyped(lengthIn.max) } }),
    ...(access === undefined ? {} : { access }),
    ...(needs === undefined ? {} : { needs }),
    supply: {
      ...survey.supply,
      ...(supplied.end === undefined ? {} : { end: supplied.end }),
      ...(supplied.kind === undefined ? {} : { kind: supplied.kind }),
    },
    confirmed: (survey.confirmed ?? []).filter((fact) => !touched.includes(fact)),
  };
}
