/** One way of asking for long computation: from a pool of worker threads, or in this thread where there is no pool. */
import { availableParallelism } from "node:os";
import { Piscina } from "piscina";
import type { Part } from "../core/part/index.ts";
import type { Tables } from "../core/tables.ts";
import { loadTables } from "./tables.ts";
import {
  type CatalogueParts,
  type NeedsParts,
  perform,
  type TaskInput,
  type TaskName,
  type TaskOutput,
  WorkerTables,
} from "./tasks.ts";

/** Why there is no answer: too many wait already, or the work took longer than is ever right. */
export class ComputeRefusal extends Error {
  readonly reason: "queue-full" | "too-long" | "gone";

  constructor(reason: ComputeRefusal["reason"], options?: ErrorOptions) {
    super(`computation refused: ${reason}`, options);
    this.name = "ComputeRefusal";
    this.reason = reason;
  }
}

export interface Compute {
  /** Errors: ComputeRefusal; whatever the task throws. `signal` ends the work when nobody waits any more. */
  readonly run: <N extends TaskName>(
    name: N,
    input: TaskInput<N>,
    signal?: AbortSignal,
  ) => Promise<TaskOutput<N>>;
  readonly close: () => Promise<void>;
}

/** Longest from asking to the answer, waiting for a worker included, ms. Every task ends far sooner by its own bounds. */
const LONGEST_MS = 30_000;
/** Questions that may wait for a worker; the next one is refused at once. */
const MOST_WAITING = 24;
/** A worker with nothing to do is ended after this, ms; one is always kept. */
const IDLE_MS = 60_000;
const MOST_HEAP_MB = 1024;

/** Runs every task in this thread: for tests and commands. */
export function computeHere(tables: Tables = loadTables()): Compute {
  const know = new WorkerTables(tables);
  return { run: async (name, input) => perform(know, name, input), close: async () => undefined };
}

function refusalOf(error: unknown, asker: AbortSignal | undefined): unknown {
  if (!(error instanceof Error)) return error;
  if (error.name === "AbortError")
    return new ComputeRefusal(asker?.aborted ? "gone" : "too-long", { cause: error });
  if ("code" in error && error.code === "ERR_WORKER_OUT_OF_MEMORY")
    return new ComputeRefusal("too-long", { cause: error });
  return error;
}

/** Returns a pool of worker threads that run `workerFile`, a build of compute.worker.ts. */
export function computeInPool(workerFile: string): Compute {
  const pool = new Piscina({
    filename: workerFile,
    minThreads: 1,
    maxThreads: Math.max(2, availableParallelism()),
    idleTimeout: IDLE_MS,
    // Who asked first is answered first.
    stricterFIFO: true,
    // Nothing of how this process was started: the worker is one plain file.
    execArgv: [],
    resourceLimits: { maxOldGenerationSizeMb: MOST_HEAP_MB },
  });
  return {
    run: async <N extends TaskName>(name: N, input: TaskInput<N>, asker?: AbortSignal) => {
      // The package's own limit does not count work that can be taken back.
      if (pool.queueSize >= MOST_WAITING) throw new ComputeRefusal("queue-full");
      const within = AbortSignal.timeout(LONGEST_MS);
      const signal = asker === undefined ? within : AbortSignal.any([asker, within]);
      const answer: TaskOutput<N> = await pool.run({ name, input }, { signal }).catch((error: unknown) => {
        throw refusalOf(error, asker);
      });
      return answer;
    },
    close: () => pool.destroy(),
  };
}

/** The shop's parts as far as a worker must know them. */
export interface KnownParts {
  readonly revision: string;
  readonly parts: readonly Part[];
}

function isNeedsParts(answer: object): answer is NeedsParts {
  return "needsParts" in answer;
}

/**
 * Asks something about the shop: its parts are told only to a worker that does not know them yet.
 * Errors: as `ask`.
 */
export async function withKnownParts<A extends object>(
  { revision, parts }: KnownParts,
  ask: (catalogue: CatalogueParts) => Promise<A | NeedsParts>,
): Promise<A> {
  for (const sentParts of [null, parts]) {
    const answer = await ask({ revision, parts: sentParts });
    if (!isNeedsParts(answer)) return answer;
  }
  throw new RangeError("the worker did not take the shop's parts");
}
