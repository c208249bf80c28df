/** What a plumber hears when a valve shuts, before and after the work. */

export const HAMMER_SOUNDS = ["none", "dull", "bang", "train"] as const;
/** Nothing; a dull thud; one hard bang; a train of bangs that dies away. From the mildest to the worst. */
export type HammerSound = (typeof HAMMER_SOUNDS)[number];

export const HEARD_OCCASIONS = ["as-found", "after-run"] as const;
/** On the branch as it was found, or after the run of the leak check. */
export type HeardOccasion = (typeof HEARD_OCCASIONS)[number];

export const SOUND_WORDS: Readonly<Record<HammerSound, string>> = {
  none: "nothing heard",
  dull: "a dull thud",
  bang: "one hard bang",
  train: "a train of bangs",
};

export interface HeardHammer {
  readonly occasion: HeardOccasion;
  readonly sound: HammerSound;
}

export interface HeardChange {
  /** Null: nobody listened. */
  readonly before: HammerSound | null;
  readonly after: HammerSound | null;
  /** Null: one of the two is not known. */
  readonly change: "gone" | "less" | "same" | "more" | null;
}

/** What became of the sound, in words. */
export const CHANGE_WORDS: Readonly<Record<NonNullable<HeardChange["change"]>, string>> = {
  gone: "The hammer is gone.",
  less: "Less than before.",
  same: "As before the work.",
  more: "Worse than before the work.",
};

/** Returns what became of the sound; the latest of each occasion counts. */
export function heardChange(heard: readonly HeardHammer[]): HeardChange {
  const latest = (occasion: HeardOccasion) =>
    heard.filter((each) => each.occasion === occasion).at(-1)?.sound ?? null;
  const [before, after] = [latest("as-found"), latest("after-run")];
  if (before === null || after === null) return { before, after, change: null };
  const step = HAMMER_SOUNDS.indexOf(after) - HAMMER_SOUNDS.indexOf(before);
  if (step === 0) return { before, after, change: "same" };
  if (step > 0) return { before, after, change: "more" };
  return { before, after, change: after === "none" ? "gone" : "less" };
}
