/** When a step of the library is wanted: words that must all hold of a connection (and, for a step of one joint, of that joint). */

import { JOINT_TYPES } from "../joint/index.ts";
import {
  FIXTURES,
  HIGHEST_STATIC_PSI,
  type PlanJoint,
  SUPPLY_KINDS,
  type SupplyKind,
} from "../plan/index.ts";
import { type StepSubject, type StepTables, standardsOf } from "./step-subject.ts";

/** Words that stand alone, with what each says. */
export const STEP_FLAGS = {
  "static-above-80": "static pressure is above 80 psi",
  powered: "the fixture is hard-wired or sits at an outlet near water",
  mixing: "the fixture mixes hot and cold",
  heavy: "two people move it",
  unattended: "it fills when nobody is there",
  drinking: "people drink from it",
  backflow: "codes name protection against backflow for it",
  "stop-usable": "the stop can be closed and holds, or only weeps",
  "stop-fails": "no stop there closes: the next valve up is shut",
  "stop-weeps": "the stop weeps when closed",
  "pipe-cut": "a pipe is cut for the supply",
  "stop-renewed": "the stop itself is replaced",
  cut: "a riser or tube is cut to length",
  flexible: "the line is flexible",
  "has-checkpoints": "the drain side has something to look at",
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

/** Supplies with no stop that closes, unless a valve before them holds. */
const OPEN_ENDS: readonly SupplyKind[] = ["pipe", "stub", "dead-stop", "tube"];

const FIRM_MATERIALS = /^pipe-/;

function jointFacts({ type, ends, between }: PlanJoint): readonly string[] {
  const isNipple = type === "taper-thread" && between.includes("supply");
  const isPipe = ends?.some((end) => FIRM_MATERIALS.test(end)) === true;
  return [`joint=${type}`, ...(isPipe || isNipple ? ["pipe-side"] : [])];
}

/** Returns everything that holds of a connection, as the words conditions are written in. */
export function factsOf(
  connection: StepSubject,
  { fixtures }: Pick<StepTables, "fixtures">,
): ReadonlySet<string> {
  const { survey, plan } = connection;
  const { supply, stop } = survey;
  const fixture = fixtures.find((each) => each.fixture === survey.fixture);
  const line = plan?.plan.parts.find((part) => part.lengthIn !== undefined);
  const stopFails =
    (OPEN_ENDS.includes(supply.kind) && supply.behindValve !== "holds") ||
    stop.proof === "dead" ||
    stop.proof === "seized";
  const rules = standardsOf(connection);
  const flags: Readonly<Partial<Record<keyof typeof STEP_FLAGS, boolean>>> = {
    "static-above-80": (survey.staticPsi?.value ?? 0) > HIGHEST_STATIC_PSI,
    powered: fixture?.powered === true,
    mixing: fixture?.mixing === true,
    heavy: fixture?.heavy === true,
    unattended: fixture?.unattended === true,
    drinking: fixture?.drinking === true,
    backflow: fixture?.suggestsBackflow === true,
    "stop-usable": !stopFails,
    "stop-fails": stopFails,
    "stop-weeps": !stopFails && stop.proof === "weeps",
    "pipe-cut": supply.kind === "pipe",
    "stop-renewed": supply.kind === "dead-stop",
    cut: line?.kind === "tube" || line?.kind === "riser",
    flexible: line?.kind === "line",
    "flush-first": rules.flushBeforeLast === "yes" && (plan?.plan.joints.length ?? 0) > 1,
    "air-gap": rules.dishwasherBackflow === "air-gap",
    "high-loop": rules.dishwasherBackflow === "high-loop",
    "has-checkpoints": connection.checkpoints.length > 0,
  };
  return new Set([
    ...Object.entries(flags).flatMap(([name, holds]) => (holds ? [name] : [])),
    `fixture=${survey.fixture}`,
    `water=${survey.water}`,
    `supply=${supply.kind}`,
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
