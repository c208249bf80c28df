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
