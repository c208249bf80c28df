export { connectionFacts } from "./connection-facts.ts";
export type { FixtureMove } from "./fixture-move.ts";
export { blockedInWords, blockersOf } from "./order-rules.ts";
export { usualProofMethod } from "./proof-way.ts";
export { runSheet } from "./run-sheet.ts";
export { codeOf, type RunStep, ticksLeftBehind, totalMin, waterOffMin } from "./run-step.ts";
export {
  HOLD_POINTS,
  isHoldPoint,
  minutesOf,
  SHEET_DEPTHS,
  type SheetDepth,
  type ShortLine,
  type ShortLineCode,
  type ShortTap,
  shortLines,
} from "./short-sheet.ts";
export { STEP_FLAGS, STEP_VALUES } from "./step-conditions.ts";
export { libraryFaults, missingRoles } from "./step-library.ts";
export {
  firstRoleOf,
  roleBroughtForward,
  STEP_ROLES,
  type StepRole,
  stepBroughtForward,
  templateIdOf,
} from "./step-role.ts";
export { holdBackInWords, JOINT_SLOTS, STEP_SLOTS, sealantInWords } from "./step-slots.ts";
export type { StepSubject, StepTables } from "./step-subject.ts";
export { type Caution, type Ladder, STEP_PHASES, type StepTemplate } from "./step-template.ts";
