/** What the drawing of the job says of each part, and which part is asked about next. Pure. */

import type { LineFound } from "../../core/plan/index.ts";
import { guessesOf, type Survey, type SurveyFact, staticInWords } from "../../core/survey/index.ts";
import type { EndOffer } from "../../drawing/end-choice.ts";
import { shortEnd } from "../../drawing/part-words.ts";
import type { PartKnowledge, ScenePart, ScenePartText } from "../../drawing/survey-scene.tsx";
import { inShopUnits } from "../../labels/display.ts";
import { LINE_SOURCE_WORDS, PROOF_WORDS, REPLACES_WORDS, STOP_KIND_WORDS } from "../../labels/survey.ts";

/** Facts that each part's questions confirm. */
export const FACTS_OF: Readonly<Record<ScenePart, readonly SurveyFact[]>> = {
  supply: ["supply"],
  stop: ["stop"],
  inlet: ["inlet"],
  line: ["length", "access"],
  water: ["water"],
  fixture: [],
};

/** Parts in the order they are asked about: what one look shows, the proof, what is measured. */
const ASKED: readonly ScenePart[] = ["supply", "inlet", "water", "stop", "line"];

function wordOf<V>(rows: readonly (readonly [V, string])[], value: V): string {
  return rows.find(([each]) => each === value)?.[1] ?? "";
}

/** Returns how much is known of a part. A stop counts as looked at once it has been proved. */
export function knowledgeOf(survey: Survey, part: ScenePart): PartKnowledge {
  const guesses = guessesOf(survey);
  const isGuess = FACTS_OF[part].some((fact) => guesses.includes(fact));
  if (part === "stop" && survey.stop.proof === "not-proved") return "unknown";
  if (part === "fixture") return survey.replaces === undefined ? "unknown" : "seen";
  return isGuess ? "guess" : "seen";
}

/** Returns the parts that still want an answer before a plan can be chosen, and the stop while nobody has proved it. */
export function openParts(survey: Survey): readonly ScenePart[] {
  return ASKED.filter((part) => knowledgeOf(survey, part) !== "seen");
}

/** Returns the part to ask about after this one; null when nothing is open. */
export function nextPart(survey: Survey, after: ScenePart | null): ScenePart | null {
  const open = openParts(survey).filter((part) => part !== after);
  const from = after === null ? -1 : ASKED.indexOf(after);
  return open.find((part) => ASKED.indexOf(part) > from) ?? open[0] ?? null;
}

/** How many of the parts that are asked about are answered. */
export function answeredParts(survey: Survey): { readonly answered: number; readonly all: number } {
  return { answered: ASKED.length - openParts(survey).length, all: ASKED.length };
}

/** Returns whether the inlet end is the nut of a hose that comes with the fixture. */
export function comesWithHose({ inlet }: Pick<Survey, "inlet">, { ends }: Pick<EndOffer, "ends">): boolean {
  return ends.find(({ code }) => code === inlet.end)?.isFactoryHose === true;
}

/** Returns what runs to the fixture: what was said, else the hose that comes with it, else a new line. */
export function lineSourceOf(survey: Survey, hasOwnHose: boolean): LineFound["by"] {
  return survey.line?.by ?? (hasOwnHose ? "fixture-hose" : "new");
}

interface Named {
  readonly nameOf: (code: string) => string;
  /** Shortest and longest line in words. */
  readonly lengths: string;
  /** Whether the inlet end is the nut of a hose that comes with the fixture. */
  readonly hasOwnHose: boolean;
}

/** Returns what stands beside each part of the drawing. */
export function sceneTexts(
  survey: Survey,
  { nameOf, lengths, hasOwnHose }: Named,
): Readonly<Record<ScenePart, ScenePartText>> {
  const knowledge = (part: ScenePart) => knowledgeOf(survey, part);
  const { supply, stop, inlet, water } = survey;
  const by = lineSourceOf(survey, hasOwnHose);
  return {
    supply: { name: shortEnd(nameOf(supply.end)), fact: "supply end", knowledge: knowledge("supply") },
    stop: {
      name: stop.kind === "unknown" ? "stop" : wordOf(STOP_KIND_WORDS, stop.kind),
      fact: wordOf(PROOF_WORDS, stop.proof),
      knowledge: knowledge("stop"),
    },
    inlet: {
      name: shortEnd(nameOf(inlet.end)),
      fact: inlet.plastic ? "inlet, plastic" : "inlet, metal",
      knowledge: knowledge("inlet"),
    },
    line: {
      name: by === "none" ? "no line" : lengths,
      fact: wordOf(LINE_SOURCE_WORDS, by),
      knowledge: knowledge("line"),
    },
    water: {
      name: water === "hot" ? "H hot water" : "C cold water",
      fact: inShopUnits(staticInWords(survey) ?? "psi not measured"),
      knowledge: knowledge("water"),
    },
    fixture: {
      name: survey.label,
      fact: survey.replaces === undefined ? "new or old: not said" : wordOf(REPLACES_WORDS, survey.replaces),
      knowledge: knowledge("fixture"),
    },
  };
}
