/** The steps of one fixture: the shop's step library (data/steps.csv until it is edited) with the figures of its plans in it. */

import { isStageDone, type StageCode, targetsOf } from "../check/index.ts";
import type { PlanJoint } from "../plan/index.ts";
import { type ConnectionFacts, connectionFacts } from "./connection-facts.ts";
import { fixtureJoints, type OrderedJoint, ROUND_A_JOINT } from "./makings.ts";
import { factsOf, isWanted } from "./step-conditions.ts";
import { STRETCHES, stretchOf } from "./step-order.ts";
import type { StepRole } from "./step-role.ts";
import { filled, jointSlots, slotsIn, slotsOf } from "./step-slots.ts";
import type { StepSubject, StepTables } from "./step-subject.ts";
import type { Ladder, StepTemplate } from "./step-template.ts";

export interface RunStep {
  readonly id: string;
  /** Connection the step is of; null: the whole fixture's, done once. */
  readonly connection: string | null;
  /** All connections the step is done for. */
  readonly connections: readonly string[];
  readonly phase: StepTemplate["phase"];
  readonly text: string;
  /** Names in the text that a person gave, of valves: nobody rewrites them. */
  readonly ownWords: readonly string[];
  /** Joint the step makes, or null. */
  readonly joint: PlanJoint | null;
  /** Number of the joint the step makes or prepares, or null. */
  readonly atJoint: number | null;
  /** Stage of the leak check it stands for: not ticked by hand. */
  readonly stage: StageCode | null;
  readonly handsOnMin: StepTemplate["handsOnMin"];
  readonly waitMin: number;
  /** Two people do it together. */
  readonly takesTwo: boolean;
  /** It needs no water off and may come first. */
  readonly isBench: boolean;
  readonly effect: StepTemplate["effect"];
  readonly role: StepRole | null;
  readonly cautions: readonly string[];
  /** What to try when something sits fast, and when to stop; null: nothing does here. */
  readonly ladder: Ladder | null;
  /** When it was ticked, UTC; for a stage, whether it is done. */
  readonly doneAt: string | null;
  readonly isDone: boolean;
  /** When it was ticked for an earlier hookup or an earlier valve, UTC: the tick no longer holds. Null: it was not. */
  readonly outdatedAt: string | null;
}

/** A step that tells of these is done afresh when another plan is chosen. */
const PLAN_SLOTS: ReadonlySet<string> = new Set([
  "parts",
  "cutPart",
  "cutOut",
  "bends",
  "length",
  "stiffParts",
  "caps",
]);

/** Steps that are done once for a valve, however many connections it shuts. */
const OF_A_VALVE: readonly (StepRole | null)[] = ["close-upstream", "open-upstream"];

/** Steps that move the fixture: two people where it is heavy. */
const TAKES_TWO: readonly (StepRole | null)[] = ["roll-out", "place-back"];

const SIDE_WORDS = { hot: "Hot side", cold: "Cold side" } as const;

interface SheetSide extends ConnectionFacts {
  readonly facts: ReadonlySet<string>;
  readonly values: Readonly<Record<string, string>>;
}

function cautionsFor(
  code: string | null,
  sides: readonly SheetSide[],
  { cautions }: Pick<StepTables, "cautions">,
): readonly string[] {
  const holds = (fact: string) => sides.some(({ facts }) => facts.has(fact));
  if (code === null) return [];
  if (code === "hot-if-hot" && !holds("water=hot")) return [];
  if (code === "lifting-if-heavy" && !holds("heavy")) return [];
  const plain = code.replace(/-if-\w+$/, "");
  return cautions.filter((caution) => caution.code === plain).map(({ text }) => text);
}

/** The words of a step for all its sides: once where they agree, else side by side. */
function textOf(template: StepTemplate, sides: readonly SheetSide[], joint: PlanJoint | null): string {
  const texts = sides.map((side) => ({
    side,
    text: filled(template.text, { ...side.values, ...(joint === null ? {} : jointSlots(joint)) }),
  }));
  const different = [...new Set(texts.map(({ text }) => text))];
  if (different.length < 2) return different[0] ?? "";
  return texts.map(({ side, text }) => `${SIDE_WORDS[side.subject.survey.water]}: ${text}`).join(" ");
}

/** Writes the steps of one fixture from the templates of a library. */
class SheetWriter {
  readonly #tables: StepTables;
  readonly #sides: readonly SheetSide[];
  readonly #isSingle: boolean;

  constructor(subjects: readonly StepSubject[], tables: StepTables) {
    this.#tables = tables;
    const connections = connectionFacts(subjects, tables);
    this.#sides = connections.map((each) => ({
      ...each,
      facts: factsOf(each, connections),
      values: slotsOf(each, tables),
    }));
    this.#isSingle = connections.length === 1;
  }

  /** The steps in the order they are done. */
  write(): readonly RunStep[] {
    const { steps: library } = this.#tables;
    const placing = {
      isCracked: this.#sides.some(({ proof }) => proof === "crack"),
      isBuiltIn: this.#sides.some(({ fixture }) => fixture?.isBuiltIn === true),
    };
    const isByJoint = ({ role }: StepTemplate) => role !== null && ROUND_A_JOINT.includes(role);
    return STRETCHES.flatMap((stretch) => {
      const templates = library.filter(
        (template) => !isByJoint(template) && stretchOf(template, library, placing) === stretch,
      );
      if (stretch === "make") return this.#makings();
      if (stretch === "water at the branch" && this.#flushesFirst()) return [];
      return templates.flatMap((template) => this.#stepsOf(template));
    });
  }

  #flushesFirst(): boolean {
    return this.#sides.some(({ flushesFirst }) => flushesFirst);
  }

  /** Water to the branch before the last joint is made, where the standard says so. */
  #waterAtBranch(): readonly RunStep[] {
    const { steps: library } = this.#tables;
    return (["open-upstream", "look-pipe-side", "flush-first"] as const).flatMap((role) =>
      library.filter((each) => each.role === role).flatMap((template) => this.#stepsOf(template)),
    );
  }

  #makings(): readonly RunStep[] {
    const order = fixtureJoints(
      this.#sides.flatMap(({ subject: { id, plan } }) => (plan === null ? [] : [{ id, plan: plan.plan }])),
    );
    if (!this.#flushesFirst()) return order.flatMap((_, at) => this.#makingOf(order, at));
    const isHeldBack = ({ connection, isLast }: OrderedJoint) =>
      isLast && this.#sides.some(({ subject, flushesFirst }) => subject.id === connection && flushesFirst);
    // Each joint at its place in the whole order: what is done once round several joints is written once.
    const makings = (isWantedHere: (joint: OrderedJoint) => boolean) =>
      order.flatMap((each, at) => (isWantedHere(each) ? this.#makingOf(order, at) : []));
    return [...makings((each) => !isHeldBack(each)), ...this.#waterAtBranch(), ...makings(isHeldBack)];
  }

  /** The steps round one joint: its preparing, its making, what then cools, sets or is watched. */
  #makingOf(order: readonly OrderedJoint[], at: number): readonly RunStep[] {
    const ordered = order[at];
    const side = this.#sides.find(({ subject }) => subject.id === ordered?.connection);
    if (ordered === undefined || side === undefined) return [];
    const { joint } = ordered;
    const { steps: library } = this.#tables;
    const withRole = (role: StepRole, write: (template: StepTemplate) => readonly RunStep[]) =>
      library.filter((template) => template.role === role).flatMap(write);
    const ofJoint = (template: StepTemplate) => this.#stepsOfJoint(template, side, joint);
    const ofFixture = (template: StepTemplate) => this.#stepsOf(template);
    const isLastOf = (type: PlanJoint["type"]) =>
      joint.type === type && order.slice(at + 1).every((each) => each.joint.type !== type);
    const isStiff = ({ connection, joint: { number } }: OrderedJoint) =>
      connection === side.subject.id && side.stiff.joints.some((each) => each.number === number);
    const startsBoth = isStiff(ordered) && !order.slice(0, at).some(isStiff);
    return [
      ...withRole("prepare", ofJoint),
      ...(startsBoth ? withRole("start-both", (template) => this.#written(template, [side], null)) : []),
      ...withRole("make", ofJoint),
      ...(isLastOf("solder") ? [...withRole("cool", ofFixture), ...withRole("fire-watch", ofFixture)] : []),
      ...(isLastOf("solvent") ? withRole("set-cement", ofFixture) : []),
    ];
  }

  /** True for what follows a flame or cement that was used on the bench only. */
  #isBenchHeat({ role }: StepTemplate): boolean {
    const type =
      role === "set-cement" ? "solvent" : role === "cool" || role === "fire-watch" ? "solder" : null;
    return (
      type !== null &&
      this.#sides.every(({ subject }) =>
        (subject.plan?.plan.joints ?? []).every((joint) => joint.type !== type || joint.where === "bench"),
      )
    );
  }

  /** The steps of a template: one for the fixture, or one for each connection or joint it is wanted for. */
  #stepsOf(template: StepTemplate): readonly RunStep[] {
    if (template.per === "joint")
      return this.#sides.flatMap((side) =>
        (side.subject.plan?.plan.joints ?? []).flatMap((joint) => this.#stepsOfJoint(template, side, joint)),
      );
    const wanted = this.#sides.filter(({ facts }) => isWanted(template.when, facts, null));
    if (template.per === "fixture") return this.#written(template, wanted, null);
    const zones = [...new Set(wanted.map(({ isolation }) => isolation.zone.name))];
    const groups = OF_A_VALVE.includes(template.role)
      ? zones.map((zone) => wanted.filter(({ isolation }) => isolation.zone.name === zone))
      : wanted.map((side) => [side]);
    return groups.flatMap((sides) => this.#written(template, sides, null));
  }

  #stepsOfJoint(template: StepTemplate, side: SheetSide, joint: PlanJoint): readonly RunStep[] {
    return isWanted(template.when, side.facts, joint) ? this.#written(template, [side], joint) : [];
  }

  #written(template: StepTemplate, sides: readonly SheetSide[], joint: PlanJoint | null): readonly RunStep[] {
    const stage = this.#tables.stages.find((each) => each.code === template.stage);
    const concerned =
      stage === undefined ? sides : sides.filter(({ subject }) => targetsOf(subject, stage).length > 0);
    const [first] = concerned;
    if (first === undefined) return [];
    const id = joint === null ? template.id : `${template.id}-${joint.number}`;
    const isForAll = template.per === "fixture" || concerned.length > 1;
    const ticks = concerned.map(({ subject }) => this.#tickOf(template, id, subject));
    const isTicked = ticks.every(({ isDone }) => isDone);
    const doneAt =
      ticks
        .map(({ at }) => at ?? "")
        .toSorted()
        .at(-1) ?? "";
    return [
      {
        id,
        connection: isForAll && !this.#isSingle ? null : first.subject.id,
        connections: concerned.map(({ subject }) => subject.id),
        phase: template.phase,
        text: textOf(template, concerned, joint),
        ownWords: [...new Set(concerned.map(({ isolation }) => isolation.zone.name))],
        joint: template.role === "make" ? joint : null,
        atJoint: joint?.number ?? null,
        stage: template.stage,
        handsOnMin: template.handsOnMin,
        waitMin: template.waitMin,
        takesTwo:
          TAKES_TWO.includes(template.role) && concerned.some(({ fixture }) => fixture?.heavy === true),
        isBench: template.role === "bench" || joint?.where === "bench" || this.#isBenchHeat(template),
        effect: template.effect,
        role: template.role,
        ladder: this.#tables.ladders.find(({ role }) => role === template.role) ?? null,
        cautions: cautionsFor(template.caution, concerned, this.#tables),
        doneAt: isTicked ? doneAt : null,
        isDone:
          stage === undefined ? isTicked : concerned.every(({ subject }) => isStageDone(subject, stage)),
        outdatedAt: ticks.find(({ outdatedAt }) => outdatedAt !== null)?.outdatedAt ?? null,
      },
    ];
  }

  #tickOf(
    template: StepTemplate,
    id: string,
    { steps, plan, stopFailedAt }: StepSubject,
  ): Pick<RunStep, "isDone" | "outdatedAt"> & { readonly at: string | null } {
    const at = steps.get(id) ?? null;
    const isOfOldPlan =
      at !== null &&
      plan !== null &&
      at < plan.chosenAt &&
      slotsIn(template.text).some((name) => PLAN_SLOTS.has(name));
    const isOldProof = at !== null && stopFailedAt !== null && at < stopFailedAt && template.role === "prove";
    const isOutdated = isOfOldPlan || isOldProof;
    return {
      at: isOutdated ? null : at,
      isDone: at !== null && !isOutdated,
      outdatedAt: isOutdated ? at : null,
    };
  }
}

/**
 * Returns the steps of one fixture in order, each with its figures. `connections` are the fixture's; those without a plan are left out,
 * and without any plan there are no steps.
 * Units: minutes. Errors: RangeError when a template names a slot or condition that does not exist (a bug in the table).
 */
export function runSheet(connections: readonly StepSubject[], tables: StepTables): readonly RunStep[] {
  const planned = connections.filter(({ plan }) => plan !== null);
  return planned.length === 0 ? [] : new SheetWriter(planned, tables).write();
}

/** Returns the ticks of a fixture whose steps are no longer on its sheet, because what is planned or how the stop stands has changed; the earliest first. */
export function ticksLeftBehind(
  connections: readonly StepSubject[],
  sheet: readonly RunStep[],
): readonly { readonly id: string; readonly at: string }[] {
  const listed = new Set(sheet.flatMap(({ id, connections: own }) => own.map((each) => `${each} ${id}`)));
  const left = connections.flatMap(({ id: connection, steps }) =>
    [...steps].flatMap(([id, at]) => (listed.has(`${connection} ${id}`) ? [] : [{ id, at }])),
  );
  return left
    .filter(({ id, at }, index) => left.findIndex((each) => each.id === id && each.at === at) === index)
    .toSorted((a, b) => (a.at < b.at ? -1 : 1));
}

/** Returns the code of a step: its role, which stays when a shop renames or rewords the step; without a role, its own name. */
export function codeOf({ role, id, atJoint }: RunStep): string {
  if (role === "flush-first") return "flush-branch";
  return role ?? (atJoint === null ? id : id.replace(/-\d+$/, ""));
}

/** Returns the minutes the water is off from closing the stop to letting it in again, likely hands-on time of the steps between. */
export function waterOffMin(steps: readonly RunStep[]): number {
  const from = steps.findIndex((step) => step.effect === "water-off");
  const to = steps.findIndex((step) => step.role === "water-in");
  if (from < 0 || to < from) return 0;
  return totalMin(steps.slice(from, to + 1));
}

/** Returns the likely minutes of all steps, waits included. */
export function totalMin(steps: readonly RunStep[]): number {
  return steps.reduce((sum, step) => sum + step.handsOnMin.likely + step.waitMin, 0);
}
