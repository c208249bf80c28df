/** The worker's side of long computation: core functions in slices, so that a cancellation is heard between two of them. */
import { type Endpoint, expose, type ProxyMarked, type Remote, releaseProxy } from "comlink";
import { type IncrementalTask, runCooperatively } from "../core/numerics/index.ts";

/** Longest work between two looks at the messages, ms. */
const SLICE_MS = 12;

/** What a worker can be asked, by kind: each takes one question and works in steps. */
export type Works = { readonly [kind: string]: (question: never) => IncrementalTask<unknown> };

export type QuestionOf<W extends Works, K extends keyof W> = Parameters<W[K]>[0];
export type AnswerOf<W extends Works, K extends keyof W> =
  ReturnType<W[K]> extends IncrementalTask<infer A> ? A : never;

/** What goes between the two sides. */
export interface Served {
  readonly ask: (
    id: number,
    kind: string,
    question: unknown,
    onProgress: Remote<((share: number) => void) & ProxyMarked> | null,
  ) => Promise<unknown>;
  readonly cancel: (id: number) => void;
}

/** Makes a task of a function that answers in one go. */
export function inOneGo<Q, A>(work: (question: Q) => A): (question: Q) => IncrementalTask<A> {
  // biome-ignore lint/correctness/useYield: there is nothing to report on the way
  return function* (question) {
    return work(question);
  };
}

/** Lets messages in: a task of the event loop later. */
function turnOfLoop(): Promise<void> {
  return new Promise((resolve) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      resolve();
    };
    port2.postMessage(null);
  });
}

/** Answers the page's questions. A question that was cancelled is rejected; nobody listens to it any more. */
export function serve(works: Works, page?: Endpoint): void {
  const running = new Set<number>();
  const served: Served = {
    ask: async (id, kind, question, onProgress) => {
      const work = works[kind];
      if (work === undefined) throw new RangeError(`this worker does not know "${kind}"`);
      running.add(id);
      try {
        return await runCooperatively(work(question as never), {
          sliceMs: SLICE_MS,
          now: () => performance.now(),
          yieldControl: async (share) => {
            await turnOfLoop();
            if (!running.has(id)) throw new Error("cancelled");
            void onProgress?.(share);
          },
        });
      } finally {
        running.delete(id);
        onProgress?.[releaseProxy]();
      }
    },
    cancel: (id) => {
      running.delete(id);
    },
  };
  expose(served, page);
}
