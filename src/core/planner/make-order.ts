/**
 * The order joints are made in, from the things themselves: heat before rubber and plastic, what turns before what ties it,
 * swivel nuts last, the nut of a union after both its halves. Source: practice of the trade.
 */
import { type JointType, makeUpRank } from "../joint/index.ts";
import type { Part } from "../part/index.ts";
import type { FixtureFacts } from "../plan/index.ts";
import { type RuledJoint, type SideIndex, spinsWhole } from "./turning.ts";

/** A joint with what turns on it. */
export interface TurnedJoint extends RuledJoint {
  readonly turning: SideIndex | null;
}

/** Joints that are made with a flame, or with a solvent that needs its time. */
const HOT: readonly JointType[] = ["solder", "solvent"];

const partsJoined = ({ sockets }: RuledJoint): readonly number[] =>
  sockets.flatMap(({ part }) => (part === null ? [] : [part]));
const isHot = ({ rule }: RuledJoint) => HOT.includes(rule.type);

/** Parts that heat joins to one body, by part: the least part of the body names it; -1: it is joined to what is fixed. */
function bodiesOf(joints: readonly RuledJoint[]): (part: number) => number {
  const names = new Map<number, number>();
  const nameOf = (part: number): number => names.get(part) ?? part;
  for (let changed = true; changed; ) {
    changed = false;
    for (const joint of joints.filter(isHot)) {
      const parts = partsJoined(joint);
      const isTied = parts.length < 2;
      const least = Math.min(...parts.map(nameOf), ...(isTied ? [-1] : []));
      for (const part of parts) {
        if (nameOf(part) === least) continue;
        names.set(part, least);
        changed = true;
      }
    }
  }
  return nameOf;
}

/** True when the first joint must be made before the second. */
function mustPrecede(
  one: TurnedJoint,
  other: TurnedJoint,
  all: readonly TurnedJoint[],
  bodyOf: (part: number) => number,
): boolean {
  if (one === other) return false;
  const shared = partsJoined(one).filter((part) => partsJoined(other).includes(part));
  // A thread whose two sides heat would tie to the building is screwed in first, the flame kept off.
  const isTiedThread = (joint: TurnedJoint) =>
    joint.turning !== null &&
    spinsWhole(joint, joint.turning) &&
    joint.sockets.every(({ part }) => part === null || bodyOf(part) === -1);
  if (isHot(one) !== isHot(other)) {
    const [hot, cold] = isHot(one) ? [one, other] : [other, one];
    const touches = partsJoined(cold).some((part) =>
      partsJoined(hot).some((heated) => part === heated || bodyOf(part) === bodyOf(heated)),
    );
    if (!touches) return false;
    // What is soldered to the threaded part itself is made before it is screwed in, while it lies free; only the flame that ties it comes after.
    const isFree =
      partsJoined(hot).length > 1 && partsJoined(hot).some((part) => partsJoined(cold).includes(part));
    return isTiedThread(cold) && !isFree ? one === cold : one === hot;
  }
  if (shared.length === 0) return false;
  if (one.isInner !== other.isInner) return other.isInner;
  const turner = one.turning === null ? null : one.sockets[one.turning].part;
  const spinsShared = turner !== null && spinsWhole(one, one.turning) && shared.includes(turner);
  if (!spinsShared) return false;
  const otherTurner = other.turning === null ? null : other.sockets[other.turning].part;
  const bothSpin = otherTurner === turner && spinsWhole(other, other.turning);
  // One part on two threads: first where it meets what is fixed.
  return !bothSpin || one.sockets.some(({ part }) => part === null) || all.indexOf(one) < all.indexOf(other);
}

/** True where a joint can be made up before its parts are in place: not on what is fixed, not on tube that is led there first; pipe is soldered wherever that is easiest. */
function mayBeOnBench(joint: TurnedJoint, all: readonly TurnedJoint[], parts: readonly (Part | undefined)[]) {
  const own = partsJoined(joint);
  if (own.length < 2) return false;
  if (own.some((part) => parts[part]?.cutToLength) && !isHot(joint)) return false;
  // A part that is spun into the wall or the fixture cannot carry its line while it turns.
  return !all.some(
    (other) =>
      !isHot(joint) &&
      other.rule.type === "taper-thread" &&
      partsJoined(other).length < 2 &&
      partsJoined(other).some((part) => own.includes(part)),
  );
}

/** What makes one end of a line harder to reach than the other. */
type Reach = Pick<FixtureFacts, "isFixtureEndFirst">;

/**
 * Returns the rank of each joint: by its kind; where the fixture's end is hard to reach, that end of the last line comes before the line's
 * other end. Source: water, power and hands, 15 (docs/data-sources.md, "Trade practice").
 */
function ranksOf(
  joints: readonly TurnedJoint[],
  onBench: readonly boolean[],
  { isFixtureEndFirst }: Reach,
): readonly number[] {
  return joints.map((joint) => {
    const own = makeUpRank(joint.rule.type);
    const isAtFixture = joint.sockets.some(({ ref }) => ref === "inlet");
    if (!isFixtureEndFirst || !isAtFixture || isHot(joint) || joint.rule.type === "taper-thread") return own;
    const others = joints.flatMap((other, at) =>
      other !== joint && partsJoined(other).some((part) => partsJoined(joint).includes(part))
        ? [{ rank: makeUpRank(other.rule.type), isEarlier: isHot(other) || onBench[at] === true }]
        : [],
    );
    // What is heated or put together on the bench is so before it hangs.
    if (others.some(({ isEarlier }) => isEarlier)) return own;
    return Math.min(own, ...others.map(({ rank }) => rank)) - BEFORE;
  });
}

/** Less than lies between two kinds. */
const BEFORE = 0.5;

/** Joints in the order they are made, and where. */
export interface MakeOrder {
  /** Places of the joints in the list that was handed in. */
  readonly order: readonly number[];
  readonly where: readonly ("bench" | "place")[];
}

/** Returns the order joints are made in and where each is made. `parts` are the plan's, undefined for what no table lists. Errors: none. */
export function makeOrder(
  joints: readonly TurnedJoint[],
  parts: readonly (Part | undefined)[],
  reach: Reach,
): MakeOrder {
  const bodyOf = bodiesOf(joints);
  const before = joints.map((joint) =>
    joints.flatMap((other, at) => (mustPrecede(other, joint, joints, bodyOf) ? [at] : [])),
  );
  const onBench = joints.map((joint) => mayBeOnBench(joint, joints, parts));
  const ranks = ranksOf(joints, onBench, reach);
  const where: ("bench" | "place")[] = joints.map(() => "place");
  const order: number[] = [];
  const partsJoinedAt = (at: number) => (joints[at] === undefined ? [] : partsJoined(joints[at]));
  while (order.length < joints.length) {
    const open = joints.map((_, at) => at).filter((at) => !order.includes(at));
    const free = open.filter((at) => (before[at] ?? []).every((each) => order.includes(each)));
    // What hangs in place already is no longer worked on at the bench, however many joints it hangs by.
    const hung = new Set(order.flatMap((made) => (where[made] === "place" ? partsJoinedAt(made) : [])));
    for (let size = -1; size < hung.size; ) {
      size = hung.size;
      for (const made of order)
        if (partsJoinedAt(made).some((part) => hung.has(part)))
          for (const part of partsJoinedAt(made)) hung.add(part);
    }
    const isInPlace = (at: number) => partsJoinedAt(at).some((part) => hung.has(part));
    const isBench = (at: number) => onBench[at] === true && !isInPlace(at);
    const rank = (at: number) => ranks[at] ?? 0;
    // A circle of threads that tie one another has no right order: the wall's side first.
    const [next] = (free.length > 0 ? free : open).sort(
      (a, b) => rank(a) - rank(b) || Number(isBench(b)) - Number(isBench(a)) || a - b,
    );
    if (next === undefined) break;
    where[next] = isBench(next) ? "bench" : "place";
    order.push(next);
  }
  return { order, where };
}
