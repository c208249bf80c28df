/** The way water takes through a plan, read from its joints alone: element by element from the supply to the fixture. */
import type { Port } from "../part/index.ts";
import type { Plan, PlanJoint, PlanPart, PortRef } from "../plan/index.ts";

/** A part on the way, with the joint it is entered by. */
export interface Element {
  readonly part: PlanPart;
  readonly into: Port;
  /** Null: the way ends in it, in a cap. */
  readonly out: Port | null;
  readonly joint: PlanJoint;
}

export interface Way {
  readonly elements: readonly Element[];
  /** The joint at the inlet; null: the way ends in a cap, or does not reach the inlet. */
  readonly last: PlanJoint | null;
}

const partIn = (ref: PortRef): number | null => {
  const at = /^p(\d+)\./.exec(ref)?.[1];
  return at === undefined ? null : Number(at);
};
const portIn = (ref: PortRef): string => ref.slice(ref.indexOf(".") + 1);

/** Follows the joints from one end; of several ways through a part the one that reaches the inlet, else the longest. */
function follow(plan: Pick<Plan, "parts" | "joints">, from: PortRef, seen: ReadonlySet<number>): Way {
  const joint = plan.joints.find(({ between, number }) => between.includes(from) && !seen.has(number));
  if (joint === undefined) return { elements: [], last: null };
  const to = joint.between.find((ref) => ref !== from) ?? from;
  if (to === "inlet") return { elements: [], last: joint };
  const at = partIn(to);
  const part = at === null ? undefined : plan.parts[at];
  const into = part?.ports.find(({ id }) => id === portIn(to));
  if (part === undefined || into === undefined) return { elements: [], last: null };
  const passed = new Set([...seen, joint.number]);
  const others = part.ports.filter(({ id }) => id !== into.id);
  const ways = others.map((out): Way => {
    const { elements, last } = follow(plan, `p${at ?? 0}.${out.id}`, passed);
    return { elements: [{ part, into, out, joint }, ...elements], last };
  });
  return (
    ways.find(({ last }) => last !== null) ??
    ways.toSorted((one, other) => other.elements.length - one.elements.length)[0] ?? {
      elements: [{ part, into, out: null, joint }],
      last: null,
    }
  );
}

/** Returns the way from the supply to the inlet. Errors: none; a plan whose joints lead nowhere gives what they reach. */
export function wayOf(plan: Pick<Plan, "parts" | "joints">): Way {
  return follow(plan, "supply", new Set());
}
