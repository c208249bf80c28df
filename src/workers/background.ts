/**
 * The page's side of a worker: one way to ask for long computation. A question is answered, refused, cancelled by its
 * signal or given up after a time; a worker that breaks fails everything under way and is started anew for the next question.
 */
import { type Endpoint, proxy, type Remote, wrap } from "comlink";
import type { AnswerOf, QuestionOf, Served, Works } from "./serve.ts";

/** Longest an answer is waited for, ms: a closed box of walls takes some seconds. */
const TIMEOUT_MS = 60_000;

export interface AskOptions {
  readonly signal?: AbortSignal;
  /** Told the share of the work that is done, 0 to 1, a few times a second. */
  readonly onProgress?: (share: number) => void;
}

export interface Background<W extends Works> {
  readonly ask: <K extends keyof W & string>(
    kind: K,
    question: QuestionOf<W, K>,
    options?: AskOptions,
  ) => Promise<AnswerOf<W, K>>;
  /** Ends the worker; whatever is under way is rejected as cancelled. */
  readonly close: () => void;
}

/** The part of a Worker that is used: tests hand in one that runs in their own thread. */
export type WorkerLike = Endpoint & {
  terminate(): void;
  onerror: ((event: ErrorEvent) => void) | null;
};

/** Returns whether an ask was rejected because it was cancelled. */
export const isAbortError = (error: unknown): boolean =>
  error instanceof DOMException && error.name === "AbortError";

const aborted = () => new DOMException("not wanted any more", "AbortError");

/** Opens a worker, started with the first question. A rejected promise is an AbortError when it was cancelled, else says what broke. */
export function openBackground<W extends Works>(makeWorker: () => WorkerLike): Background<W> {
  const underWay = new Set<(error: Error) => void>();
  let running: { readonly worker: WorkerLike; readonly remote: Remote<Served> } | null = null;
  let nextId = 1;

  const stop = (error: Error) => {
    running?.worker.terminate();
    running = null;
    for (const fail of [...underWay]) fail(error);
  };
  const start = (): Remote<Served> => {
    if (running !== null) return running.remote;
    const worker = makeWorker();
    worker.onerror = (event) => stop(new Error(event.message || "the worker broke"));
    running = { worker, remote: wrap<Served>(worker) };
    return running.remote;
  };

  return {
    ask: (kind, question, { signal, onProgress } = {}) =>
      new Promise((resolve, reject) => {
        if (signal?.aborted) {
          reject(aborted());
          return;
        }
        const id = nextId;
        nextId += 1;
        const remote = start();
        const timer = setTimeout(() => stop(new Error("the worker does not answer")), TIMEOUT_MS);
        const cancel = () => {
          void remote.cancel(id);
          fail(aborted());
        };
        const end = () => {
          clearTimeout(timer);
          underWay.delete(fail);
          signal?.removeEventListener("abort", cancel);
        };
        const fail = (error: Error) => {
          end();
          reject(error);
        };
        underWay.add(fail);
        signal?.addEventListener("abort", cancel, { once: true });
        remote.ask(id, kind, question, onProgress === undefined ? null : proxy(onProgress)).then((answer) => {
          end();
          // The worker answers a question with what its work of this kind returns: both sides are compiled against one type.
          resolve(answer as AnswerOf<W, typeof kind>);
        }, fail);
      }),
    close: () => stop(aborted()),
  };
}
