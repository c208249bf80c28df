/** Runs many test files in a few processes: each process takes the next file when it has ended one, the longest first. */
import { type ChildProcess, fork } from "node:child_process";
import { existsSync, mkdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { join, relative } from "node:path";
import { z } from "zod";
import { ROOT, VAR } from "./paths.ts";

export interface Count {
  readonly passed: number;
  readonly failed: number;
}

/** What a test process says: that it has started, or that a test has ended. */
export type FromTestProcess =
  | { readonly kind: "ready" }
  | {
      readonly kind: "test";
      readonly name: string;
      /** What went wrong; null: the test passed. */
      readonly failure: string | null;
      readonly isSuite: boolean;
      /** The suite that holds a whole file. */
      readonly isFile: boolean;
      readonly ms: number;
    };

export interface RunOptions {
  readonly env: NodeJS.ProcessEnv;
  readonly processes: number;
  /** Longest that one file may take, ms: a file that hangs is ended and counts as failed. */
  readonly fileWithinMs: number;
}

/** Milliseconds each file took the last time, so that the longest begin first; a new checkout goes by size. */
const TIMES = join(VAR, "test-times.json");
const timesSchema = z.record(z.string(), z.number());
/** Slowest files told at the end of a suite. */
const TOLD_FILES = 5;

function readTimes(): Map<string, number> {
  if (!existsSync(TIMES)) return new Map();
  const parsed = timesSchema.safeParse(JSON.parse(readFileSync(TIMES, "utf8")));
  return new Map(parsed.success ? Object.entries(parsed.data) : []);
}

/** Returns the files with the longest first. */
function longestFirst(files: readonly string[], times: ReadonlyMap<string, number>): string[] {
  const weight = (file: string) => times.get(relative(ROOT, file)) ?? statSync(file).size;
  return [...files].sort((a, b) => weight(b) - weight(a));
}

interface Queue {
  readonly next: () => string | null;
  readonly ended: (file: string, ms: number) => void;
}

interface Outcome {
  passed: number;
  readonly failures: string[];
}

/** Runs one process until the queue is empty. A process that ends early, or a file that hangs, is a failure. */
function runProcess(queue: Queue, { env, fileWithinMs }: RunOptions): Promise<Outcome> {
  return new Promise((resolve) => {
    const child: ChildProcess = fork(join(ROOT, "ops/test-process.ts"), [], {
      cwd: ROOT,
      execArgv: [
        ...["--import", "tsx", "--test-reporter=spec", "--test-reporter-destination=stdout"],
        ...[`--test-reporter=${join(ROOT, "ops/test-report.ts")}`, "--test-reporter-destination=stderr"],
      ],
      // A zone with daylight-saving time, far from the demo site's: whoever mixes the two up is found out.
      env: { TZ: "Europe/Berlin", ...process.env, ...env },
    });
    const outcome: Outcome = { passed: 0, failures: [] };
    let file: string | null = null;
    let watchdog: NodeJS.Timeout | undefined;
    const giveNext = () => {
      clearTimeout(watchdog);
      file = queue.next();
      child.send({ file });
      if (file !== null) watchdog = setTimeout(() => child.kill("SIGKILL"), fileWithinMs);
    };
    child.on("message", (message: FromTestProcess) => {
      if (message.kind === "ready") return giveNext();
      const { name, failure, isSuite, isFile, ms } = message;
      // A suite fails by its tests, and those are told; a hook or an import that fails is told by its suite alone.
      if (failure !== null && !(isSuite && /subtests? failed/.test(failure)))
        outcome.failures.push(`${file === null ? "" : relative(ROOT, file)} > ${name}\n${failure}`);
      else if (failure === null && !isSuite) outcome.passed += 1;
      if (!isFile) return;
      queue.ended(name, ms);
      giveNext();
    });
    child.once("exit", (code, signal) => {
      clearTimeout(watchdog);
      if (file !== null)
        outcome.failures.push(
          `${relative(ROOT, file)}: its process ended (${signal ?? code}) before the file did, or the file took longer than ${fileWithinMs / 1000} s`,
        );
      resolve(outcome);
    });
  });
}

/** Runs the test files and returns how many tests passed and failed; failures are told once more at the end. */
export async function runTestFiles(files: readonly string[], options: RunOptions): Promise<Count> {
  const times = readTimes();
  const waiting = longestFirst(files, times);
  const took: (readonly [file: string, ms: number])[] = [];
  const queue: Queue = {
    next: () => waiting.shift() ?? null,
    ended: (file, ms) => {
      took.push([relative(ROOT, file), ms]);
    },
  };
  const outcomes = await Promise.all(
    Array.from({ length: Math.min(options.processes, files.length) }, () => runProcess(queue, options)),
  );
  for (const [file, ms] of took) times.set(file, Math.round(ms));
  mkdirSync(VAR, { recursive: true });
  writeFileSync(TIMES, JSON.stringify(Object.fromEntries(times), null, 1));
  const slowest = took.toSorted((a, b) => b[1] - a[1]).slice(0, TOLD_FILES);
  console.log(`slowest: ${slowest.map(([file, ms]) => `${file} ${(ms / 1000).toFixed(1)} s`).join(", ")}`);
  const failures = outcomes.flatMap((outcome) => outcome.failures);
  for (const failure of failures) console.log(`\nFAILED ${failure}`);
  return { passed: outcomes.reduce((sum, { passed }) => sum + passed, 0), failed: failures.length };
}
