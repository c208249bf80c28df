/** One question at a time: only the newest is answered, and the work for earlier ones is told to end. */

export type Asking<A> =
  | { readonly state: "idle" }
  | { readonly state: "asking" }
  | { readonly state: "failed"; readonly error: unknown }
  | { readonly state: "answered"; readonly answer: A };

export const IDLE = { state: "idle" } as const;

export interface Asker<A> {
  /** Asks; an answer to anything asked before is dropped. */
  readonly ask: (work: (signal: AbortSignal) => Promise<A>) => void;
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
      report({ state: "asking" });
      work(controller.signal).then(
        (answer) => report({ state: "answered", answer }),
        (error: unknown) => report({ state: "failed", error }),
      );
    },
  };
}
