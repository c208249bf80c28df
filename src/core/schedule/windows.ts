/**
 * Windows in which blocks may begin so that a schedule ends by a length, narrowed until no schedule is left or nothing follows any more.
 * All times are whole steps of the network's grid, so that nothing is rounded.
 * Source: disjunctive pairs as in Carlier and Pinson (1989); energetic reasoning as in Baptiste, Le Pape and Nuijten (1999);
 * shaving as in Martin and Shmoys (1996).
 */
import { type Network, stretchesOf } from "./network.ts";

/** Rounds of narrowing before what is known then is taken: windows are right after every round. */
const MOST_ROUNDS = 40;
/** Shares of a window that are tried at either end of it: half, a quarter, an eighth. */
const SHAVED_SHARES = [2, 4, 8] as const;

/** A block must begin so many steps after another one. */
interface StepLag {
  readonly from: number;
  readonly to: number;
  readonly steps: number;
}

export class Windows {
  readonly #hands: 1 | 2;
  readonly #lags: readonly StepLag[];
  /** Of each stretch in which hands are busy: its block, its begin and end from the block's start, its pairs of hands. */
  readonly #block: Int32Array;
  readonly #begin: Int32Array;
  readonly #end: Int32Array;
  readonly #taken: Int32Array;
  /** Pairs of stretches of which both cannot be done at once. */
  readonly #pairs: readonly (readonly [one: number, other: number])[];
  readonly #heads: Int32Array;
  readonly #tails: Int32Array;
  readonly #early: Int32Array;
  readonly #late: Int32Array;
  #slope = new Int32Array(0);
  #length = 0;
  #hasChanged = false;
  /** How often windows were narrowed. */
  narrowings = 0;

  constructor(network: Network, hands: 1 | 2, grid: number) {
    const steps = (minutes: number) => Math.round(minutes / grid);
    const stretches = stretchesOf(network);
    this.#hands = hands;
    this.#block = Int32Array.from(stretches, ({ at }) => at);
    this.#begin = Int32Array.from(stretches, ({ fromMin }) => steps(fromMin));
    this.#end = Int32Array.from(stretches, ({ toMin }) => steps(toMin));
    this.#taken = Int32Array.from(stretches, (each) => each.hands);
    this.#heads = Int32Array.from(network.heads, steps);
    this.#tails = Int32Array.from(network.tails, steps);
    this.#lags = network.before.flatMap((lags, to) =>
      lags.map((lag) => ({ from: lag.at, to, steps: steps(lag.fromStartMin) })),
    );
    this.#pairs = stretches.flatMap((one, k) =>
      stretches.flatMap((other, place) =>
        place > k && other.at !== one.at && one.hands + other.hands > hands ? [[k, place] as const] : [],
      ),
    );
    this.#early = new Int32Array(network.blocks.length);
    this.#late = new Int32Array(network.blocks.length);
  }

  /** Returns true where no schedule ends by so many steps. Parts of windows are tried too until `mostNarrowings` are used up; 0: none is. */
  isRefuted(length: number, mostNarrowings: number): boolean {
    this.#length = length;
    this.#slope = new Int32Array(length + 2);
    this.#early.set(this.#heads);
    this.#late.set(this.#tails.map((tail) => length - tail));
    return this.#isEmpty() || this.#isShavedEmpty(mostNarrowings);
  }

  /** A part at the end of a window in which a block cannot begin is cut off, as long as anything is. True: no schedule is left. */
  #isShavedEmpty(mostNarrowings: number): boolean {
    for (let hasCut = true; hasCut; ) {
      hasCut = false;
      for (let at = 0; at < this.#early.length; at += 1)
        for (const share of SHAVED_SHARES)
          for (const isEarlyEnd of [true, false])
            while (this.narrowings < mostNarrowings && this.#cutsOff(at, share, isEarlyEnd)) {
              hasCut = true;
              if (this.#isEmpty()) return true;
            }
    }
    return false;
  }

  /** Cuts a share of a block's window off at one end where no schedule begins the block there. */
  #cutsOff(at: number, share: number, isEarlyEnd: boolean): boolean {
    const width = (this.#late[at] ?? 0) - (this.#early[at] ?? 0);
    if (width <= 0) return false;
    const cut = Math.max(1, Math.floor(width / share));
    const early = this.#early.slice();
    const late = this.#late.slice();
    if (isEarlyEnd) this.#late[at] = (early[at] ?? 0) + cut - 1;
    else this.#early[at] = (late[at] ?? 0) - cut + 1;
    const isImpossible = this.#isEmpty();
    this.#early.set(early);
    this.#late.set(late);
    if (!isImpossible) return false;
    if (isEarlyEnd) this.#early[at] = (early[at] ?? 0) + cut;
    else this.#late[at] = (late[at] ?? 0) - cut;
    return true;
  }

  /** Narrows the windows as far as it goes; true: no schedule fits into them. */
  #isEmpty(): boolean {
    this.narrowings += 1;
    for (const [at, start] of this.#early.entries()) if (start > (this.#late[at] ?? 0)) return true;
    for (let round = 0; round < MOST_ROUNDS; round += 1) {
      this.#hasChanged = false;
      for (const { from, to, steps } of this.#lags) if (!this.#begins(from, to, steps)) return true;
      for (const [one, other] of this.#pairs) if (!this.#isOrdered(one, other)) return true;
      if (!this.#hasChanged) break;
    }
    return this.#isOverfull();
  }

  /** One block begins so many steps after another; false: a window is empty. */
  #begins(first: number, second: number, steps: number): boolean {
    const earliest = (this.#early[first] ?? 0) + steps;
    if (earliest > (this.#early[second] ?? 0)) {
      this.#early[second] = earliest;
      this.#hasChanged = true;
      if (earliest > (this.#late[second] ?? 0)) return false;
    }
    const latest = (this.#late[second] ?? 0) - steps;
    if (latest < (this.#late[first] ?? 0)) {
      this.#late[first] = latest;
      this.#hasChanged = true;
      if (latest < (this.#early[first] ?? 0)) return false;
    }
    return true;
  }

  /** Of two stretches of which one must come first, the only one that can does; false: neither can. */
  #isOrdered(one: number, other: number): boolean {
    const oneFirst = this.#canPrecede(one, other);
    const otherFirst = this.#canPrecede(other, one);
    if (oneFirst && otherFirst) return true;
    if (!oneFirst && !otherFirst) return false;
    const first = oneFirst ? one : other;
    const second = oneFirst ? other : one;
    const steps = (this.#end[first] ?? 0) - (this.#begin[second] ?? 0);
    return this.#begins(this.#block[first] ?? 0, this.#block[second] ?? 0, steps);
  }

  #canPrecede(first: number, second: number): boolean {
    const done = (this.#early[this.#block[first] ?? 0] ?? 0) + (this.#end[first] ?? 0);
    return done <= (this.#late[this.#block[second] ?? 0] ?? 0) + (this.#begin[second] ?? 0);
  }

  /**
   * More work must lie between two moments than the hands can do there. From a moment on each stretch must do, by a later moment, what
   * it cannot do before the one and after the other: nothing up to its latest begin, then more with every step.
   */
  #isOverfull(): boolean {
    const slope = this.#slope;
    const tried = new Set<number>();
    for (let k = 0; k < this.#block.length; k += 1) {
      const from = (this.#early[this.#block[k] ?? 0] ?? 0) + (this.#begin[k] ?? 0);
      if (tried.has(from)) continue;
      tried.add(from);
      slope.fill(0, from);
      for (let other = 0; other < this.#block.length; other += 1) {
        const at = this.#block[other] ?? 0;
        const begin = this.#begin[other] ?? 0;
        const end = this.#end[other] ?? 0;
        const taken = this.#taken[other] ?? 0;
        const due = Math.min(end - begin, (this.#early[at] ?? 0) + end - from);
        const grows = Math.max((this.#late[at] ?? 0) + begin, from);
        if (due <= 0 || grows >= this.#length) continue;
        slope[grows] = (slope[grows] ?? 0) + taken;
        const full = Math.min(grows + due, this.#length);
        slope[full] = (slope[full] ?? 0) - taken;
      }
      let work = 0;
      let growth = 0;
      for (let until = from; until < this.#length; until += 1) {
        growth += slope[until] ?? 0;
        work += growth;
        if (work > this.#hands * (until + 1 - from)) return true;
      }
    }
    return false;
  }
}
