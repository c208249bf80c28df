/** Long computation in steps: each step yields the share done, so that whoever runs it can show progress, breathe or stop. */

export type Work<T> = Generator<number, T, void>;

/** Runs work to its end in one go. */
export function finish<T>(work: Work<T>): T {
  for (;;) {
    const step = work.next();
    if (step.done) return step.value;
  }
}

/** Work as a part of more work: its shares are laid between two shares of the whole. */
export function* within<T>(work: Work<T>, from: number, to: number): Work<T> {
  for (;;) {
    const step = work.next();
    if (step.done) return step.value;
    yield from + (to - from) * step.value;
  }
}

export interface Breathing {
  /** Longest work between two breaths, in the clock's milliseconds. */
  readonly breathMs: number;
  readonly now: () => number;
  /** Lets others have a turn; told the share done. Throws to stop the work. */
  readonly breathe: (share: number) => Promise<void>;
}

/** Runs work with breaths in between, so that whoever else waits for this thread is heard. */
export async function inBreaths<T>(work: Work<T>, { breathMs, now, breathe }: Breathing): Promise<T> {
  let since = now();
  for (;;) {
    const step = work.next();
    if (step.done) return step.value;
    if (now() - since < breathMs) continue;
    await breathe(step.value);
    since = now();
  }
}
