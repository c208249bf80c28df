/** Words for the water in a branch: its bang, what it means, and what quiets it. */

import type { CureKind, Hammer, HammerVerdict } from "../core/hammer/index.ts";
import { quantityText } from "./display.ts";

/** A pressure as it is shown: whole psi, or hundredths of a bar. */
export const psiText = (psi: number) => quantityText(psi, "psi");

export const VERDICT_TITLES: Readonly<Record<HammerVerdict, string>> = {
  "above-rating": "Too hard for the weakest part",
  "column-parts": "The water column parts",
  "may-exceed": "Near the limit: may be too hard",
  "within-rating": "Within what every part is rated for",
};

export const CURE_TITLES: Readonly<Record<CureKind, string>> = {
  "arrestor-at-valve": "Arrestor at the fixture's valve",
  "arrestor-at-stop": "Arrestor at the stop",
  "slower-closing": "A slower valve",
  "wider-pipe": "The next wider pipe before the stop",
  "softer-line": "A rubber hose for the line",
  "air-chamber": "Air chamber, a foot of pipe, full of air",
  "lost-air": "The same air chamber with a tenth of its air left",
};

/** Returns what the bang means, beside its figures. */
export function verdictWords(
  { parting }: Pick<Hammer, "parting">,
  verdict: HammerVerdict,
  ratedPsi: number,
  hasCushion: boolean,
): readonly string[] {
  const meaning: Readonly<Record<HammerVerdict, string>> = {
    "above-rating": `The weakest part is rated for ${psiText(ratedPsi)} of steady pressure; a bang above that, again and again, loosens joints and tires hoses.`,
    "column-parts": `The first blow stays within ${psiText(ratedPsi)}, but the rebound pulls the pressure down until the water boils.`,
    "may-exceed": `The likely figure stays within ${psiText(ratedPsi)}; at the harsh end of what is not known it does not.`,
    "within-rating": `The weakest part is rated for ${psiText(ratedPsi)}.`,
  };
  const rebound =
    parting === "none"
      ? []
      : hasCushion
        ? [
            "On the rebound the piston strikes its stop and the column may part; the seal's friction, which nobody states, softens that. A precharge a little below the static pressure helps.",
          ]
        : [
            `${parting === "likely" ? "The" : "At the harsh end the"} column parts on the rebound. When it closes again the blow can be harder than the first: no figure is given for it.`,
          ];
  return [meaning[verdict], ...rebound];
}
