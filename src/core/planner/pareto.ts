/** The chains found so far that no other one matches or beats. */
import { type Chain, jointsOf } from "./search-task.ts";

/** Keeps only chains that no other one matches or beats in all three costs; of equals the first. */
export class ParetoChains {
  readonly chains: Chain[] = [];

  /** True when a chain found already is as good as this many joints, this price and this many missing parts, or more. */
  beats(joints: number, priceCents: number, missing: number): boolean {
    return this.chains.some(
      (chain) =>
        chain.bill.priceCents <= priceCents &&
        chain.bill.missing.size <= missing &&
        jointsOf(chain.links) <= joints,
    );
  }

  add(chain: Chain): void {
    const [joints, { priceCents, missing }] = [jointsOf(chain.links), chain.bill];
    if (this.beats(joints, priceCents, missing.size)) return;
    const undominated = this.chains.filter(
      (other) =>
        jointsOf(other.links) < joints ||
        other.bill.priceCents < priceCents ||
        other.bill.missing.size < missing.size,
    );
    this.chains.splice(0, this.chains.length, ...undominated, chain);
  }
}
