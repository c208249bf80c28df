/** The steps of one fixture: the shop's step library (data/steps.csv until it is edited) with the figures of its plans in it. */

import { isStageDone, targetsOf } from "../check/index.ts";
import { needsDryPipe } from "../joint/index.ts";
import type { PlanJoint } from "../plan/index.ts";
import { connectionFacts } from "./connection-facts.ts";
import { moveOf } from "./fixture-move.ts";
import { fixtureJoints, inOneHeat, isBenchHeat, type OrderedJoint, ROUND_A_JOINT } from "./makings.ts";
import { REMAKE_ROLES, type Remake } from "./remake.ts";
import { remakeSlots, remakeTick, remakeValve } from "./remake-steps.ts";
import type { RunStep } from "./run-step.ts";
import { cautionsFor, type SheetSide, textOf, withHeatNote } from "./sheet-words.ts";
import { factsOf, isWanted } from "./step-conditions.ts";
import { STRETCHES, type Stretch, type StretchFacts, stretchOf } from "./step-order.ts";
import type { StepRole } from "./step-role.ts";
import { slotsOf } from "./step-slots.ts";
import type { StepSubject, StepTables } from "./step-subject.ts";
import type { StepTemplate } from "./step-template.ts";
import { tickOf, tickOfAll } from "./tick-of.ts";

/** Steps that are done once for a valve, however many connections it shuts. */
const OF_A_VALVE: readonly (StepRole | null)[] = ["close-upstream", "open-upstream"];
/** Steps that move the fixture. */
const TAKES_TWO: readonly (StepRole | null)[] = ["roll-out", "fixture-out", "fixture-in", "place-back"];
/** What is done before a fixture that spins may run. */
const IN_PLACE: readonly (StepRole | null)[] = ["level", "fasten", "place-back"];

/** Writes the steps of one fixture from the templates of a library. */
class SheetWriter {
  readonly #tables: StepTables;
  readonly #sides: readonly SheetSide[];
  readonly #isSingle: boolean;
  readonly #placing: StretchFacts;
  /** What is led through, joined and slid in before the last joint of what is built in; empty: it stands free. */
  readonly #slide: readonly RunStep[];

  constructor(subjects: readonly StepSubject[], tables: StepTables) {
    this.#tables = tables;
    const connections = connectionFacts(subjects, tables);
    this.#sides = connections.map((each) => ({
      ...each,
      facts: factsOf(each, connections, tables),
      values: slotsOf(each, tables),
    }));
    this.#isSingle = connections.length === 1;
    this.#placing = {
      isCracked: connections.some(({ proof }) => proof === "crack"),
      isBuiltIn: connections.some(({ fixture }) => fixture?.isBuiltIn === true),
    };
    const slide = this.#stepsIn("slide in");
    const isSlid = slide.some(({ role }) => role === "fixture-in");
    this.#slide = isSlid ? [...this.#stepsIn("after making"), ...slide] : [];
  }

  /** The steps in the order they are done. */
  write(): readonly RunStep[] {
    const isAboveToo = this.#isShutAbove();
    const isAllAtOnce = this.#isAllAtOnce();
    const set = this.#stepsIn("set");
    return STRETCHES.flatMap((stretch) => {
      if (stretch === "make up to the branch")
        return [...(isAllAtOnce ? set : []), ...this.#makings("branch")];
      if (stretch === "set") return isAllAtOnce ? [] : set;
      if (stretch === "make") return this.#makings("rest");
      // Written with the joints it stands between.
      if (stretch === "make anew") return this.#remakes();
      if (stretch === "slide in" || (stretch === "after making" && this.#slide.length > 0)) return [];
      if (stretch === "before shutting" || stretch === "prove") return [];
      // What is done before any water comes is done before the first of it: at the branch, where a valve above was shut.
      if (stretch === "before water" && isAboveToo) return [];
      if (stretch === "shut") return this.#ownStopsFirst();
      const steps = this.#stepsIn(stretch === "before the branch" && isAboveToo ? "before water" : stretch);
      if (stretch === "water at the branch") return this.#valveByValve(steps);
      if (stretch === "after") return this.#inPlaceFirst(steps);
      return stretch === "water in" ? this.#sideBySide(steps) : steps;
    });
  }

  /** Whether a valve above is shut for one side at least. */
  #isShutAbove(): boolean {
    return this.#sides.some(({ isolation }) => !isolation.isOwnStop);
  }

  /** Nothing shuts below a valve above: its opening brings water to the fixture itself, and every side is made up by then. */
  #isAllAtOnce(): boolean {
    return this.#sides.some(({ isolation, hasStopToOpen }) => !isolation.isOwnStop && !hasStopToOpen);
  }

  /** A fixture that spins is in its place, level and fast before it runs. */
  #inPlaceFirst(steps: readonly RunStep[]): readonly RunStep[] {
    const isSpun = this.#sides.some(
      ({ subject }) => moveOf(subject.survey.fixture, this.#tables)?.runsInPlace === true,
    );
    const run = steps.findIndex(({ role }) => role === "exercise");
    if (!isSpun || run < 0) return steps;
    const isMoved = ({ role }: RunStep) => IN_PLACE.includes(role);
    const before = steps.slice(0, run);
    const rest = steps.slice(run);
    return [...before, ...rest.filter(isMoved), ...rest.filter((step) => !isMoved(step))];
  }

  /** The steps of a stretch in the order of the library; those round a joint have their place by the joint. */
  #stepsIn(stretch: Stretch): readonly RunStep[] {
    const { steps: library } = this.#tables;
    return library
      .filter(({ role }) => role === null || !ROUND_A_JOINT.includes(role))
      .filter((template) => stretchOf(template, library, this.#placing) === stretch)
      .flatMap((template) => this.#stepsOf(template));
  }

  /**
   * Stops of the fixture's own are shut and proved while water stands on them; then household and heater are seen to, and what is above
   * is shut and proved.
   */
  #ownStopsFirst(): readonly RunStep[] {
    const isOwn = ({ connections }: RunStep) =>
      this.#sides.some(({ subject, isolation }) => isolation.isOwnStop && connections.includes(subject.id));
    const shutting = [...this.#stepsIn("shut"), ...this.#stepsIn("prove")];
    const before = this.#stepsIn("before shutting");
    const isAboveToo = this.#isShutAbove();
    return [
      ...(isAboveToo ? [] : before),
      ...shutting.filter(isOwn),
      ...(isAboveToo ? before : []),
      ...shutting.filter((step) => !isOwn(step)),
    ];
  }

  /** One valve after the other: opened, what it puts under pressure looked at, the branch flushed. */
  #valveByValve(steps: readonly RunStep[]): readonly RunStep[] {
    const zones = [...new Set(this.#sides.map(({ isolation }) => isolation.zone.name))];
    const zoneOf = ({ connections: [first] }: RunStep) =>
      zones.indexOf(this.#sides.find(({ subject }) => subject.id === first)?.isolation.zone.name ?? "");
    return steps.toSorted((one, other) => zoneOf(one) - zoneOf(other));
  }

  /** One side after the other: water in, and at once the look at what is under pressure for the first time. */
  #sideBySide(steps: readonly RunStep[]): readonly RunStep[] {
    const sideOf = ({ connections: [first] }: RunStep) =>
      this.#sides.findIndex(({ subject }) => subject.id === first);
    return steps.toSorted((one, other) => sideOf(one) - sideOf(other));
  }

  /**
   * The makings in the order of the plans; the last of what is built in comes after it is slid in. branch: up to the last joint that keeps a valve above shut, flames and cement with them, for no
   * flame follows water. rest: what is behind stops of the fixture's own; a joint that waits for a flush comes last, behind that.
   */
  #makings(which: "branch" | "rest"): readonly RunStep[] {
    const order = fixtureJoints(
      this.#sides.flatMap(({ subject: { id, plan } }) => (plan === null ? [] : [{ id, plan: plan.plan }])),
    );
    const isAllAtOnce = this.#isAllAtOnce();
    const isBeforeBranch = ({ connection, joint }: OrderedJoint) =>
      isAllAtOnce ||
      this.#sides.some(
        ({ subject, isolation, pipeSide }) =>
          !isolation.isOwnStop &&
          ((subject.id === connection && pipeSide.includes(joint.number)) || needsDryPipe(joint.type)),
      );
    const end = order.findLastIndex(isBeforeBranch) + 1;
    const from = which === "branch" ? 0 : end;
    const until = which === "branch" ? end : order.length;
    const isSlid = this.#slide.length > 0;
    const isFlushedFirst = ({ connection }: OrderedJoint) =>
      which === "rest" &&
      this.#sides.some(({ subject, flushesFirst }) => subject.id === connection && flushesFirst);
    const isHeldBack = (each: OrderedJoint) => each.isLast && (isSlid || isFlushedFirst(each));
    const firstLast = order.findIndex(({ isLast }) => isLast);
    const isSlidHere = isSlid && firstLast >= from && firstLast < until;
    // Each joint at its place in the whole order: what is done once round several joints is written once.
    const makings = (isWantedHere: (joint: OrderedJoint) => boolean) =>
      order.flatMap((each, at) =>
        at >= from && at < until && isWantedHere(each) ? this.#makingOf(order, at) : [],
      );
    const flushes = this.#tables.steps
      .filter(({ role }) => which === "rest" && role === "flush-first")
      .flatMap((template) => this.#stepsOf(template));
    return [
      ...makings((each) => !isHeldBack(each)),
      ...(isSlidHere ? this.#slide : []),
      ...flushes,
      ...makings(isHeldBack),
    ];
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
    const heat = inOneHeat(order, at).map((each) => each.joint);
    const noted = withHeatNote(joint, heat);
    const ofJoint = (template: StepTemplate) => this.#stepsOfJoint(template, side, noted);
    // Every end of a fitting is ready before its one heat.
    const prepared = heat[0]?.number === joint.number ? heat : [];
    const ofFixture = (template: StepTemplate) => this.#stepsOf(template);
    const isLastOf = (type: PlanJoint["type"]) =>
      joint.type === type && order.slice(at + 1).every((each) => each.joint.type !== type);
    const isStiff = ({ connection, joint: { number } }: OrderedJoint) =>
      connection === side.subject.id && side.stiff.joints.some((each) => each.number === number);
    const startsBoth = isStiff(ordered) && !order.slice(0, at).some(isStiff);
    const isFirstFlame =
      joint.type === "solder" &&
      joint.where === "place" &&
      order
        .slice(0, at)
        .every(({ joint: earlier }) => earlier.type !== "solder" || earlier.where === "bench");
    return [
      ...(isFirstFlame ? withRole("vent", ofFixture) : []),
      ...prepared.flatMap((each) =>
        withRole("prepare", (template) => this.#stepsOfJoint(template, side, each)),
      ),
      ...(startsBoth ? withRole("start-both", (template) => this.#written(template, [side], null)) : []),
      ...withRole("make", ofJoint),
      ...(isLastOf("solder") ? [...withRole("cool", ofFixture), ...withRole("fire-watch", ofFixture)] : []),
      ...(isLastOf("solvent") ? withRole("set-cement", ofFixture) : []),
    ];
  }

  #remakes(): readonly RunStep[] {
    const acts = REMAKE_ROLES.flatMap((role) => this.#tables.steps.filter((each) => each.role === role));
    return this.#sides.flatMap((side) =>
      (side.subject.remakes ?? []).flatMap((remake) =>
        acts.flatMap((template) => this.#written(template, [side], null, remake)),
      ),
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

  #written(
    template: StepTemplate,
    sides: readonly SheetSide[],
    joint: PlanJoint | null,
    remake: Remake | null = null,
  ): readonly RunStep[] {
    const stage = this.#tables.stages.find((each) => each.code === template.stage);
    const concerned =
      stage === undefined ? sides : sides.filter(({ subject }) => targetsOf(subject, stage).length > 0);
    const [first] = concerned;
    if (first === undefined) return [];
    const of = joint ?? remake;
    const id = of === null ? template.id : `${template.id}-${of.number}`;
    const isForAll = template.per === "fixture" || concerned.length > 1;
    const tick = tickOfAll(
      concerned.map(({ subject }) =>
        remake === null ? tickOf(template, id, subject) : remakeTick(template.role, remake),
      ),
    );
    return [
      {
        id,
        connection: isForAll && !this.#isSingle ? null : first.subject.id,
        connections: concerned.map(({ subject }) => subject.id),
        phase: template.phase,
        text: textOf(template, concerned, joint, remake === null ? {} : remakeSlots(first, remake)),
        ownWords:
          remake === null
            ? [...new Set(concerned.map(({ isolation }) => isolation.zone.name))]
            : [remakeValve(first, remake).name],
        joint: template.role === "make" ? joint : null,
        atJoint: joint?.number ?? null,
        ...(remake === null ? {} : { ofRemake: remake.number }),
        stage: template.stage,
        handsOnMin: template.handsOnMin,
        waitMin: template.waitMin,
        takesTwo:
          TAKES_TWO.includes(template.role) && concerned.some(({ fixture }) => fixture?.heavy === true),
        isBench:
          template.role === "bench" || joint?.where === "bench" || isBenchHeat(template.role, this.#sides),
        effect: template.effect,
        role: template.role,
        ladder: this.#tables.ladders.find(({ role }) => role === template.role) ?? null,
        cautions: cautionsFor(template.caution, concerned, this.#tables),
        doneAt: tick.at,
        isDone:
          stage === undefined ? tick.isDone : concerned.every(({ subject }) => isStageDone(subject, stage)),
        isTogether: concerned.some(({ subject }) => subject.together.has(id)),
        outdatedAt: tick.outdatedAt,
      },
    ];
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
