/** Buttons of the acts by which a joint is made anew, by the role of the step. */
export const REMAKE_WORDS: Readonly<Record<string, string>> = {
  "shut-again": "It is shut",
  "let-off-again": "Pressure is let off",
  "water-again": "Water is in again",
};
