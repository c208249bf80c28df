/** What run sheets and schedules read of a connection and of the tables. */

import type { CheckSubject, Stage } from "../check/index.ts";
import type { End } from "../end/index.ts";
import type { IsolationSubject } from "../piping/index.ts";
import type { FixtureFacts, Plan, PlanRequest } from "../plan/index.ts";
import { completeStandards, type Standards } from "../standard/index.ts";
import type { Preset, Survey } from "../survey/index.ts";
import type { FixtureMove } from "./fixture-move.ts";
import type { Remake } from "./remake.ts";
import type { Caution, Ladder, StepTemplate } from "./step-template.ts";

/** A connection as a run sheet sees one. */
export interface StepSubject extends CheckSubject, IsolationSubject {
  readonly survey: Survey;
  readonly plan: { readonly plan: Plan; readonly request: PlanRequest; readonly chosenAt: string } | null;
  /** When its stop was last found not to close, UTC: a proof ticked before no longer holds. Null: never. */
  readonly stopFailedAt: string | null;
  /** Time each step was ticked, by step id. */
  readonly steps: ReadonlyMap<string, string>;
  /** Steps that were told together with others by one tap. */
  readonly together: ReadonlySet<string>;
  /** Times that water was shut to make joints anew, the latest last; absent: none. */
  readonly remakes?: readonly Remake[];
}

/** Returns the standards a connection is worked by: those its plan was made by, before a plan those of its survey. */
export function standardsOf({ plan, survey }: Pick<StepSubject, "plan" | "survey">): Standards {
  return completeStandards(plan?.request.houseRules ?? survey.houseRules);
}

export interface StepTables {
  readonly ends: readonly End[];
  readonly fixtures: readonly FixtureFacts[];
  readonly moves: readonly FixtureMove[];
  readonly presets: readonly Preset[];
  readonly stages: readonly Stage[];
  readonly steps: readonly StepTemplate[];
  readonly cautions: readonly Caution[];
  readonly ladders: readonly Ladder[];
}
