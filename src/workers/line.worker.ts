/** The line solver behind a worker: core functions in breaths, so that a cancellation is heard. No logic of its own. */
import { fitLines, helpfulTurns, type RatedLength, rateLength, rollOutLengths } from "../core/line/index.ts";
import { type IncrementalTask, runCooperatively } from "../core/numerics/index.ts";
import type { FromWorker, LineAnswers, LineQuestion, LineTask, ToWorker } from "./line.contract.ts";

/** Longest work between two breaths, ms. */
const BREATH_MS = 12;

const cancelled = new Set<number>();
const tell = (message: FromWorker) => postMessage(message);

function* rateAll({ bench, lengthsIn, margins }: LineTask): IncrementalTask<readonly RatedLength[]> {
  const rated: RatedLength[] = [];
  for (const lengthIn of lengthsIn) {
    yield rated.length / lengthsIn.length;
    rated.push(rateLength(bench, lengthIn, margins));
  }
  return rated;
}

function workFor(question: LineQuestion): IncrementalTask<LineAnswers[keyof LineAnswers]> {
  const { bench, lengthsIn, margins } = question.task;
  switch (question.kind) {
    case "rate":
      return rateAll(question.task);
    case "fit":
      return fitLines(bench, lengthsIn, margins);
    case "help":
      return helpfulTurns(bench, question.alternatives, lengthsIn, margins);
    case "roll-out":
      return rollOutLengths(question.job, lengthsIn, margins);
  }
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

/** Thrown out of work that was cancelled while it breathed. */
class Cancelled extends Error {}

async function answer(id: number, question: LineQuestion): Promise<void> {
  const result = await runCooperatively(workFor(question), {
    sliceMs: BREATH_MS,
    now: () => performance.now(),
    yieldControl: async (share) => {
      await turnOfLoop();
      if (cancelled.delete(id)) throw new Cancelled();
      tell({ type: "progress", id, share });
    },
  });
  tell({ type: "answer", id, answer: result });
}

addEventListener("message", ({ data }: MessageEvent<ToWorker>) => {
  if (data.type === "cancel") {
    cancelled.add(data.id);
    return;
  }
  const { id } = data;
  answer(id, data.question).catch((error: unknown) =>
    error instanceof Cancelled
      ? tell({ type: "cancelled", id })
      : tell({ type: "failed", id, message: error instanceof Error ? error.message : String(error) }),
  );
});
