export {
  figureOf,
  figureText,
  sentenceIn,
  type TradeUnit,
  tapeFigure,
  tapeText,
  UNIT_FAMILIES,
  type UnitFamily,
  unitName,
  valueFrom,
  valueIn,
} from "./family.ts";
export { explainLength, formatInches, parseLength, parseOffset } from "./length.ts";
export { formatCents } from "./money.ts";
export { formatTurn, formatTurns } from "./turns.ts";
export { F_OF, PSI_OF, parseFigure, typedText, withTypedUnit } from "./typed-figure.ts";
