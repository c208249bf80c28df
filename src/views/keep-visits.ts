/** Today has the pages of the visits at hand kept on this device, those that have changed since they were kept last. */
import { BEGIN_PAGE } from "./begin-visit/opening-fields.ts";
import { PAGES } from "./kept-pages.ts";
import { keepPages, offlineWorker } from "./offline-worker.ts";

interface VisitToKeep {
  readonly id: string;
  readonly version: number;
  readonly connections: readonly string[];
}

const KEPT = "brass-nut-kept-visits";

/** Addresses of a visit that are worked from without a network. */
export function pagesOf({ id, connections }: VisitToKeep): readonly string[] {
  return [
    `/visits/${id}`,
    `/visits/${id}/run`,
    ...connections.flatMap((connection) =>
      ["survey", "run-sheet", "leak-check"].map((view) => `/visits/${id}/${connection}/${view}`),
    ),
  ];
}

/** Visits as Today writes them on the page: "id version connection connection". */
export function visitsToKeep(lines: readonly string[]): readonly VisitToKeep[] {
  return lines.flatMap((line) => {
    const [id, version, ...connections] = line.split(" ");
    return id === undefined || version === undefined ? [] : [{ id, version: Number(version), connections }];
  });
}

/** The visits whose pages are older than the visits are. `kept` as the store holds it: "id:version". */
export function changedSince(visits: readonly VisitToKeep[], kept: string): readonly VisitToKeep[] {
  const known = new Set(kept.split(" "));
  return visits.filter(({ id, version }) => !known.has(`${id}:${version}`));
}

/** Lets every kept page go: they show another shop. */
export async function forgetKeptPages(): Promise<void> {
  localStorage.removeItem(KEPT);
  await globalThis.caches?.delete(PAGES);
}

/** Keeps Today and the changed visits, one visit after the other; what cannot be kept is tried again next time. */
export async function keepVisits(lines: readonly string[]): Promise<void> {
  const worker = await offlineWorker();
  await keepPages(worker, ["/", BEGIN_PAGE, "/visits/unsent"]);
  const visits = visitsToKeep(lines);
  const changed = new Set(changedSince(visits, localStorage.getItem(KEPT) ?? ""));
  for (const visit of changed) {
    await keepPages(worker, pagesOf(visit));
    changed.delete(visit);
    const kept = visits.filter((each) => !changed.has(each));
    localStorage.setItem(KEPT, kept.map(({ id, version }) => `${id}:${version}`).join(" "));
  }
  document.documentElement.setAttribute("data-visits-kept", "");
}
