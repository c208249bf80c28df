/** The page's side of the line worker: answers by id, cancellation by signal, a new worker after a crash. */
import type { FromWorker, LineAnswers, LineQuestion, ToWorker } from "./line.contract.ts";

/** Longest an answer is waited for, ms: a closed box of walls takes some seconds. */
const TIMEOUT_MS = 60_000;

interface Waiting {
  readonly resolve: (answer: LineAnswers[keyof LineAnswers]) => void;
  readonly reject: (error: Error) => void;
  readonly onProgress: ((share: number) => void) | undefined;
  readonly timer: ReturnType<typeof setTimeout>;
}

export interface Asking {
  readonly signal?: AbortSignal;
  readonly onProgress?: (share: number) => void;
}

export interface LineSolver {
  readonly ask: <K extends keyof LineAnswers>(
    question: LineQuestion & { readonly kind: K },
    asking?: Asking,
  ) => Promise<LineAnswers[K]>;
  readonly close: () => void;
}

/** The part of a Worker that is used: tests hand in one that runs in their own thread. */
export interface WorkerLike {
  postMessage(message: ToWorker): void;
  terminate(): void;
  onmessage: ((event: MessageEvent<FromWorker>) => void) | null;
  onerror: ((event: ErrorEvent) => void) | null;
}

const browserWorker = (): WorkerLike =>
  new Worker(new URL("./line.worker.ts", import.meta.url), { type: "module" });

const aborted = () => new DOMException("not wanted any more", "AbortError");

/** Opens a solver. A rejected promise is an AbortError when it was cancelled, else says what broke. */
export function openLineSolver(makeWorker: () => WorkerLike = browserWorker): LineSolver {
  const waiting = new Map<number, Waiting>();
  let worker: WorkerLike | null = null;
  let nextId = 1;

  const settle = (id: number): Waiting | undefined => {
    const pending = waiting.get(id);
    if (pending) clearTimeout(pending.timer);
    waiting.delete(id);
    return pending;
  };
  const dropAll = (error: Error) => {
    worker?.terminate();
    worker = null;
    for (const id of [...waiting.keys()]) settle(id)?.reject(error);
  };
  const started = (): WorkerLike => {
    if (worker) return worker;
    const fresh = makeWorker();
    fresh.onmessage = ({ data }) => {
      if (data.type === "progress") waiting.get(data.id)?.onProgress?.(data.share);
      else if (data.type === "answer") settle(data.id)?.resolve(data.answer);
      else if (data.type === "failed") settle(data.id)?.reject(new Error(data.message));
      else settle(data.id)?.reject(aborted());
    };
    fresh.onerror = (event) => dropAll(new Error(event.message || "the line worker broke"));
    worker = fresh;
    return fresh;
  };

  return {
    ask: (question, { signal, onProgress } = {}) =>
      new Promise((resolve, reject) => {
        if (signal?.aborted) {
          reject(aborted());
          return;
        }
        const id = nextId;
        nextId += 1;
        const timer = setTimeout(() => dropAll(new Error("the line worker does not answer")), TIMEOUT_MS);
        // The worker answers a question with the kind of answer the contract gives it.
        const typedResolve = resolve as Waiting["resolve"];
        waiting.set(id, { resolve: typedResolve, reject, onProgress, timer });
        const to = started();
        to.postMessage({ type: "ask", id, question });
        signal?.addEventListener(
          "abort",
          () => {
            to.postMessage({ type: "cancel", id });
            settle(id)?.reject(aborted());
          },
          { once: true },
        );
      }),
    close: () => dropAll(aborted()),
  };
}
