/** What is thrown where nobody catches: written down; the process goes on while this stays rare, and gives up when it does not. */
import type { Logger } from "pino";

/** This many within this time, ms, and the process is not to be trusted any more: whoever started it starts another. */
const MOST = 5;
const WITHIN_MS = 10_000;

/** Exit code of a process that gave itself up. */
export const GAVE_UP = 70;

/** Decides by the times of the faults so far whether one more is too many. Pure. */
export function isTooMany(timesMs: readonly number[], nowMs: number): boolean {
  return timesMs.filter((time) => nowMs - time < WITHIN_MS).length >= MOST;
}

/** Takes over for the whole process. */
export function surviveFaults(log: Pick<Logger, "fatal">, exit: (code: number) => void = process.exit): void {
  const times: number[] = [];
  const fault = (error: unknown, kind: string) => {
    const now = performance.now();
    times.push(now);
    log.fatal({ err: error }, kind);
    if (isTooMany(times, now)) exit(GAVE_UP);
  };
  process.on("uncaughtException", (error) => fault(error, "uncaught exception"));
  process.on("unhandledRejection", (error) => fault(error, "unhandled rejection"));
}
