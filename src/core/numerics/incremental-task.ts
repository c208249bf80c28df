/** Long computation in steps: each step yields the share done, so that whoever runs it can show progress, breathe or stop. */

export type IncrementalTask<T> = Generator<number, T, void>;

/** Runs work to its end in one go. */
export function runToEnd<T>(task: IncrementalTask<T>): T {
  for (;;) {
    const step = task.next();
    if (step.done) return step.value;
  }
}

/** Returns the work as a part of more work: its shares are laid between two shares of the whole. */
export function* subRange<T>(task: IncrementalTask<T>, from: number, to: number): IncrementalTask<T> {
  for (;;) {
    const step = task.next();
    if (step.done) return step.value;
    yield from + (to - from) * step.value;
  }
}

export interface CooperativeOptions {
  /** Longest work between two breaths, in the clock's milliseconds. */
  readonly sliceMs: number;
  readonly now: () => number;
  /** Lets others have a turn; told the share done. Throws to stop the work. */
  readonly yieldControl: (share: number) => Promise<void>;
}

/** Runs work with breaths in between, so that whoever else waits for this thread is heard. */
export async function runCooperatively<T>(
  task: IncrementalTask<T>,
  { sliceMs: breathMs, now, yieldControl: breathe }: CooperativeOptions,
): Promise<T> {
  let since = now();
  for (;;) {
    const step = task.next();
    if (step.done) return step.value;
    if (now() - since < breathMs) continue;
    await breathe(step.value);
    since = now();
  }
}
