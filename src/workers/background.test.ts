import assert from "node:assert/strict";
import { after, describe, it } from "node:test";
import { DEFAULT_MARGINS, fitLines, type LineSetup } from "../core/line/index.ts";
import { type IncrementalTask, runToEnd } from "../core/numerics/index.ts";
import { isAbortError, openBackground, type WorkerLike } from "./background.ts";
import { inOneGo, serve, type Works } from "./serve.ts";

const BENCH: LineSetup = {
  a: { at: [0, 0, 0], direction: [0, 0, 1] },
  b: { at: [4, 8, 3], direction: [0, -1, 0] },
  cuffIn: 0.75,
  minBendRadiusIn: 2.25,
  walls: [],
  freeBulgeIn: null,
};
const TASK = { bench: BENCH, lengthsIn: [9, 12, 16], margins: DEFAULT_MARGINS };

interface ThreadWorker extends WorkerLike {
  /** Kinds of question asked so far. */
  readonly asked: string[];
  isEnded: boolean;
}

/** The page's end of a channel whose other end is served, as a worker of its own thread would be. */
function workerOn(port: MessagePort): ThreadWorker {
  const asked: string[] = [];
  const worker: ThreadWorker = {
    asked,
    isEnded: false,
    onerror: null,
    terminate: () => {
      worker.isEnded = true;
      port.close();
    },
    postMessage: (message: { readonly path?: readonly string[] }, transfer?: Transferable[]) => {
      asked.push(message.path?.at(-1) ?? "release");
      port.postMessage(message, transfer ?? []);
    },
    addEventListener: port.addEventListener.bind(port),
    removeEventListener: port.removeEventListener.bind(port),
  };
  port.start();
  return worker;
}

/** A worker of the given works; works that never end stand for one that hangs. */
function inThread(works: Works): { readonly make: () => WorkerLike; readonly made: ThreadWorker[] } {
  const made: ThreadWorker[] = [];
  const make = () => {
    const { port1, port2 } = new MessageChannel();
    port2.start();
    serve(works, port2);
    const worker = workerOn(port1);
    made.push(worker);
    return worker;
  };
  return { make, made };
}

/** What the tests of one file have ended: a thread's own worker cannot be killed. */
let isOver = false;
after(() => {
  isOver = true;
});

/** Works until it is cancelled. */
function* endless(): IncrementalTask<number> {
  while (!isOver) yield 0.5;
  return 0;
}

const works = {
  fit: ({ bench, lengthsIn, margins }: typeof TASK) => fitLines(bench, lengthsIn, margins),
  endless,
  failing: inOneGo((): number => {
    throw new Error("no shape");
  }),
};
const open = (make: () => WorkerLike) => openBackground<typeof works>(make);

describe("a worker behind one way of asking", () => {
  it("answers as the core does on this side, and tells its progress", async () => {
    const { make } = inThread(works);
    const background = open(make);
    const shares: number[] = [];
    const fit = await background.ask("fit", TASK, { onProgress: (share) => shares.push(share) });
    assert.deepEqual(fit, runToEnd(fitLines(BENCH, TASK.lengthsIn)));
    assert.ok(shares.every((share) => share >= 0 && share <= 1));
    background.close();
  });

  it("stops when it is told to, and goes on with the next question", async () => {
    const { make, made } = inThread(works);
    const background = open(make);
    const controller = new AbortController();
    const heard = new Promise<void>((resolve) => {
      background
        .ask("endless", undefined as never, { signal: controller.signal, onProgress: () => resolve() })
        .catch((error: unknown) => assert.ok(isAbortError(error)));
    });
    await heard;
    controller.abort();
    assert.deepEqual(
      await background.ask("fit", TASK),
      runToEnd(fitLines(BENCH, TASK.lengthsIn)),
      "the same worker is free again",
    );
    assert.deepEqual([made.length, made[0]?.asked.slice(0, 3)], [1, ["ask", "cancel", "ask"]]);
    background.close();
  });

  it("starts nothing for a signal that is aborted already", async () => {
    const { make, made } = inThread(works);
    await assert.rejects(open(make).ask("fit", TASK, { signal: AbortSignal.abort() }), {
      name: "AbortError",
    });
    assert.equal(made.length, 0);
  });

  it("rejects everything under way when the worker breaks, and starts another for the next question", async () => {
    const { make, made } = inThread(works);
    const background = open(make);
    const one = background.ask("endless", undefined as never);
    const other = background.ask("endless", undefined as never);
    made[0]?.onerror?.({ message: "out of memory" } as ErrorEvent);
    await assert.rejects(one, /out of memory/);
    await assert.rejects(other, /out of memory/);
    const next = background.ask("fit", TASK);
    assert.deepEqual([made.length, made[0]?.isEnded], [2, true]);
    background.close();
    await assert.rejects(next, { name: "AbortError" });
  });

  it("passes a failure on with its words", async () => {
    const { make } = inThread(works);
    const background = open(make);
    await assert.rejects(background.ask("failing", undefined as never), /no shape/);
    background.close();
  });
});
