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
export function isAsGood(one: Cost, { faults, joints, priceCents, missing }: Cost): boolean {
  return isNoWorse(one, faults, joints, priceCents, missing);
}

/** As isAsGood, the figures of the second cost apart: the search asks for every link, and makes no cost for it. */
function isNoWorse(one: Cost, faults: number, joints: number, priceCents: number, missing: number): boolean {
  return (
    one.joints <= joints &&
    one.priceCents <= priceCents &&
    one.missing <= missing &&
    (one.faults <= faults || joints - one.joints >= TOO_MANY_JOINTS)
  );
}

/** Keeps only chains that no other one matches or beats in every cost; of equals the first. Rivals are beaten too, and not kept. */
export class ParetoChains {
  #found: readonly { readonly chain: Chain; readonly cost: Cost }[] = [];
  readonly #rivals: readonly Cost[];
  /** Of rivals and of what is found. */
  #costs: readonly Cost[];

  constructor(rivals: readonly Cost[]) {
    this.#rivals = rivals;
    this.#costs = rivals;
  }

  get chains(): readonly Chain[] {
    return this.#found.map(({ chain }) => chain);
  }

  /** True when a chain found already is as good as one of this cost, or better. */
  beats(faults: number, joints: number, priceCents: number, missing: number): boolean {
    for (const cost of this.#costs) if (isNoWorse(cost, faults, joints, priceCents, missing)) return true;
    return false;
  }

  add(chain: Chain): void {
    const cost = costOf(chain);
    if (this.beats(cost.faults, cost.joints, cost.priceCents, cost.missing)) return;
    const undominated = this.#found.filter((each) => !isAsGood(cost, each.cost));
    this.#found = [...undominated, { chain, cost }];
    this.#costs = [...this.#rivals, ...this.#found.map((each) => each.cost)];
  }
}
