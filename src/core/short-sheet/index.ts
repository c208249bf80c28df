export {
  isHoldPoint,
  SHEET_DEPTHS,
  type SheetDepth,
  type ShortLine,
  type ShortLineCode,
  type ShortTap,
  shortLines,
} from "./short-sheet.ts";
