/** How the shut-off of a connection can be proved: at something that can run now; where nothing can, by cracking a nut. */
import type { Fixture, FixtureFacts } from "../plan/index.ts";
import type { PROOF_METHODS, Survey } from "../survey/index.ts";

/**
 * running: the fixture itself is opened. fill: a fixture with a solenoid starts a fill while it has power. shared: another fixture on
 * the same stop. outlet: an outlet below the valve above. bucket: the open outlet of the stop. crack: a nut half a turn, the last way.
 */
export const PROOF_WAYS = ["running", "fill", "shared", "outlet", "bucket", "crack"] as const;
export type ProofWay = (typeof PROOF_WAYS)[number];

type Method = (typeof PROOF_METHODS)[number];

/** Fixtures whose handle is held down for the proof. */
const FLUSHED: readonly Fixture[] = ["toilet", "bidet-seat", "bidet-sprayer"];

/** Supplies whose outlet stands open or capped before a first line goes on. */
const HAS_OUTLET: readonly Survey["supply"]["kind"][] = ["stop-outlet", "box-valve"];

/** Returns how a fixture is fed with electricity: as the survey says, else as is usual. */
export function powerOf({ power }: Survey, facts: FixtureFacts | undefined): FixtureFacts["power"] {
  return power ?? facts?.power ?? "none";
}

/**
 * Returns the way the shut-off is proved. `isOwnStop`: the fixture's own stop is shut, not a valve above.
 * Source: practice of the trade (docs/data-sources.md): prove at what runs, a solenoid before its power goes off, a cracked nut last.
 */
export function proofWayOf(survey: Survey, facts: FixtureFacts | undefined, isOwnStop: boolean): ProofWay {
  if (!isOwnStop) return "outlet";
  const isShared = survey.sharedWith !== undefined || survey.supply.line === "stays";
  if (survey.replaces === "first-time")
    return isShared ? "shared" : HAS_OUTLET.includes(survey.supply.kind) ? "bucket" : "crack";
  if (facts?.solenoid !== true) return "running";
  if (powerOf(survey, facts) !== "none") return "fill";
  return isShared ? "shared" : "crack";
}

const METHOD_OF_WAY: Readonly<Record<ProofWay, Method>> = {
  running: "fixture-opened",
  fill: "fill-started",
  shared: "other-fixture-run",
  outlet: "outlet-opened",
  bucket: "outlet-opened",
  crack: "nut-cracked",
};

function methodOfProof({ fixture }: Survey, way: ProofWay): Method {
  return way === "running" && FLUSHED.includes(fixture) ? "flushed-and-held" : METHOD_OF_WAY[way];
}

const METHOD_WORDS: Readonly<Record<Method, string>> = {
  "fixture-opened": "open the fixture",
  "flushed-and-held": "flush and hold the handle",
  "fill-started": "start a fill while there is power, and shut the stop on running water",
  "other-fixture-run": "run what else hangs on this stop",
  "outlet-opened": "open the nearest outlet below it",
  "nut-cracked": "crack the nut half a turn over a pan",
  "meter-watched": "watch the meter",
  "gauge-rise": "watch a gauge for a rise",
};

/** Returns what is done to prove the shut-off, in words for a run sheet. `sharedWith` is the name of the other fixture; null: not noted. */
export function proofInWords(survey: Survey, way: ProofWay, sharedWith: string | null): string {
  if (way === "outlet") return `open the nearest outlet of the ${survey.water} side`;
  if (way === "bucket") return "hold a bucket at its outlet, open the stop a moment and shut it";
  if (way === "shared" && sharedWith !== null) return `run the ${sharedWith} on the same stop`;
  return METHOD_WORDS[survey.stop.method ?? methodOfProof(survey, way)];
}

/** Returns the usual method of proving the fixture's own stop. */
export function usualProofMethod(survey: Survey, facts: FixtureFacts | undefined): Method {
  return methodOfProof(survey, proofWayOf(survey, facts, true));
}
