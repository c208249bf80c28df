import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { DEFAULT_MARGINS, fitLines, type LineSetup, rateLength, stopTurns } from "../core/line/index.ts";
import { runToEnd } from "../core/numerics/index.ts";
import { openLineSolver, type WorkerLike } from "./line.client.ts";
import type { FromWorker, ToWorker } from "./line.contract.ts";

const BENCH: LineSetup = {
  a: { at: [0, 0, 0], direction: [0, 0, 1] },
  b: { at: [4, 8, 3], direction: [0, -1, 0] },
  cuffIn: 0.75,
  minBendRadiusIn: 2.25,
  walls: [],
  freeBulgeIn: null,
};
const TASK = { bench: BENCH, lengthsIn: [9, 12, 16], margins: DEFAULT_MARGINS };

/** The real worker file, run in this thread: its globals are stood in for while it loads. */
async function inThread(): Promise<{ readonly make: () => WorkerLike; readonly asked: ToWorker[] }> {
  const asked: ToWorker[] = [];
  let hear: ((event: { data: ToWorker }) => void) | null = null;
  let reply: (message: FromWorker) => void = () => {};
  const scope = globalThis as unknown as Record<string, unknown>;
  const before = { addEventListener: scope["addEventListener"], postMessage: scope["postMessage"] };
  scope["addEventListener"] = (_: string, listener: typeof hear) => {
    hear = listener;
  };
  scope["postMessage"] = (message: FromWorker) => reply(message);
  await import(`./line.worker.ts?copy=${Math.random()}`);
  scope["addEventListener"] = before.addEventListener;
  return {
    asked,
    make: () => {
      const worker: WorkerLike = {
        onmessage: null,
        onerror: null,
        terminate: () => {
          reply = () => {};
        },
        postMessage: (message) => {
          asked.push(message);
          hear?.({ data: structuredClone(message) });
        },
      };
      reply = (message) => worker.onmessage?.({ data: structuredClone(message) } as MessageEvent<FromWorker>);
      return worker;
    },
  };
}

/** A worker that answers only what a test tells it to. */
function silent() {
  const made: WorkerLike[] = [];
  const asked: ToWorker[] = [];
  const make = () => {
    const worker: WorkerLike = {
      onmessage: null,
      onerror: null,
      terminate: () => {},
      postMessage: (message) => asked.push(message),
    };
    made.push(worker);
    return worker;
  };
  return { made, asked, make };
}

describe("the line worker", () => {
  it("answers as the core does on this side", async () => {
    const { make } = await inThread();
    const solver = openLineSolver(make);
    const rated = await solver.ask({ kind: "rate", task: TASK });
    assert.deepEqual(
      rated,
      TASK.lengthsIn.map((lengthIn) => rateLength(BENCH, lengthIn)),
    );
    const shares: number[] = [];
    const fit = await solver.ask({ kind: "fit", task: TASK }, { onProgress: (share) => shares.push(share) });
    assert.deepEqual(fit, runToEnd(fitLines(BENCH, TASK.lengthsIn)));
    assert.ok(shares.every((share) => share >= 0 && share <= 1));
    solver.close();
  });

  it("stops when it is told to", async () => {
    const { make, asked } = await inThread();
    const solver = openLineSolver(make);
    const controller = new AbortController();
    const helps = solver.ask(
      { kind: "help", task: TASK, alternatives: stopTurns(BENCH) },
      { signal: controller.signal },
    );
    controller.abort();
    await assert.rejects(helps, { name: "AbortError" });
    assert.deepEqual(
      asked.map(({ type }) => type),
      ["ask", "cancel"],
    );
    solver.close();
  });
});

describe("the line worker's client", () => {
  it("asks nothing for a signal that is aborted already", async () => {
    const { asked, make } = silent();
    const solver = openLineSolver(make);
    await assert.rejects(solver.ask({ kind: "rate", task: TASK }, { signal: AbortSignal.abort() }), {
      name: "AbortError",
    });
    assert.equal(asked.length, 0);
  });

  it("rejects everything under way when the worker breaks, and starts another for the next question", async () => {
    const { made, make } = silent();
    const solver = openLineSolver(make);
    const [one, other] = [solver.ask({ kind: "rate", task: TASK }), solver.ask({ kind: "rate", task: TASK })];
    made[0]?.onerror?.({ message: "out of memory" } as ErrorEvent);
    await assert.rejects(one, /out of memory/);
    await assert.rejects(other, /out of memory/);
    const next = solver.ask({ kind: "rate", task: TASK });
    assert.equal(made.length, 2);
    solver.close();
    await assert.rejects(next, { name: "AbortError" });
  });

  it("passes a failure on with its words", async () => {
    const { made, asked, make } = silent();
    const solver = openLineSolver(make);
    const answer = solver.ask({ kind: "rate", task: TASK });
    const [first] = asked;
    made[0]?.onmessage?.({
      data: { type: "failed", id: first?.id ?? 0, message: "no shape" },
    } as MessageEvent<FromWorker>);
    await assert.rejects(answer, /no shape/);
    solver.close();
  });
});
