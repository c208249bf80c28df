/** The section a pressure hold tests, guessed from a plan. */

import { IN_PER_FT } from "../constants/index.ts";
import type { StepSubject } from "../step/index.ts";
import type { Section } from "../water/index.ts";

/** Water in an inch of common supply line (bore about 0.27 in), mL; what a stop and its fittings hold, mL. Estimates. */
const LINE_ML_PER_IN = 0.94;
const FITTINGS_ML = 15;

/** Returns the section between a connection's shut stop and its shut fixture, guessed from its plan: to be overwritten by who knows better. */
export function sectionOf({ plan, survey }: Pick<StepSubject, "plan" | "survey">): Section {
  const line = plan?.plan.parts.find(({ kind, branch }) => kind === "line" && branch === "main");
  // Without a part of its own the fixture's hose is the line.
  const lengthIn = line?.lengthIn ?? (plan?.plan.parts.length === 0 ? survey.length.max.value : 0);
  return {
    volumeMl: Math.round(FITTINGS_ML + LINE_ML_PER_IN * lengthIn),
    hoseFt: Math.round((lengthIn / IN_PER_FT) * 10) / 10,
    hoseType: lengthIn > 0 ? "braided" : null,
    material: "copper",
  };
}
