/** Words a step's {slots} are filled with: the survey's and the plan's own figures. */

import { jointTargets } from "../check/index.ts";
import { sourceOf, sourceValve } from "../piping/index.ts";
import { type Fixture, lineOf, type PlanJoint, type PlanPart } from "../plan/index.ts";
import { staticInWords } from "../survey/index.ts";
import { formatInches, formatTurns } from "../units/index.ts";
import { bendMarksInWords } from "./bend-marks.ts";
import { bringsStop, type ConnectionFacts, isSelfShutting, partsOfJoint } from "./connection-facts.ts";
import { moveOf } from "./fixture-move.ts";
import { proofInWords } from "./proof-way.ts";
import { type StepSubject, type StepTables, standardsOf } from "./step-subject.ts";

const STOP_WORDS = {
  "quarter-turn": "quarter-turn",
  "multi-turn": "multi-turn",
  "box-valve": "box valve",
  unknown: "kind not noted",
} as const;
const BAD_STOP = {
  weeps: "weeps",
  dead: "does not hold",
  seized: "is seized",
  unreachable: "cannot be reached",
  holds: "holds",
  "not-proved": "is not proved",
} as const;
/** Supplies without a stop that could be closed. */
const NO_STOP: Readonly<Record<string, string>> = {
  pipe: "The pipe is to be cut",
  stub: "The pipe stands open behind its cap",
  "dead-stop": "The stop is to be replaced",
  tube: "The tube stands open",
};
const SEALANT_WORDS = {
  none: "no sealant",
  tape: "tape on the male thread, three to five wraps with the thread",
  paste: "paste on the male thread",
  "tape-or-paste": "tape, then paste, on the male thread",
  "film-allowed": "a thin film on the ferrule at most",
  "flux-and-solder": "flux and lead-free solder",
  cement: "primer and cement",
} as const;

/** Slots every step may use, and those only a step of one joint may. */
export const STEP_SLOTS = [
  "static",
  "supply",
  "inlet",
  "fixture",
  "parts",
  "stop",
  "proof",
  "valve",
  "stopState",
  "valveUp",
  "loopValve",
  "water",
  "side",
  "cutPart",
  "length",
  "cutOut",
  "bends",
  "multiTurn",
  "letIn",
  "openUp",
  "pipeSide",
  "stiffParts",
  "stiffJoints",
  "caps",
  "fill",
  "order",
  "checkpoints",
  "drainSide",
  "purge",
  "purgeMore",
  "exercise",
  "placeBack",
  "fixtureOut",
  "drainOff",
  "makeSafe",
  "fixtureIn",
  "level",
  "fasten",
  "bathingF",
  "devices",
  "newValves",
  "other",
] as const;
/** Slots that only the steps of a joint made anew may use. */
export const REMAKE_SLOTS = ["againValve", "againJoints", "againHow"] as const;
export const JOINT_SLOTS = ["n", "makeText", "sealantText", "depth", "held"] as const;

/** Returns the sealant of a joint in words for a run sheet. */
export function sealantInWords(joint: PlanJoint): string {
  return SEALANT_WORDS[joint.sealant];
}

/** Returns what the second wrench holds, and its sizes where they are usual ones. */
export function holdBackInWords({ holdBack }: PlanJoint): string {
  if (holdBack === undefined) return "the part that must not turn";
  const sizes =
    holdBack.wrenches.length === 0
      ? "an adjustable wrench"
      : `about a ${holdBack.wrenches.join(" or ")} wrench`;
  return `${holdBack.what} (${sizes})`;
}

/** Returns one line for making a joint: hold, turn, how far, with what. */
export function makeText(joint: PlanJoint): string {
  const { turns, wrenches } = joint;
  const look = `Look: ${joint.lookFirst.join("; ")}.`;
  if (turns === null)
    return `${joint.label}: ${joint.pieces.join(", then ")}; ${sealantInWords(joint)}. ${look}`;
  if (turns.handOnly)
    return `${joint.label}: start it by hand and tighten ${formatTurns(turns)}; ${sealantInWords(joint)}. ${look}`;
  const nut = wrenches.length > 0 ? `the ${wrenches.join(" or ")} wrench` : "a wrench";
  return `${joint.label}: hand-tight, hold back ${holdBackInWords(joint)}, then ${formatTurns(turns)} turn more with ${nut}; ${sealantInWords(joint)}. ${look}`;
}

const ML_PER_CUBIC_INCH = 16.387;
/** The line's own water is changed this often before anybody drinks or a screen is trusted: three fills leave a twentieth. */
const PURGE_FILLS = 3;
/** Hottest water people bathe in, F: at a tub filler by a listed device, elsewhere. Local code wins. */
const BATHING_F = { tub: 120, other: 110 } as const;

/** Returns the water the plan's lines, tubes and risers hold, mL: bore and length. */
export function lineVolumeMl({ plan }: Pick<StepSubject, "plan">): number {
  return (plan?.plan.parts ?? []).reduce((sum, { lengthIn, branch, ports: [port] }) => {
    // Water in an air chamber stands: none of it runs off.
    if (lengthIn === undefined || port === undefined || branch === "chamber") return sum;
    return sum + (Math.PI / 4) * port.boreIn ** 2 * lengthIn * ML_PER_CUBIC_INCH;
  }, 0);
}

/** A volume in the two units a plumber has at hand: ounces below a quart, else quarts. */
function volumeInWords(ml: number): string {
  const ounces = ml / 29.574;
  return ounces < 32 ? `${Math.max(1, Math.round(ounces))} fl oz` : `${(ounces / 32).toFixed(1)} qt`;
}

const listed = (numbers: readonly number[]) => numbers.join(", ");

/** Why a valve above is shut, in words. */
function stopStateInWords({ subject: { survey } }: ConnectionFacts): string {
  const open = survey.supply.behindValve === "holds" ? undefined : NO_STOP[survey.supply.kind];
  return open ?? `The stop ${BAD_STOP[survey.stop.proof]}`;
}

/** How water comes in at last, in words. */
function letInWords({ hasStopToOpen }: ConnectionFacts, fill: string, multiTurn: string): string {
  return hasStopToOpen
    ? `Crack the stop open and listen: when the hiss ends${fill}, look; then open it fully${multiTurn}`
    : `No stop shuts here: water stands at the inlet since the valve above was opened. Listen${fill}, and look`;
}

/** How the valve above is opened, in words. */
function openUpWords({ hasStopToOpen }: ConnectionFacts, valve: string): string {
  return hasStopToOpen
    ? `The fixture's own stop shut and a high outlet open for air: open ${valve}: cracked first, then slowly`
    : `Nothing shuts below ${valve}, so all that was made comes under pressure at once. A high outlet open for air: cracked first, then slowly, listening`;
}

/** Returns the values of `STEP_SLOTS` for a connection. */
export function slotsOf(
  connection: ConnectionFacts,
  tables: Pick<StepTables, "ends" | "fixtures" | "moves" | "presets">,
): Readonly<Record<(typeof STEP_SLOTS)[number], string>> {
  const { subject, isolation, stiff } = connection;
  const { survey, plan } = subject;
  const preset =
    tables.presets.find((each) => each.id === survey.preset) ??
    tables.presets.find((each) => each.fixture === survey.fixture);
  const line = plan === null ? undefined : lineOf(plan.plan);
  const nameOf = (code: string) => tables.ends.find((end) => end.code === code)?.name ?? code;
  const labelOf = (code: Fixture) => tables.fixtures.find(({ fixture }) => fixture === code)?.label ?? null;
  const move = moveOf(survey.fixture, tables);
  const rules = standardsOf(subject);
  const isHalfBack = survey.stop.kind === "multi-turn" && rules.multiTurnStop === "back-half";
  const volumeMl = lineVolumeMl(subject);
  const multiTurn = isHalfBack ? " and back half a turn" : "";
  const fill = volumeMl > 0 ? ` (the new line takes ${volumeInWords(volumeMl)})` : "";
  const valve = isolation.isOwnStop ? "the stop" : `the valve above (${isolation.zone.name})`;
  return {
    static: staticInWords(survey) ?? "not measured",
    supply: nameOf(survey.supply.end),
    inlet: nameOf(survey.inlet.end),
    fixture: labelOf(survey.fixture) ?? survey.label.toLowerCase(),
    parts: plan?.plan.parts.map((part) => part.name).join("; ") || "none: the fixture's own hose is the line",
    stop: STOP_WORDS[survey.stop.kind],
    proof: proofInWords(
      survey,
      connection.proof,
      survey.sharedWith === undefined ? null : labelOf(survey.sharedWith),
    ),
    valve,
    stopState: stopStateInWords(connection),
    valveUp: isolation.isOwnStop ? `the next valve up the ${survey.water} side` : isolation.zone.name,
    loopValve: sourceValve(sourceOf(subject, "recirculation") ?? { kind: "recirculation" }).name,
    water: survey.water,
    side: survey.water === "hot" ? "the left" : "the right",
    cutPart: line?.name ?? "",
    length: line?.lengthIn === undefined ? "" : `${formatInches(line.lengthIn)} in`,
    bends: bendMarksInWords(plan?.plan ?? null, survey),
    cutOut:
      plan?.plan.cutOutIn === undefined
        ? "as wide as its two depth marks ask"
        : `${formatInches(plan.plan.cutOutIn)} in wide: the tee's run less its two depths; the maker's gauge wins`,
    multiTurn,
    letIn: letInWords(connection, fill, multiTurn),
    openUp: openUpWords(connection, valve),
    pipeSide: listed(connection.pipeSide),
    stiffParts: stiff.parts.map(({ name }) => name).join("; "),
    stiffJoints: listed([...new Set(stiff.joints.map(({ number }) => number))]),
    caps:
      listed(plan?.plan.joints.filter(isOnCap(plan.plan.parts)).map(({ number }) => number) ?? []) ||
      "the end",
    fill,
    order: jointTargets(subject).join(", "),
    checkpoints: subject.checkpoints
      .map(({ letter, label }) => `${letter} ${label.toLowerCase()}`)
      .join("; "),
    drainSide: subject.checkpoints
      .flatMap(({ letter, label, makeUp }) =>
        makeUp === undefined ? [] : [`${letter} ${label.toLowerCase()}: ${makeUp}`],
      )
      .join(". "),
    purge: preset?.purge ?? "Run until clear",
    purgeMore: volumeMl > 0 ? `; at least ${volumeInWords(PURGE_FILLS * volumeMl)} through the new line` : "",
    exercise: preset?.exercise ?? "Run the fixture through all it does",
    placeBack: preset?.placeBack ?? "Put everything back",
    fixtureOut: move?.out ?? "Take the old one out",
    drainOff: move?.drainOff ?? "Drain side off",
    makeSafe: move?.makeSafe ?? "Nothing stays open",
    fixtureIn: move?.in ?? "Put the new one in",
    level: move?.level ?? "Level it",
    fasten: move?.fasten ?? "Fix it",
    devices: namesOf(plan?.plan.parts.filter(isSelfShutting) ?? []),
    newValves: namesOf(plan?.plan.parts.filter(bringsStop) ?? []),
    other: labelOf(survey.sharedWith ?? "toilet") ?? "other fixture",
    bathingF: String(survey.fixture === "tub-filler" ? BATHING_F.tub : BATHING_F.other),
  };
}

const namesOf = (parts: readonly PlanPart[]) => parts.map(({ name }) => name).join("; ") || "what was added";

/** True for a joint that a cap closes. */
function isOnCap(parts: readonly PlanPart[]): (joint: PlanJoint) => boolean {
  return (joint) => partsOfJoint(joint).some((at) => parts[at]?.kind === "cap");
}

/** Returns the values of `JOINT_SLOTS` for one joint. */
export function jointSlots(joint: PlanJoint): Readonly<Record<(typeof JOINT_SLOTS)[number], string>> {
  return {
    n: String(joint.number),
    makeText: `${joint.where === "bench" ? "on the bench, " : ""}${makeText(joint)}`,
    sealantText: sealantInWords(joint),
    held: joint.holdBack?.what ?? "the fixed side",
    depth: joint.depthIn === undefined ? "" : ` at ${formatInches(joint.depthIn)} in`,
  };
}

const SLOT = /\{(\w+)\}/g;

/** Returns the slots a text names. */
export function slotsIn(text: string): readonly string[] {
  return [...text.matchAll(SLOT)].map(([, name = ""]) => name);
}

/** Returns the text with its slots filled. Errors: RangeError for a slot that does not exist. */
export function filled(text: string, values: Readonly<Record<string, string>>): string {
  return text.replace(SLOT, (_, name: string) => {
    const value = values[name];
    if (value === undefined) throw new RangeError(`no value for {${name}} in "${text}"`);
    return value;
  });
}
