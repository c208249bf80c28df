/** What to do after a hold, in one or two lines: the thing that would tell most, first. */
import type { Doubt, HoldTest, HoldVerdict, Suspect } from "./hold-test.ts";
import { TIGHT_LEAK_LIMIT } from "./leak-odds.ts";
import { TIGHT_NEEDS } from "./tight-conditions.ts";
import type { Trace } from "./trace.ts";

interface Outcome {
  readonly test: HoldTest;
  readonly trace: Trace;
  readonly verdict: HoldVerdict;
  readonly suspected: readonly Suspect[];
  readonly doubts: readonly Doubt[];
  readonly minimumDetectableMlPerMin: number | null;
}

const PROVE_STOP =
  "Prove the stop: bleed the section and watch for a rise. A stop that passes feeds the section and hides a leak.";
const DRAW_OFF =
  "Let 2 to 5 mL out into a syringe and read the gauge before and after: that tells how much a psi means, and narrows the rate.";

/** What each unmet condition of "tight" asks for. */
const DOUBT_ADVICE: Readonly<Record<Doubt, string>> = {
  jumps: "The gauge jumped too often: find out what was touched, and hold again with everything left alone.",
  "stop-not-proved": PROVE_STOP,
  rise: "The gauge rises, which no tight section does by itself: a stop passes water into the section, or the water warms. Prove the stop, log the pipe's temperature, and hold again.",
  "not-rested":
    "Let the hot line stand until it is at the room's temperature, about an hour, or log the pipe's temperature with the readings: a line that cools looks like a leak.",
  "below-working-pressure": `Bring the section to the supply's pressure, at least ${TIGHT_NEEDS.startShare} of the static, and hold again: a joint that is dry at low pressure may weep at the pressure of every day.`,
  "too-few-readings": `Take at least ${TIGHT_NEEDS.readings} readings, evenly spread: two tell only a difference, not what made the difference.`,
  "too-short": `Hold for at least ${TIGHT_NEEDS.minutes} minutes; codes ask for 15 at working pressure.`,
};

/** A hold that cannot be called tight whatever it reads is told that first; what the readings say, after it. */
function atInconclusive({ test, trace, suspected, doubts }: Outcome): string {
  const [first] = doubts;
  if (trace.emptied !== null && doubts.includes("not-rested")) return DOUBT_ADVICE["not-rested"];
  if (first !== undefined) return DOUBT_ADVICE[first];
  if (suspected.includes("temperature"))
    return "Let everything come to the room's temperature first, or log the pipe's temperature with the readings.";
  if (suspected.includes("dropouts"))
    return "Readings are missing: see to the gauge's connection and hold again.";
  if (suspected.includes("air")) return "Bleed the air out at the highest point, then hold again.";
  if (test.drawOff === null && !suspected.includes("creep")) return `Hold longer. ${DRAW_OFF}`;
  if (suspected.includes("creep"))
    return "The line itself still gives way: leave it under pressure for a quarter of an hour, bring it back to pressure, and hold again, longer.";
  if (test.gauge.type === "dial") return "Use a gauge that shows a tenth of a psi, or hold longer.";
  return "Hold longer: the change so far is no larger than what else may move the gauge.";
}

/** Returns one or two sentences. Never says more than the verdict does. */
export function adviceFor(outcome: Outcome): string {
  const { test, trace, verdict, minimumDetectableMlPerMin } = outcome;
  if (verdict === "inconclusive") return atInconclusive(outcome);
  if (verdict === "leak") {
    if (trace.emptied !== null && trace.points.length < 4)
      return "It emptied between two readings: if nobody opened a valve, look for the water now. The rate is a lower bound.";
    return [
      "Look for the highest wet point with a dry tissue, snug or re-make it, and hold again.",
      ...(test.samples.some(({ tempF }) => tempF !== undefined)
        ? []
        : ["A line that is still cooling looks like a leak: let it come to the room's temperature first."]),
      ...(test.drawOff === null ? [DRAW_OFF] : []),
    ].join(" ");
  }
  const hidden =
    minimumDetectableMlPerMin === null || minimumDetectableMlPerMin > TIGHT_LEAK_LIMIT
      ? "Smaller leaks than it could have told stay open: look back after a day."
      : "What it could not have told is what the follow-up check after a day is for.";
  return test.supplyPsi === null
    ? `The pressure before the stop was not given: the start of ${test.startPsi} psi is taken for the working pressure, which is not known. ${hidden}`
    : hidden;
}
