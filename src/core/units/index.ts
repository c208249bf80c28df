export { explainLength, formatInches, parseLength, parseOffset } from "./length.ts";
export { formatCents } from "./money.ts";
export { formatTurn, formatTurns } from "./turns.ts";
