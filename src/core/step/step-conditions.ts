/** When a step of the library is wanted: words that must all hold of a connection (and, for a step of one joint, of that joint). */

import { JOINT_TYPES } from "../joint/index.ts";
import { sourceOf, ZONE_KINDS } from "../piping/index.ts";
import { FIXTURES, HIGHEST_STATIC_PSI, lineOf, type PlanJoint, POWERS, SUPPLY_KINDS } from "../plan/index.ts";
import { REPLACES } from "../survey/index.ts";
import { type ConnectionFacts, isSelfShutting } from "./connection-facts.ts";
import { moveOf } from "./fixture-move.ts";
import { PROOF_WAYS } from "./proof-way.ts";
import { type StepTables, standardsOf } from "./step-subject.ts";

/** Words that stand alone, with what each says. */
export const STEP_FLAGS = {
  "static-above-80": "static pressure is above 80 psi",
  powered: "the fixture has electricity",
  mixing: "the fixture mixes hot and cold",
  "other-side": "the fixture mixes hot and cold, and its other side is not worked on",
  "both-sides": "hot and cold of the fixture are both worked on",
  heavy: "two people move it",
  "free-standing": "it can be moved before its line comes off",
  "built-in": "it stands fast between its neighbours",
  "to-move": "something stands there that has to be moved",
  goes: "the fixture that stands there is taken out",
  comes: "a fixture comes that does not stand there yet",
  stays: "the fixture that stands there stays",
  "to-slide": "it is slid in between its neighbours: it comes, or was pulled out",
  "drain-comes-off": "its drain side comes off first",
  levels: "it is levelled afterwards",
  fastens: "it is fixed where it stands",
  unattended: "it fills when nobody is there",
  drinking: "people drink from it",
  backflow: "codes name protection against backflow for it",
  "stop-usable": "the water is shut at the fixture's own stop",
  "stop-fails": "the water is shut at a valve above, because no stop there closes",
  "stop-weeps": "the stop weeps when closed",
  "stop-opens": "a stop of its own, new or old, lets the water in",
  well: "its water comes from a well",
  recirculates: "its hot water runs round in a loop",
  "pipe-cut": "a pipe is cut for the supply",
  "pipe-opened": "the building's pipe is cut or opened",
  "new-stop": "the plan brings a stop of the fixture's own",
  "new-device": "the plan brings a device that shuts by itself",
  "shared-stop": "another fixture hangs on the same stop",
  "stop-renewed": "the stop itself is replaced",
  "old-line": "an old line comes off",
  "kept-line": "a line stays and is loosened at a nut",
  "pipe-side-made": "joints were made between the valve above and the fixture's own stop",
  "short-or-stiff": "a short or stiff piece has a nut at each end",
  capped: "the branch ends in a cap: roughed in, or the fixture taken out",
  runs: "the fixture runs when the work is done",
  cut: "a riser or tube is cut to length",
  flexible: "the line is flexible",
  "has-checkpoints": "the drain side has something to look at",
  "to-set": "a toilet comes that has to be set: asked for by libraries from before every fixture was put in",
  "drain-joints": "a fixture comes, and its drain side has joints to make up",
  "pipe-side": "the joint sits on the building's pipe",
  "flush-first": "the standard is to flush the new branch before its last joint",
  "air-gap": "the standard is an air gap on a dishwasher's drain",
  "high-loop": "the standard is a high loop on a dishwasher's drain",
} as const;

/** Words that name a value. */
export const STEP_VALUES: Readonly<Record<string, readonly string[]>> = {
  fixture: FIXTURES,
  water: ["hot", "cold"],
  supply: SUPPLY_KINDS,
  joint: JOINT_TYPES,
  zone: ZONE_KINDS,
  proof: PROOF_WAYS,
  power: POWERS,
  replaces: REPLACES,
};

/** Returns what is wrong with a condition as written, or null. */
export function conditionFault(when: string): string | null {
  for (const word of when.split(" ")) {
    const [name = "", values] = word.split("=");
    if (values === undefined) {
      if (!(name in STEP_FLAGS)) return `there is no condition "${word}"`;
      continue;
    }
    const allowed = STEP_VALUES[name];
    if (allowed === undefined) return `there is no condition "${name}="`;
    const wrong = values.split("|").find((value) => !allowed.includes(value));
    if (wrong !== undefined) return `"${wrong}" is no ${name}`;
  }
  return null;
}

const FIRM_MATERIALS = /^pipe-/;

function jointFacts({ type, ends, between }: PlanJoint): readonly string[] {
  const isNipple = type === "taper-thread" && between.includes("supply");
  const isPipe = ends?.some((end) => FIRM_MATERIALS.test(end)) === true;
  return [`joint=${type}`, ...(isPipe || isNipple ? ["pipe-side"] : [])];
}

/** Returns everything that holds of a connection, as the words conditions are written in. `all`: the connections of its fixture. */
export function factsOf(
  connection: ConnectionFacts,
  all: readonly ConnectionFacts[],
  tables: Pick<StepTables, "moves">,
): ReadonlySet<string> {
  const { subject, fixture, isolation, proof, power } = connection;
  const { survey, plan } = subject;
  const { supply, stop } = survey;
  const line = plan === null ? undefined : lineOf(plan.plan);
  const rules = standardsOf(subject);
  const replaces = survey.replaces ?? "yes";
  const waters = new Set(all.map((each) => each.subject.survey.water));
  const move = moveOf(survey.fixture, tables);
  const isToMove = replaces !== "first-time" || survey.inPlace === true;
  const comes = survey.inPlace === false && !connection.isCapped;
  const goes = replaces === "take-out" || (comes && replaces === "yes");
  const isToSlide = fixture?.isBuiltIn === true && !connection.isCapped && (comes || isToMove);
  const flags: Readonly<Record<keyof typeof STEP_FLAGS, boolean>> = {
    "static-above-80": (survey.staticPsi?.value ?? 0) > HIGHEST_STATIC_PSI,
    powered: power !== "none",
    mixing: fixture?.mixing === true,
    "other-side": fixture?.mixing === true && waters.size < 2,
    "both-sides": waters.size > 1,
    heavy: fixture?.heavy === true,
    "free-standing": fixture?.isBuiltIn !== true,
    "built-in": fixture?.isBuiltIn === true,
    "to-move": isToMove,
    goes,
    comes,
    stays: !goes,
    "to-slide": isToSlide,
    "drain-comes-off": move?.drainOff != null && (goes || (isToMove && fixture?.isBuiltIn === true)),
    levels:
      move?.level != null &&
      !connection.isCapped &&
      (isToSlide || comes || (isToMove && fixture?.heavy === true)),
    fastens: move?.fasten != null && (isToSlide || comes),
    unattended: fixture?.unattended === true,
    drinking: fixture?.drinking === true,
    backflow: fixture?.suggestsBackflow === true,
    "stop-usable": isolation.isOwnStop,
    "stop-fails": !isolation.isOwnStop,
    "stop-weeps": isolation.isOwnStop && stop.proof === "weeps",
    "stop-opens": connection.hasStopToOpen,
    well: sourceOf(subject, "well") !== undefined,
    recirculates: sourceOf(subject, "recirculation") !== undefined,
    "pipe-cut": supply.kind === "pipe" && replaces !== "take-out",
    "pipe-opened": ["pipe", "stub", "dead-stop"].includes(supply.kind),
    "new-stop": connection.hasNewStop,
    "new-device": plan?.plan.parts.some(isSelfShutting) === true,
    "shared-stop": survey.sharedWith !== undefined || supply.line !== undefined,
    "stop-renewed": supply.kind === "dead-stop",
    "old-line": replaces !== "first-time" && survey.line?.by !== "kept",
    "kept-line": connection.hasKeptLine,
    "pipe-side-made": connection.pipeSide.length > 0,
    "short-or-stiff": connection.stiff.parts.length > 0,
    capped: connection.isCapped,
    runs: !connection.isCapped,
    cut: line?.kind === "tube" || line?.kind === "riser",
    flexible: line?.kind === "line",
    "flush-first": connection.flushesFirst,
    "air-gap": rules.dishwasherBackflow === "air-gap",
    "high-loop": rules.dishwasherBackflow === "high-loop",
    "has-checkpoints": subject.checkpoints.length > 0,
    "to-set": survey.fixture === "toilet" && comes,
    "drain-joints": comes && subject.checkpoints.some(({ makeUp }) => makeUp !== undefined),
    "pipe-side": false,
  };
  return new Set([
    ...Object.entries(flags).flatMap(([name, holds]) => (holds ? [name] : [])),
    `fixture=${survey.fixture}`,
    `water=${survey.water}`,
    `supply=${supply.kind}`,
    `zone=${isolation.zone.kind}`,
    `proof=${proof}`,
    `power=${power}`,
    `replaces=${replaces}`,
    ...(plan?.plan.joints ?? []).flatMap(jointFacts),
  ]);
}

/**
 * Returns whether a step is wanted. Of a step for one joint, "joint=" and "pipe-side" are asked of that joint only.
 * Errors: RangeError for a condition that does not exist (`conditionFault` tells before).
 */
export function isWanted(when: string | null, facts: ReadonlySet<string>, joint: PlanJoint | null): boolean {
  if (when === null) return true;
  const fault = conditionFault(when);
  if (fault !== null) throw new RangeError(`step library: ${fault}`);
  const ofJoint = joint === null ? null : new Set(jointFacts(joint));
  return when.split(" ").every((word) => {
    const [name = "", values = null] = word.split("=");
    const asked = ofJoint !== null && (name === "joint" || name === "pipe-side") ? ofJoint : facts;
    return values === null
      ? asked.has(name)
      : values.split("|").some((value) => asked.has(`${name}=${value}`));
  });
}
