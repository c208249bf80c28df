/** The steps round the joints of a fixture: each is prepared directly before it is made, flames and cement first, the last joint after a flush. */
import { makeUpRank } from "../joint/index.ts";
import type { Plan, PlanJoint } from "../plan/index.ts";
import type { StepRole } from "./step-role.ts";
import type { StepSubject } from "./step-subject.ts";

/** A joint of one connection, at its place in the order of the whole fixture. */
export interface OrderedJoint {
  readonly connection: string;
  readonly joint: PlanJoint;
  /** The last joint of its connection. */
  readonly isLast: boolean;
}

/** Returns joints in the order they are made; of plans kept before it was derived, bench joints first and then from the wall. */
export function makingOrder({ joints, makeUpOrder }: Plan): readonly PlanJoint[] {
  if (makeUpOrder === undefined)
    return [...joints].sort(
      (a, b) => Number(a.where === "place") - Number(b.where === "place") || a.number - b.number,
    );
  return makeUpOrder.flatMap((number) => joints.filter((joint) => joint.number === number));
}

/**
 * Returns the joints of all connections of a fixture in one order. Each connection keeps its own; between connections what needs
 * heat or cement comes first, and one side is finished before the other is begun.
 */
export function fixtureJoints(
  connections: readonly { readonly id: string; readonly plan: Plan }[],
): readonly OrderedJoint[] {
  const rows = connections.map(({ id, plan }) => {
    const joints = makingOrder(plan);
    return joints.map(
      (joint, at): OrderedJoint => ({ connection: id, joint, isLast: at === joints.length - 1 }),
    );
  });
  const next = rows.map(() => 0);
  const order: OrderedJoint[] = [];
  let side = 0;
  for (;;) {
    const heads = rows.flatMap((row, at) => {
      const head = row[next[at] ?? 0];
      return head === undefined
        ? []
        : [{ at, head, rank: makeUpRank(head.joint.type), isOther: at === side ? 0 : 1 }];
    });
    const [first] = heads.sort((a, b) => a.rank - b.rank || a.isOther - b.isOther || a.at - b.at);
    if (first === undefined) return order;
    order.push(first.head);
    next[first.at] = (next[first.at] ?? 0) + 1;
    side = first.at;
  }
}

const fittingsOf = ({ between }: PlanJoint): readonly string[] =>
  between.flatMap((ref) => /^p\d+/.exec(ref)?.[0] ?? []);

/** Whether two joints are the solder joints of one fitting, side by side in the order: heat for one melts the other. */
function sharesHeat(one: OrderedJoint, other: OrderedJoint): boolean {
  return (
    one.connection === other.connection &&
    one.joint.type === "solder" &&
    other.joint.type === "solder" &&
    one.joint.where === other.joint.where &&
    fittingsOf(one.joint).some((part) => fittingsOf(other.joint).includes(part))
  );
}

/** Returns the joints made in one heat with the one at a place, itself among them, in their order. Source: water, power and hands, 19 (docs/data-sources.md, "Trade practice"). */
export function inOneHeat(order: readonly OrderedJoint[], at: number): readonly OrderedJoint[] {
  const joins = (from: number, to: number) => {
    const [one, other] = [order[from], order[to]];
    return one !== undefined && other !== undefined && sharesHeat(one, other);
  };
  let first = at;
  while (joins(first - 1, first)) first -= 1;
  let last = at;
  while (joins(last, last + 1)) last += 1;
  return order.slice(first, last + 1);
}

/** Returns whether a step follows a flame or cement that is used on the bench only. */
export function isBenchHeat(
  role: StepRole | null,
  sides: readonly { readonly subject: Pick<StepSubject, "plan"> }[],
): boolean {
  const type = role === "set-cement" ? "solvent" : role === "cool" || role === "fire-watch" ? "solder" : null;
  return (
    type !== null &&
    sides.every(({ subject }) =>
      (subject.plan?.plan.joints ?? []).every((joint) => joint.type !== type || joint.where === "bench"),
    )
  );
}

/** Steps whose place is by a joint: not where they stand in the library. */
export const ROUND_A_JOINT: readonly StepRole[] = [
  "make",
  "vent",
  "prepare",
  "start-both",
  "cool",
  "fire-watch",
  "set-cement",
  "flush-first",
];
