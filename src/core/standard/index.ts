export {
  completeStandards,
  DEFAULT_STANDARDS,
  PRACTICES,
  type PracticeKey,
  type PracticeOption,
  type Standards,
} from "./standards.ts";
