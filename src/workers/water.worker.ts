/** The hammer of a branch behind a worker. No logic of its own. */
import { cures, type Hammer, type HammerBranch, hammer } from "../core/hammer/index.ts";
import { type IncrementalTask, subRange } from "../core/numerics/index.ts";
import { serve } from "./serve.ts";

interface BangTask {
  readonly bare: HammerBranch;
  /** The same with a device; null: none is tried. */
  readonly held: HammerBranch | null;
}

export interface Bangs {
  readonly bare: Hammer;
  readonly held: Hammer | null;
}

function* bangs({ bare, held }: BangTask): IncrementalTask<Bangs> {
  return {
    bare: yield* subRange(hammer(bare), 0, 0.5),
    held: held && (yield* subRange(hammer(held), 0.5, 1)),
  };
}

const works = {
  /** For every step of a slider. */
  bangs,
  /** For when the sliders rest. */
  cures,
};
export type WaterWorks = typeof works;

serve(works);
