/** What is left to do when whoever watches the server was killed: the database must not run on with nobody beside it. */
import { readdirSync, readFileSync, readlinkSync } from "node:fs";
import { join } from "node:path";
import { tellClusterToStop } from "./cluster.ts";
import { isBinStart } from "./start-lock.ts";

/** Folder of the data that a bin/start serves, by its process. */
function folderOf(pid: string): string {
  const [, own] = /(?:^|\0)VAR_FOLDER=([^\0]*)/.exec(readFileSync(`/proc/${pid}/environ`, "utf8")) ?? [];
  return own ?? join(readlinkSync(`/proc/${pid}/cwd`), "var");
}

/** Whether another bin/start still runs that uses the same data. */
function isAnotherStartRunning(folder: string): boolean {
  return readdirSync("/proc")
    .filter((name) => /^\d+$/.test(name))
    .some((name) => {
      try {
        return isBinStart(Number(name)) && folderOf(name) === folder;
      } catch {
        // Gone already, or another user's.
        return false;
      }
    });
}

/** Stops the PostgreSQL of this installation, unless another bin/start uses it. `folder`: where the data are; absent: nobody said, and nothing is stopped. */
export function stopDatabaseWithoutSupervisor(folder: string | undefined): void {
  if (folder === undefined || isAnotherStartRunning(folder)) return;
  try {
    tellClusterToStop(join(folder, "cluster"));
  } catch {
    // Ended already.
  }
}
