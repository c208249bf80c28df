/** What may be wrong with imports: circles, and arrows between rooms that may not be. */
import { relative, resolve } from "node:path";
import { type ImportGraph, SRC } from "../../ops/import-graph.ts";

/** Groups of files that import each other round, each sorted; by Tarjan's strongly connected components. */
export function circlesIn(graph: ImportGraph): readonly (readonly string[])[] {
  const order = new Map<string, number>();
  const low = new Map<string, number>();
  const path: string[] = [];
  const onPath = new Set<string>();
  const circles: string[][] = [];
  const visit = (file: string): void => {
    order.set(file, order.size);
    low.set(file, order.size - 1);
    path.push(file);
    onPath.add(file);
    for (const target of graph.get(file) ?? []) {
      if (!order.has(target)) visit(target);
      if (onPath.has(target)) low.set(file, Math.min(low.get(file) ?? 0, low.get(target) ?? 0));
    }
    if (low.get(file) !== order.get(file)) return;
    const circle = path.splice(path.indexOf(file));
    for (const each of circle) onPath.delete(each);
    if (circle.length > 1) circles.push(circle.map((each) => relative(SRC, resolve(SRC, each))).sort());
  };
  for (const file of graph.keys()) if (!order.has(file)) visit(file);
  return circles;
}

/** Imports from one room to another that may not be. A file without a room (null) may import and be imported. */
export function wrongArrows(
  graph: ImportGraph,
  roomOf: (file: string) => string | null,
  mayImport: (from: string, to: string) => boolean,
): readonly string[] {
  return [...graph].flatMap(([file, targets]) =>
    targets.flatMap((target) => {
      const [from, to] = [roomOf(file), roomOf(target)];
      if (from === null || to === null || from === to || mayImport(from, to)) return [];
      return [`${relative(SRC, resolve(SRC, file))} imports ${relative(SRC, resolve(SRC, target))}`];
    }),
  );
}
