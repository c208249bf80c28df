/** The chains found so far that no other one matches or beats. */
import { type Chain, type Cost, jointsOf } from "./search-task.ts";

/** Returns the cost of a chain. */
export function costOf({ links, bill, faults }: Chain): Cost {
  return { faults, joints: jointsOf(links), priceCents: bill.priceCents, missing: bill.missing.size };
}

/** Joints a better kind of part is not worth: each is one more place to leak, and three are a run of adapters for their own sake. */
export const TOO_MANY_JOINTS = 3;

/**
 * Returns true when the first cost is no worse: no dearer, no more joints, nothing more missing, and of no worse kind
 * unless the better kind takes three joints more. Transitive, so that a way is beaten by any that beats one it is beaten by.
 */
export function isAsGood(one: Cost, other: Cost): boolean {
  return (
    (one.faults <= other.faults || other.joints - one.joints >= TOO_MANY_JOINTS) &&
    one.joints <= other.joints &&
    one.priceCents <= other.priceCents &&
    one.missing <= other.missing
  );
}

/** Keeps only chains that no other one matches or beats in every cost; of equals the first. Rivals are beaten too, and not kept. */
export class ParetoChains {
  readonly #found: { readonly chain: Chain; readonly cost: Cost }[] = [];
  readonly #rivals: readonly Cost[];

  constructor(rivals: readonly Cost[]) {
    this.#rivals = rivals;
  }

  get chains(): readonly Chain[] {
    return this.#found.map(({ chain }) => chain);
  }

  /** True when a chain found already is as good as this cost, or better. */
  beats(cost: Cost): boolean {
    return (
      this.#rivals.some((each) => isAsGood(each, cost)) ||
      this.#found.some((each) => isAsGood(each.cost, cost))
    );
  }

  add(chain: Chain): void {
    const cost = costOf(chain);
    if (this.beats(cost)) return;
    const undominated = this.#found.filter((each) => !isAsGood(cost, each.cost));
    this.#found.splice(0, this.#found.length, ...undominated, { chain, cost });
  }
}
