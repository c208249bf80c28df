/** One question at a time: only the newest is answered, and the work for earlier ones is told to end. */

export type Asking<A> =
  | { readonly state: "idle" }
  /** `share`: how much of the work is done, 0 to 1; null: the work does not say. */
  | { readonly state: "asking"; readonly share: number | null }
  | { readonly state: "failed"; readonly error: unknown }
  | { readonly state: "answered"; readonly answer: A };

/** What is asked: ends when the signal says so, and may tell its progress. */
export type Work<A> = (signal: AbortSignal, onProgress: (share: number) => void) => Promise<A>;

export const IDLE = { state: "idle" } as const;

/** Returns the words of a failure, for a person. */
export const errorText = (error: unknown): string => (error instanceof Error ? error.message : String(error));

export interface Asker<A> {
  /** Asks; an answer to anything asked before is dropped. */
  readonly ask: (work: Work<A>) => void;
  /** Ends what is being asked, and goes back to idle. */
  readonly cancel: () => void;
  /** Ends what is being asked, and says nothing any more. */
  readonly close: () => void;
}

/** Makes an asker that reports every change of its state. */
export function makeAsker<A>(onChange: (now: Asking<A>) => void): Asker<A> {
  let running: AbortController | null = null;
  const close = () => {
    running?.abort();
    running = null;
  };
  return {
    close,
    cancel: () => {
      close();
      onChange(IDLE);
    },
    ask: (work) => {
      close();
      const controller = new AbortController();
      running = controller;
      const report = (now: Asking<A>) => {
        if (running === controller) onChange(now);
      };
      report({ state: "asking", share: null });
      let isSettled = false;
      const settle = (now: Asking<A>) => {
        isSettled = true;
        report(now);
      };
      work(controller.signal, (share) => isSettled || report({ state: "asking", share })).then(
        (answer) => settle({ state: "answered", answer }),
        (error: unknown) => settle({ state: "failed", error }),
      );
    },
  };
}
