/** Disks that fill up: the log's and the data's, each a small file system of its own. Needs root. */
import { execFileSync } from "node:child_process";
import {
  closeSync,
  mkdirSync,
  mkdtempSync,
  openSync,
  rmSync,
  statfsSync,
  unlinkSync,
  writeSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { setTimeout as pause } from "node:timers/promises";
import { v4 as uuid } from "uuid";
import { SITE } from "../support/story.ts";
import { untilHealthy } from "./load.ts";
import { postmasterPid, type Stage, type StageOptions } from "./stage.ts";

type OnStage = (work: (stage: Stage) => Promise<void>, options: StageOptions) => Promise<void>;

function mount(megabytes: number): { readonly folder: string; readonly unmount: () => void } {
  const folder = mkdtempSync(join(tmpdir(), "brass-nut-disk-"));
  execFileSync("mount", ["-t", "tmpfs", "-o", `size=${megabytes}m`, "tmpfs", folder]);
  return {
    folder,
    unmount: () => {
      execFileSync("umount", ["-l", folder]);
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** Writes until nothing more goes, but for `leave` bytes. */
function fill(folder: string, leave: number): string {
  const file = join(folder, "filler");
  const handle = openSync(file, "w");
  const block = Buffer.alloc(65_536, 1);
  try {
    for (;;) {
      const { bavail, bsize } = statfsSync(folder);
      if (bavail * bsize <= leave) return file;
      writeSync(handle, block);
    }
  } catch {
    return file;
  } finally {
    closeSync(handle);
  }
}

async function write(base: string): Promise<number> {
  const at = new Date().toISOString();
  const opened = {
    id: uuid(),
    actor: "Disk",
    typedAt: at,
    kind: "visit-opened",
    site: SITE,
    title: "Disk",
    startsAt: at,
  };
  const response = await fetch(`${base}/api/v1/visits`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ visit: uuid(), events: [opened] }),
  });
  await response.text();
  return response.status;
}

async function read(base: string): Promise<number> {
  const response = await fetch(`${base}/api/v1/visits`);
  await response.text();
  return response.status;
}

/** True when writes are refused cleanly, reads go on, and everything heals when there is room. */
export async function diskCampaign(onStage: OnStage): Promise<boolean> {
  let isWell = true;
  const expect = (what: string, found: unknown, wanted: unknown) => {
    isWell &&= found === wanted;
    console.log(`| ${what} | ${String(wanted)} | ${String(found)} |`);
  };
  console.log("| step | wanted | found |\n|---|---|---|");

  const logDisk = mount(1);
  await onStage(
    async ({ base }) => {
      fill(logDisk.folder, 0);
      let answered = 0;
      // Requests that are written down: not found is a warning.
      for (let count = 0; count < 300; count += 1)
        answered += Number((await fetch(`${base}/api/v1/nothing`)).status === 404);
      expect("log disk full: requests answered of 300", answered, 300);
      expect("log disk full: a write", await write(base), 201);
    },
    { log: join(logDisk.folder, "server.log") },
  );
  logDisk.unmount();

  const dataDisk = mount(400);
  const dir = join(dataDisk.folder, "var");
  mkdirSync(dir);
  await onStage(
    async ({ base, data }) => {
      expect("data disk with room: a write", await write(base), 201);
      const nearly = fill(dataDisk.folder, 30_000_000);
      await pause(1500);
      expect("data disk nearly full: a write", await write(base), 507);
      expect("data disk nearly full: a read", await read(base), 200);
      unlinkSync(nearly);
      await pause(1500);
      expect("room again: a write", await write(base), 201);
      const wholly = fill(dataDisk.folder, 0);
      process.kill(postmasterPid(data), "SIGKILL");
      await pause(4000);
      const status = await read(base);
      expect(
        "data disk wholly full and the database killed: a read is answered by 200 or 503",
        status === 200 || status === 503,
        true,
      );
      unlinkSync(wholly);
      await untilHealthy(base, 60_000);
      expect("room again: a read", await read(base), 200);
      expect("room again: a write", await write(base), 201);
    },
    { dir },
  );
  dataDisk.unmount();
  return isWell;
}
