/** The rules that acts are held up by. */
import { ORDER_RULES, type OrderRule } from "./order-needs.ts";
import { WATER_NEED_CODES, type WaterNeedCode } from "./standing-shape.ts";

/** What acts need: of the acts before them on their own sheet, and of the water of the whole visit. */
export interface SituationRules {
  readonly order: readonly OrderRule[];
  readonly water: readonly WaterNeedCode[];
}

export const SITUATION_RULES: SituationRules = { order: ORDER_RULES, water: WATER_NEED_CODES };
