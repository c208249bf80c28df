export { connectionFacts } from "./connection-facts.ts";
export { usualProofMethod } from "./proof-way.ts";
export { isRemakeRole, type Remake, remakeUnderWay } from "./remake.ts";
export { remakeValve } from "./remake-steps.ts";
export { runSheet } from "./run-sheet.ts";
export { codeOf, minutesOf, type RunStep, ticksLeftBehind, waitsWithNext, waterOffMin } from "./run-step.ts";
export { LIBRARY_WORDS, libraryFaults, missingRoles } from "./step-library.ts";
export {
  firstRoleOf,
  roleBroughtForward,
  STEP_ROLES,
  type StepRole,
  stepBroughtForward,
  templateIdOf,
} from "./step-role.ts";
export { holdBackInWords, sealantInWords } from "./step-slots.ts";
export type { StepSubject, StepTables } from "./step-subject.ts";
export { type Caution, type Ladder, STEP_PHASES, type StepTemplate } from "./step-template.ts";
