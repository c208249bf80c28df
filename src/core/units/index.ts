export {
  type ExactInches,
  explainLength,
  formatInches,
  type LengthFault,
  type LengthReading,
  MM_PER_IN,
  parseLength,
  parseOffset,
} from "./length.ts";
export { formatCents } from "./money.ts";
export { formatTurn, formatTurns } from "./turns.ts";
