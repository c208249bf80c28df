/** Waits that run now: from steps ticked a little while ago, and those started by hand. Pure. */
import type { RunStep } from "../../core/step/index.ts";

export interface Wait {
  readonly id: string;
  readonly label: string;
  readonly text: string;
  /** Milliseconds of the epoch. */
  readonly endsAt: number;
}

/** A wait that ended this long ago is not told any more, ms. */
const OLD_MS = 10 * 60_000;

/** Waits of ticked steps that are not long over, soonest end first. */
export function waitsOf(
  sheets: readonly { readonly id: string; readonly label: string; readonly steps: readonly RunStep[] }[],
  now: number,
): readonly Wait[] {
  return sheets
    .flatMap(({ id, label, steps }) =>
      steps.flatMap((step): Wait[] => {
        if (step.doneAt === null || step.waitMin === 0 || step.stage !== null) return [];
        const endsAt = Date.parse(step.doneAt) + step.waitMin * 60_000;
        return endsAt < now - OLD_MS ? [] : [{ id: `${id}/${step.id}`, label, text: step.text, endsAt }];
      }),
    )
    .toSorted((a, b) => a.endsAt - b.endsAt);
}

/** Time left as 4:05; "over" once it is. */
export function leftInWords(endsAt: number, now: number): string {
  const seconds = Math.ceil((endsAt - now) / 1000);
  if (seconds <= 0) return "over";
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, "0")}`;
}
