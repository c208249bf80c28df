/** What of a connection decides its steps: the fixture it is part of, where its water is shut, how that is proved, what stays. */

import { needsDryPipe } from "../joint/index.ts";
import { failsToClose, type Isolation, isolationsOf } from "../piping/index.ts";
import type { FixtureFacts, PlanJoint, PlanPart } from "../plan/index.ts";
import { makingOrder } from "./makings.ts";
import { type ProofWay, powerOf, proofWayOf } from "./proof-way.ts";
import { type StepSubject, type StepTables, standardsOf } from "./step-subject.ts";

/** Longest line or tube that is stiff enough to bind where one of its nuts is tight before the other is started, inches: the shortest stock lines. */
const SHORT_PIECE_IN = 9;

/** A connection with what follows for its steps. */
export interface ConnectionFacts {
  readonly subject: StepSubject;
  readonly fixture: FixtureFacts | undefined;
  readonly isolation: Isolation;
  readonly proof: ProofWay;
  readonly power: FixtureFacts["power"];
  /** The plan brings a stop of the fixture's own. */
  readonly hasNewStop: boolean;
  /** A stop of its own, new or old, lets the water in; false: the valve above does. */
  readonly hasStopToOpen: boolean;
  /** A line that was there stays: its nut is loosened, and tightened again. */
  readonly hasKeptLine: boolean;
  /** Nothing runs to a fixture afterwards: capped for now, or taken out. */
  readonly isCapped: boolean;
  /** The branch is flushed before its last joint is made. */
  readonly flushesFirst: boolean;
  /** Numbers of the joints that are under pressure before the fixture's own stop is opened. */
  readonly pipeSide: readonly number[];
  /** Joints of short or stiff pieces: both nuts are started before one is tight. */
  readonly stiff: { readonly parts: readonly PlanPart[]; readonly joints: readonly PlanJoint[] };
}

/** Returns whether a part of a plan is or holds a stop on the way to the inlet. */
export const bringsStop = ({ kind, contents, branch }: PlanPart) =>
  branch === "main" &&
  (kind === "stop" || kind === "valve" || contents.includes("stop") || contents.includes("valve"));

/** Returns whether a part of a plan shuts by itself. */
export const isSelfShutting = ({ shutsByItself }: PlanPart): boolean => shutsByItself === true;

/** Returns the parts of a joint by their place in the plan. */
export function partsOfJoint({ between }: PlanJoint): readonly number[] {
  return between.flatMap((ref) => {
    const [, at] = /^p(\d+)\./.exec(ref) ?? [];
    return at === undefined ? [] : [Number(at)];
  });
}

function stiffPieces({ plan }: StepSubject): ConnectionFacts["stiff"] {
  const { parts = [], joints = [] } = plan?.plan ?? {};
  const pieces = parts.flatMap((part, at) => {
    const isStiff =
      part.kind === "riser" ||
      ((part.kind === "line" || part.kind === "tube") && (part.lengthIn ?? Infinity) <= SHORT_PIECE_IN);
    const own = joints.filter(
      (joint) => joint.turns !== null && joint.where === "place" && partsOfJoint(joint).includes(at),
    );
    return isStiff && own.length > 1 ? [{ part, own }] : [];
  });
  return { parts: pieces.map(({ part }) => part), joints: pieces.flatMap(({ own }) => own) };
}

/**
 * Joints that stand under pressure while the fixture's own stop is shut: all of them where there is none. Walked from the pipe: through a
 * stop nothing is reached but the joint that holds the stop.
 */
function pipeSideJoints({ plan }: StepSubject, hasStopToOpen: boolean): readonly number[] {
  const { parts = [], joints = [] } = plan?.plan ?? {};
  if (!hasStopToOpen) return joints.map(({ number }) => number);
  if (!parts.some(bringsStop)) return [];
  const placeOf = (ref: string) => ref.split(".")[0] ?? ref;
  const isStop = (ref: string) => {
    const part = parts[Number(/^p(\d+)\./.exec(ref)?.[1] ?? -1)];
    return part !== undefined && bringsStop(part);
  };
  const reached = new Set(["supply"]);
  const found = new Set<number>();
  for (let before = -1; before < found.size; ) {
    before = found.size;
    for (const { number, between } of joints) {
      const from = between.find((ref) => reached.has(placeOf(ref)));
      if (found.has(number) || from === undefined || isStop(from)) continue;
      found.add(number);
      for (const ref of between) reached.add(placeOf(ref));
    }
  }
  return joints.flatMap(({ number }) => (found.has(number) ? [number] : []));
}

/** True where the branch can be flushed before its last joint is made. */
function canFlushFirst({ plan }: StepSubject): boolean {
  const order = plan === null ? [] : makingOrder(plan.plan);
  const last = order.at(-1);
  return order.length > 1 && last !== undefined && !needsDryPipe(last.type);
}

/** Returns the connections of one fixture with what follows for their steps. All of them are planned. */
export function connectionFacts(
  subjects: readonly StepSubject[],
  { fixtures }: Pick<StepTables, "fixtures">,
): readonly ConnectionFacts[] {
  const isolations = isolationsOf(subjects);
  return subjects.flatMap((subject): ConnectionFacts[] => {
    const isolation = isolations.get(subject.id);
    if (isolation === undefined) return [];
    const { survey, plan } = subject;
    const fixture = fixtures.find((each) => each.fixture === survey.fixture);
    const hasNewStop = plan?.plan.parts.some(bringsStop) === true;
    const hasOldStop =
      !failsToClose(survey.stop.proof) &&
      (survey.supply.kind === "stop-outlet" ||
        survey.supply.kind === "box-valve" ||
        survey.supply.behindValve === "holds");
    const hasStopToOpen = hasNewStop || hasOldStop;
    return [
      {
        subject,
        fixture,
        isolation,
        proof: proofWayOf(survey, fixture, isolation.isOwnStop),
        power: powerOf(survey, fixture),
        hasNewStop,
        hasStopToOpen,
        hasKeptLine: survey.supply.line === "stays" || survey.line?.by === "kept",
        isCapped: survey.phase === "rough-in" || survey.replaces === "take-out",
        flushesFirst:
          hasStopToOpen && standardsOf(subject).flushBeforeLast === "yes" && canFlushFirst(subject),
        pipeSide: pipeSideJoints(subject, hasStopToOpen),
        stiff: stiffPieces(subject),
      },
    ];
  });
}
