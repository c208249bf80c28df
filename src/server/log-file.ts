/** The server's log as a file that turns over, and that nothing the disk does can make a reason to stop. */
import { chmodSync, existsSync, statSync } from "node:fs";
import { basename, dirname } from "node:path";
import { createStream, type RotatingFileStream } from "rotating-file-stream";

/** A log turns over at this size; this many older ones are kept. */
const TURNS_AT = "5M";
const KEPT = 5;
/** After a failure nothing is written for this long, ms; then the file is opened again. */
const AGAIN_MS = 5000;
/** Lines kept in memory while the disk is slow, at most this many bytes. */
const MOST_WAITING_BYTES = 4_000_000;

export interface LogFile {
  /** Takes one line; never throws, never waits. */
  readonly write: (line: string) => void;
  readonly close: () => Promise<void>;
}

/**
 * Opens the log at `path`. While the file cannot be written (a full disk) lines are left out, `complain` is
 * told once for each failure, and the file is tried again.
 */
export function openLogFile(path: string, complain: (text: string) => void): LogFile {
  // A log of an earlier version may be open to others.
  if (existsSync(path) && statSync(path).isFile()) chmodSync(path, 0o600);
  let stream: RotatingFileStream | null = null;
  let waitsUntil = 0;

  const fail = (failed: RotatingFileStream, error: unknown) => {
    if (stream !== failed) return;
    stream = null;
    waitsUntil = performance.now() + AGAIN_MS;
    failed.destroy();
    complain(
      `log ${path}: ${error instanceof Error ? error.message : String(error)}; tried again in ${AGAIN_MS / 1000} s`,
    );
  };

  const open = (): RotatingFileStream | null => {
    if (performance.now() < waitsUntil) return null;
    const opened = createStream(basename(path), {
      path: dirname(path),
      size: TURNS_AT,
      maxFiles: KEPT,
      mode: 0o600,
    });
    opened.on("error", (error) => fail(opened, error));
    opened.on("warning", (error) => complain(`log ${path}: ${error.message}`));
    stream = opened;
    return opened;
  };

  return {
    write: (line) => {
      const to = stream ?? open();
      if (to !== null && to.writableLength <= MOST_WAITING_BYTES) to.write(line);
    },
    close: () =>
      new Promise((resolve) => {
        const closing = stream;
        if (closing === null) return resolve();
        closing.once("close", resolve);
        closing.once("error", () => resolve());
        closing.end();
      }),
  };
}
