/** Which parts a search may use, as rules that apply or give way: each part knows which rules leave it out. */
import type { Part } from "../part/index.ts";
import type { PracticeKey } from "../standard/index.ts";

/** A rule that excludes parts from a search; `code` names the advice shown to the plumber (data/judgements.csv). */
export interface PartFilter {
  readonly code:
    | "not-lead-free"
    | "below-rating"
    | "bore-too-small"
    | "wrong-service"
    | "wrong-pipe-material"
    | "not-for-hot"
    | "pex-not-expandable"
    | "hose-only"
    | "concealed-flexible"
    | "school-washer-hose"
    | "school-arrestor-place"
    | "school-toilet-line"
    | "school-refrigerator-line"
    | "copper-on-galvanised"
    | "no-copper-after-ro"
    | "school-pipe-joint"
    | "no-flexible-line"
    | "wrong-hazard"
    | "school-tube-joint"
    | "school-tank-nut"
    | "school-own-stop"
    | "line-lies-badly"
    | "line-kind";
  readonly excludes: (part: Part) => boolean;
  /** A shop's preference gives way, with a warning, when nothing else joins the two ends. */
  readonly isSoft: boolean;
  /** The standard behind a soft rule. */
  readonly rule?: PracticeKey;
  /** The figure a part fails by, in words; absent: the part's name says enough. */
  readonly figureOf?: (part: Part) => string;
}

/** True for parts a search may use. */
export interface Admits {
  (part: Part): boolean;
  /** The rules that apply, a bit each; absent: not made from rules. */
  readonly active?: number;
}

/** The rules of a job, each with a bit of its own (31 at most). */
export class PartRules {
  readonly rules: readonly PartFilter[];
  readonly #excludedBy = new Map<Part, number>();

  constructor(rules: readonly PartFilter[]) {
    this.rules = rules;
  }

  /** Returns the rules that leave a part out, a bit each. */
  excludedBy(part: Part): number {
    const known = this.#excludedBy.get(part);
    if (known !== undefined) return known;
    const bits = this.rules.reduce((sum, rule, at) => (rule.excludes(part) ? sum | (1 << at) : sum), 0);
    this.#excludedBy.set(part, bits);
    return bits;
  }

  /** Returns the predicate a search takes: true for parts that none of these rules leaves out. */
  by(applied: readonly PartFilter[]): Admits {
    const active = this.rules.reduce((sum, rule, at) => (applied.includes(rule) ? sum | (1 << at) : sum), 0);
    return Object.assign((part: Part) => (this.excludedBy(part) & active) === 0, { active });
  }
}
