/** The steps of one connection: the order of a visit (data/steps.csv) with this plan's own figures in it. */
import type { PlanJoint } from "../hookup/index.ts";
import { completeHouseRules, HIGHEST_STATIC_PSI } from "../hookup/index.ts";
import type { StageCode } from "../leak/index.ts";
import type { Tables } from "../tables.ts";
import { formatInches, formatTurns } from "../units/index.ts";
import { WATER_IN } from "./life.ts";
import type { ConnectionState } from "./state.ts";
import { isStageDone, jointTargets } from "./targets.ts";
import type { StepTemplate } from "./template.ts";

export interface RunStep {
  readonly id: string;
  readonly phase: StepTemplate["phase"];
  readonly text: string;
  /** Joint the step makes, or null. */
  readonly joint: PlanJoint | null;
  /** Stage of the leak check it stands for: not ticked by hand. */
  readonly stage: StageCode | null;
  readonly handsOnMin: StepTemplate["handsOnMin"];
  readonly waitMin: number;
  readonly effect: StepTemplate["effect"];
  readonly cautions: readonly string[];
  /** When it was ticked, UTC; for a stage, whether it is done. */
  readonly doneAt: string | null;
  readonly isDone: boolean;
}

export type SheetTables = Pick<Tables, "ends" | "fixtures" | "presets" | "stages" | "steps" | "cautions">;

const STOP_WORDS = {
  "quarter-turn": "quarter-turn",
  "multi-turn": "multi-turn",
  "box-valve": "box valve",
  unknown: "kind not noted",
} as const;
const PROOF_WORDS = {
  "fixture-opened": "open the fixture",
  "flushed-and-held": "flush and hold the handle",
  "meter-watched": "watch the meter",
  "gauge-rise": "watch a gauge for a rise",
} as const;
const BAD_STOP = {
  weeps: "weeps",
  dead: "does not hold",
  seized: "is seized",
  holds: "holds",
  "not-proved": "is not proved",
} as const;
/** Supplies without a stop that could be closed. */
const NO_STOP: Readonly<Record<string, string>> = {
  pipe: "The pipe is to be cut",
  stub: "The pipe stands open behind its cap",
  "dead-stop": "The stop is to be replaced",
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

export function sealantInWords(joint: PlanJoint): string {
  return SEALANT_WORDS[joint.sealant];
}

/** What the second wrench holds, and its sizes where they are usual ones. */
export function holdBackInWords({ holdBack }: PlanJoint): string {
  if (holdBack === undefined) return "the part that must not turn";
  const sizes =
    holdBack.wrenches.length === 0 ? "an adjustable wrench" : `about ${holdBack.wrenches.join(" or ")}`;
  return `${holdBack.what} (${sizes})`;
}

function facts(connection: ConnectionState, tables: SheetTables) {
  const { survey } = connection;
  return {
    fixture: tables.fixtures.find((each) => each.fixture === survey.fixture),
    preset:
      tables.presets.find((each) => each.id === survey.preset) ??
      tables.presets.find((each) => each.fixture === survey.fixture),
    line: connection.plan?.plan.parts.find((part) => part.lengthIn !== undefined),
  };
}

type Facts = ReturnType<typeof facts>;

function isWanted(when: string | null, connection: ConnectionState, { fixture, line }: Facts): boolean {
  const { survey } = connection;
  const isOpenedPipe = ["pipe", "stub", "dead-stop"].includes(survey.supply.kind);
  const stopFails = isOpenedPipe || survey.stop.proof === "dead" || survey.stop.proof === "seized";
  switch (when) {
    case null:
      return true;
    case "static-above-80":
      return (survey.staticPsi?.value ?? 0) > HIGHEST_STATIC_PSI;
    case "powered":
      return fixture?.powered === true;
    case "stop-usable":
      return !stopFails;
    case "stop-fails":
      return stopFails;
    case "pipe-cut":
      return survey.supply.kind === "pipe";
    case "stop-renewed":
      return survey.supply.kind === "dead-stop";
    case "mixing":
      return fixture?.mixing === true;
    case "cut":
      return line?.kind === "tube" || line?.kind === "riser";
    case "flexible":
      return line?.kind === "line";
    case "has-checkpoints":
      return connection.checkpoints.length > 0;
    default:
      throw new RangeError(`no condition ${when} for steps`);
  }
}

/** One line for making a joint: hold, turn, how far, with what. */
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

function slots(
  connection: ConnectionState,
  tables: SheetTables,
  { preset, line }: Facts,
): Readonly<Record<string, string>> {
  const { survey } = connection;
  const nameOf = (code: string) => tables.ends.find((end) => end.code === code)?.name ?? code;
  const rules = completeHouseRules(connection.plan?.problem.houseRules ?? survey.houseRules);
  const isHalfBack = survey.stop.kind === "multi-turn" && rules.multiTurnStop === "back-half";
  return {
    static: survey.staticPsi ? `${survey.staticPsi.typed} psi` : "not measured",
    supply: nameOf(survey.supply.end),
    inlet: nameOf(survey.inlet.end),
    parts:
      connection.plan?.plan.parts.map((part) => part.name).join("; ") ||
      "none: the fixture's own hose is the line",
    stop: STOP_WORDS[survey.stop.kind],
    proof: survey.stop.method
      ? PROOF_WORDS[survey.stop.method]
      : survey.fixture === "toilet"
        ? PROOF_WORDS["flushed-and-held"]
        : PROOF_WORDS["fixture-opened"],
    stopState: NO_STOP[survey.supply.kind] ?? `The stop ${BAD_STOP[survey.stop.proof]}`,
    water: survey.water,
    cutPart: line?.name ?? "",
    length: line?.lengthIn === undefined ? "" : `${formatInches(line.lengthIn)} in`,
    multiTurn: isHalfBack ? " and back half a turn" : "",
    order: jointTargets(connection).join(", "),
    checkpoints: connection.checkpoints
      .map(({ letter, label }) => `${letter} ${label.toLowerCase()}`)
      .join("; "),
    purge: preset?.purge ?? "Run until clear",
    exercise: preset?.exercise ?? "Run the fixture through all it does",
    placeBack: preset?.placeBack ?? "Put everything back",
  };
}

function filled(text: string, values: Readonly<Record<string, string>>): string {
  return text.replace(/\{(\w+)\}/g, (_, name: string) => {
    const value = values[name];
    if (value === undefined) throw new RangeError(`no value for {${name}} in "${text}"`);
    return value;
  });
}

function cautionsFor(
  code: string | null,
  connection: ConnectionState,
  tables: SheetTables,
  { fixture }: Facts,
): readonly string[] {
  if (code === null) return [];
  if (code === "hot-if-hot" && connection.survey.water !== "hot") return [];
  if (code === "lifting-if-heavy" && fixture?.heavy !== true) return [];
  const plain = code.replace(/-if-\w+$/, "");
  return tables.cautions.filter((caution) => caution.code === plain).map((caution) => caution.text);
}

/** Bench joints first, then from the wall to the fixture. */
function makingOrder(joints: readonly PlanJoint[]): readonly PlanJoint[] {
  return [...joints].sort(
    (a, b) => Number(a.made === "place") - Number(b.made === "place") || a.number - b.number,
  );
}

/**
 * Steps of a connection in order, each with its figures. Empty while no plan is chosen.
 * Units: minutes. Errors: RangeError when a template names a slot or condition that does not exist (a bug in the table).
 */
export function runSheet(connection: ConnectionState, tables: SheetTables): readonly RunStep[] {
  const { plan } = connection;
  if (plan === null) return [];
  const known = facts(connection, tables);
  const values = slots(connection, tables, known);
  return tables.steps
    .filter((template) => isWanted(template.when, connection, known))
    .flatMap((template): RunStep[] => {
      const stage = tables.stages.find((each) => each.code === template.stage);
      const step = (id: string, joint: PlanJoint | null): RunStep => {
        const doneAt = connection.steps.get(id) ?? null;
        const more =
          joint === null
            ? {}
            : {
                n: String(joint.number),
                makeText: `${joint.made === "bench" ? "on the bench, " : ""}${makeText(joint)}`,
              };
        return {
          id,
          phase: template.phase,
          text: filled(template.text, { ...values, ...more }),
          joint,
          stage: template.stage,
          handsOnMin: template.handsOnMin,
          waitMin: template.waitMin,
          effect: template.effect,
          cautions: cautionsFor(template.caution, connection, tables, known),
          doneAt,
          isDone: stage ? isStageDone(connection, stage) : doneAt !== null,
        };
      };
      if (template.per === "connection") return [step(template.id, null)];
      return makingOrder(plan.plan.joints).map((joint) => step(`${template.id}-${joint.number}`, joint));
    });
}

/** Minutes the water is off from closing the stop to letting it in again, likely hands-on time of the steps between. */
export function waterOffMin(steps: readonly RunStep[]): number {
  const from = steps.findIndex((step) => step.effect === "water-off");
  const to = steps.findIndex((step) => step.id === WATER_IN);
  if (from < 0 || to < from) return 0;
  return steps.slice(from, to + 1).reduce((sum, step) => sum + step.handsOnMin.likely + step.waitMin, 0);
}

/** Likely minutes of all steps, waits included. */
export function totalMin(steps: readonly RunStep[]): number {
  return steps.reduce((sum, step) => sum + step.handsOnMin.likely + step.waitMin, 0);
}
