/** One bin/start at a time begins: two at once would each make, join or stop the other's database. */
import { mkdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { VAR } from "./paths.ts";

const LOCK = join(VAR, "start.lock");

/** Returns whether a process is a bin/start; one that is gone is none. */
export function isBinStart(pid: number): boolean {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, "utf8").includes("ops/start.ts");
  } catch {
    return false;
  }
}

/** Takes the lock. Returns how it is given back. Errors: Error when another bin/start is just beginning. */
export function takeStartLock(file: string = LOCK): () => void {
  mkdirSync(dirname(file), { recursive: true });
  for (let tries = 0; tries < 2; tries += 1)
    try {
      writeFileSync(file, String(process.pid), { flag: "wx", mode: 0o600 });
      return () => rmSync(file, { force: true });
    } catch {
      const holder = Number(readFileSync(file, "utf8"));
      // One that was killed has left the lock behind.
      if (isBinStart(holder))
        throw new Error(
          `another bin/start is just beginning (process ${holder}): wait until it says that it is ready. Nothing was touched`,
        );
      rmSync(file, { force: true });
    }
  throw new Error(`${file} cannot be written: look before starting`);
}
