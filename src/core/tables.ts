/** Every reference table the product works with, as one value that is handed in. */
import type { PlannerTables } from "./hookup/index.ts";
import type { EndKnowledge, Instrument } from "./identify/index.ts";
import type { Checkpoint, Stage } from "./leak/index.ts";
import type { Insertion } from "./line/index.ts";
import type { Caution, Preset, StepTemplate } from "./visit/index.ts";

export interface Tables extends PlannerTables, EndKnowledge {
  readonly instruments: readonly Instrument[];
  readonly insertions: readonly Insertion[];
  readonly presets: readonly Preset[];
  readonly checkpoints: readonly Checkpoint[];
  readonly stages: readonly Stage[];
  readonly steps: readonly StepTemplate[];
  readonly cautions: readonly Caution[];
}
