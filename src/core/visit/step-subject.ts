/** What run sheets and schedules read of a connection and of the tables. */
import type { End } from "../ends/index.ts";
import type { FixtureFacts, HookupProblem, Plan } from "../hookup/index.ts";
import type { Stage } from "../leak/index.ts";
import type { CheckSubject } from "./check-state.ts";
import type { Preset } from "./preset.ts";
import type { Survey } from "./survey.ts";
import type { Caution, StepTemplate } from "./template.ts";

export interface StepSubject extends CheckSubject {
  readonly survey: Survey;
  readonly plan: { readonly plan: Plan; readonly request: HookupProblem; readonly chosenAt: string } | null;
  /** Time each step was ticked, by step id. */
  readonly steps: ReadonlyMap<string, string>;
}

export interface SheetTables {
  readonly ends: readonly End[];
  readonly fixtures: readonly FixtureFacts[];
  readonly presets: readonly Preset[];
  readonly stages: readonly Stage[];
  readonly steps: readonly StepTemplate[];
  readonly cautions: readonly Caution[];
}
