/** Copies of the shop are made in a thread of their own, at night or when a person asks: the server only looks whether one is due. */
import { Worker } from "node:worker_threads";

const MOST_HEAP_MB = 300;
/** How often the server looks whether a copy is due, ms. */
const LOOK_EVERY_MS = 600_000;

/** What the thread is told when it starts. */
interface CopyWorkerData {
  /** Connection string of the database. */
  readonly url: string;
  /** A person asks for a copy; otherwise only one that is due is made. */
  readonly isAsked: boolean;
}

/** Starts the thread that makes a copy and writes down how that went. */
export function startCopy(program: string, data: CopyWorkerData): void {
  const worker = new Worker(program, {
    workerData: data,
    // Nothing of how this process was started: the program is one plain file.
    execArgv: [],
    resourceLimits: { maxOldGenerationSizeMb: MOST_HEAP_MB },
  });
  const tell = (fault: unknown) => process.stderr.write(`brass-nut: ${String(fault)}\n`);
  worker.on("error", tell);
  worker.on("message", tell);
  worker.unref();
}

/** Looks every so often, as long as this process lasts, whether a copy is due: the thread is started only then. */
export function copyNightly(program: string, url: string, isDue: () => Promise<boolean>): void {
  const look = async () => {
    // While the database is away nothing is known; the next look asks again.
    if (await isDue().catch(() => false)) startCopy(program, { url, isAsked: false });
  };
  setInterval(() => void look(), LOOK_EVERY_MS).unref();
}
