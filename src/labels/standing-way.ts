/** What stands there before anything is bought, in words. */
import type { StandingElement } from "../core/planner/index.ts";
import { quantityText } from "./display.ts";

export const STANDING_WORDS: Readonly<Record<StandingElement["kind"], string>> = {
  pipe: "Pipe before it",
  rise: "Rise",
  stop: "The stop that is there",
};

/** Returns how wide an element is, or how high it rises. */
export function boreInWords(element: StandingElement): string {
  switch (element.kind) {
    case "rise":
      return quantityText(element.riseFt, "ft", 1);
    case "pipe":
      return `${quantityText(element.lengthFt, "ft", 0)} of ${quantityText(element.boreIn, "in", 2)} bore`;
    case "stop": {
      const { low, high } = element.boreIn;
      const bore =
        low === high
          ? quantityText(high, "in", 2)
          : `${quantityText(low, "in", 2)} to ${quantityText(high, "in", 2)}`;
      return element.isTooSmall ? `bore ${bore}: too small` : `bore ${bore}`;
    }
  }
}
