/** Which unit tests a change in the work tree concerns. */
import { execFile } from "node:child_process";
import { existsSync, readdirSync } from "node:fs";
import { dirname, join } from "node:path";
import { promisify } from "node:util";
import { ROOT } from "./paths.ts";

const run = promisify(execFile);
/** Folders whose tests need no server. */
const UNIT = /^(src|ops|tests\/arch)\//;
const TEST = /\.test\.tsx?$/;

async function git(...args: readonly string[]): Promise<readonly string[]> {
  const { stdout } = await run("git", [...args], { cwd: ROOT });
  return stdout.split("\n").filter((line) => line !== "");
}

/** Files that differ from the last commit, new ones included; in a clean tree, the files of the last commit. */
async function changedFiles(): Promise<readonly string[]> {
  const changed = [
    ...(await git("diff", "--name-only", "HEAD")),
    ...(await git("ls-files", "--others", "--exclude-standard")),
  ];
  return changed.length > 0 ? changed : git("diff", "--name-only", "HEAD~1", "HEAD");
}

/**
 * Unit tests in the folders of the changed files, and the tests of the architecture. Tests of other folders that only use
 * a changed file are left to bin/test.
 */
export function unitTestsFor(
  changed: readonly string[],
  filesIn: (folder: string) => readonly string[],
): readonly string[] {
  const code = changed.filter((file) => UNIT.test(file) && /\.(tsx?|astro|css)$/.test(file));
  if (code.length === 0) return [];
  const folders = new Set([...code.map((file) => dirname(file)), "tests/arch"]);
  return [...folders]
    .flatMap((folder) => filesIn(folder).map((name) => join(folder, name)))
    .filter((file) => TEST.test(file))
    .sort();
}

/** Paths of the unit tests of what changed, from the root of the project. */
export async function testsOfChanges(): Promise<readonly string[]> {
  return unitTestsFor(await changedFiles(), (folder) =>
    existsSync(join(ROOT, folder)) ? readdirSync(join(ROOT, folder)) : [],
  );
}
