/** Which unit tests a change in the work tree concerns: those that import a changed file, directly or through others. */
import { execFile } from "node:child_process";
import { join, relative } from "node:path";
import { promisify } from "node:util";
import { codeBelow, type ImportGraph, importersOf, wholeImportGraph } from "./import-graph.ts";
import { ROOT } from "./paths.ts";

const run = promisify(execFile);
/** A test that needs no server. */
const UNIT_TEST = /^(src|ops|tests\/arch)\/.*\.test\.tsx?$/;
/** Tests that read the files themselves: every change of code concerns them. */
const READS_FILES = /^tests\/arch\//;
const CODE = /\.(tsx?|astro|css)$/;
/** What is made of data/: tests import the tables, not the files they come from. */
const TABLES = "src/generated/tables.json";

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

/** Returns the unit tests that a change of these files concerns. Paths of files and graph are from the project's root. */
export function unitTestsFor(changed: readonly string[], graph: ImportGraph): readonly string[] {
  const sources = changed.flatMap((file) =>
    CODE.test(file) ? [file] : file.startsWith("data/") ? [TABLES] : [],
  );
  if (sources.length === 0) return [];
  const reached = importersOf(graph, sources);
  return [...graph.keys()]
    .filter((file) => UNIT_TEST.test(file) && (reached.has(file) || READS_FILES.test(file)))
    .sort();
}

/** Paths of the unit tests of what changed, from the root of the project. */
export async function testsOfChanges(): Promise<readonly string[]> {
  const files = ["src", "ops", "tests"].flatMap((folder) => codeBelow(join(ROOT, folder)));
  const fromRoot = (path: string) => relative(ROOT, path);
  const graph = new Map(
    [...wholeImportGraph(files)].map(([file, targets]) => [fromRoot(file), targets.map(fromRoot)]),
  );
  return unitTestsFor(await changedFiles(), graph);
}
