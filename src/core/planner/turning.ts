/** Which side of a joint turns and which is held: the nut's side, or the part that is screwed on. Source: practice of the trade. */
import type { End } from "../end/index.ts";
import { isNut, type JointRule, type JointSide } from "../joint/index.ts";
import type { Socket } from "./lay-out.ts";

/** A joint with its two sides and its rule. */
export interface RuledJoint {
  readonly sockets: readonly [Socket, Socket];
  readonly sides: readonly [JointSide, JointSide];
  readonly rule: JointRule;
  /** The joint inside a union: both sides are one part. */
  readonly isInner: boolean;
}

/** A side of a joint: the first, nearer the wall, or the second. */
export type SideIndex = 0 | 1;

const isFixed = ({ part }: Socket) => part === null;

/** A pipe or tube end that a nut and ferrule go over. */
const isPlain = ({ form }: End) => form === "plain" || form === "seat";

/** The fixed side is held and the other turns; null: both are fixed, or neither is. */
function byFixture([a, b]: RuledJoint["sockets"]): SideIndex | null {
  return isFixed(a) === isFixed(b) ? null : isFixed(a) ? 1 : 0;
}

/** A part screwed into what is fixed stays where it is: what goes on it turns. */
function byThreads(joint: RuledJoint, all: readonly RuledJoint[]): SideIndex {
  const isScrewedToFixed = ({ part }: Socket) =>
    all.some(
      ({ rule, sockets }) =>
        rule.type === "taper-thread" &&
        sockets.some((socket) => socket.part === part) &&
        sockets.some(isFixed),
    );
  const [a, b] = joint.sockets;
  return isScrewedToFixed(b) && !isScrewedToFixed(a) ? 0 : 1;
}

/**
 * Returns the side that turns: the one that brings the nut, or the part that is screwed on; null where nothing is turned.
 * What is fixed to the building or the fixture never turns where the other side can.
 */
export function turningSide(joint: RuledJoint, all: readonly RuledJoint[]): SideIndex | null {
  const { rule, sides, sockets, isInner } = joint;
  if (rule.turns === null) return null;
  const [a, b] = [sides[0].end, sides[1].end];
  // The nut of a union is on the far half.
  if (isInner) return 1;
  if (rule.type === "taper-thread") return byFixture(sockets) ?? byThreads(joint, all);
  if (isNut(a) !== isNut(b)) return isNut(a) ? 0 : 1;
  if (rule.type === "ferrule" && isPlain(a) !== isPlain(b)) {
    const plain: SideIndex = isPlain(a) ? 0 : 1;
    // A pipe in the wall takes the nut that comes with the stop.
    return isFixed(sockets[plain]) ? (byFixture(sockets) ?? plain) : plain;
  }
  return byFixture(sockets) ?? 1;
}

/** Returns the side a hand or a wrench holds: what does not turn; of a joint that is not turned, what is fixed. */
export function heldSide(turning: SideIndex | null, sockets: RuledJoint["sockets"]): SideIndex {
  if (turning !== null) return turning === 0 ? 1 : 0;
  return isFixed(sockets[1]) && !isFixed(sockets[0]) ? 1 : 0;
}

/** True where a whole part spins: a thread without a nut. */
export function spinsWhole({ rule, sides }: RuledJoint, turning: SideIndex | null): boolean {
  if (turning === null) return false;
  const { swivel, form } = sides[turning].end;
  return rule.type === "taper-thread" || (form === "thread" && !swivel && rule.type === "flat-gasket");
}
