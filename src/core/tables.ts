/** Every reference table the product works with, as one value that is handed in. */

import type { Checkpoint, Stage } from "./check/index.ts";
import type { EndWords } from "./end/index.ts";
import type { EndKnowledge, Instrument } from "./identify/index.ts";
import type { PartWord } from "./part/index.ts";
import type { PlannerTables } from "./planner/index.ts";
import type { Upkeep } from "./site/index.ts";
import type { Caution, Ladder, StepTables, StepTemplate } from "./step/index.ts";
import type { Preset, VisitTemplate } from "./survey/index.ts";

export interface Tables extends PlannerTables, EndKnowledge {
  readonly instruments: readonly Instrument[];
  readonly presets: readonly Preset[];
  readonly checkpoints: readonly Required<Checkpoint>[];
  /** How each fixture is taken out and put in. */
  readonly moves: StepTables["moves"];
  readonly ladders: readonly Ladder[];
  readonly stages: readonly Stage[];
  readonly steps: readonly StepTemplate[];
  readonly cautions: readonly Caution[];
  readonly upkeep: readonly Upkeep[];
  readonly partWords: readonly PartWord[];
  readonly endWords: readonly EndWords[];
  /** Visits that are booked with one press. */
  readonly templates: readonly VisitTemplate[];
}
