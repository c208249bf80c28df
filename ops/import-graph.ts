/** Which file imports which: what the rules of the architecture are held against, and what quick tests are chosen by. */
import { readdirSync, readFileSync, statSync } from "node:fs";
import { dirname, join, resolve } from "node:path";
import { ROOT } from "./paths.ts";

export const SRC = join(ROOT, "src");

/** Files by path, each with the files it imports. */
export type ImportGraph = ReadonlyMap<string, readonly string[]>;

const isTest = (name: string) => /\.test\.tsx?$/.test(name);

/** Returns code files below a folder, declarations left out. */
export function codeBelow(folder: string): string[] {
  return readdirSync(folder).flatMap((name) => {
    const path = join(folder, name);
    if (statSync(path).isDirectory()) return codeBelow(path);
    return /\.(ts|tsx|astro)$/.test(name) && !/\.d\.ts$/.test(name) ? [path] : [];
  });
}

/** Returns source files below a folder, tests and declarations left out. */
export function filesBelow(folder: string): string[] {
  return codeBelow(folder).filter((path) => !isTest(path));
}

/** Returns the test files below a folder. */
export function testFilesBelow(folder: string): string[] {
  return codeBelow(folder).filter(isTest);
}

/** Returns everything a source text imports, imports of types included, as written. */
export function importsOf(text: string): readonly string[] {
  return [
    ...text.matchAll(
      /(?:^|\n)\s*(?:import|export)\s[^"';]*?from\s+"([^"]+)"|import\s+"([^"]+)"|import\("([^"]+)"\)/g,
    ),
  ].map((found) => found[1] ?? found[2] ?? found[3] ?? "");
}

/** Returns the files that `files` import, by name of the importing file; `isKnown` says which targets count. */
function graphOf(files: readonly string[], isKnown: (target: string) => boolean): ImportGraph {
  return new Map(
    files.map((file) => [
      file,
      importsOf(readFileSync(file, "utf8"))
        .filter((name) => name.startsWith("."))
        .map((name) => resolve(dirname(file), name))
        .filter(isKnown),
    ]),
  );
}

/** Returns the graph of the files among themselves. */
export function importGraph(files: readonly string[]): ImportGraph {
  const known = new Set(files);
  return graphOf(files, (target) => known.has(target));
}

/** Returns the graph of the files and of everything else they import by a relative path: tables, style sheets. */
export function wholeImportGraph(files: readonly string[]): ImportGraph {
  return graphOf(files, () => true);
}

/** Returns the files and everything that imports one of them, directly or through others. */
export function importersOf(graph: ImportGraph, files: Iterable<string>): ReadonlySet<string> {
  const importers = new Map<string, string[]>();
  for (const [file, targets] of graph)
    for (const target of targets) {
      const known = importers.get(target);
      if (known) known.push(file);
      else importers.set(target, [file]);
    }
  const reached = new Set(files);
  for (const file of reached) for (const importer of importers.get(file) ?? []) reached.add(importer);
  return reached;
}
