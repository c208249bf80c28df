/** What waits of visits that are not open: sent from whatever page is, and told while it cannot be. */
import { BEGIN_PAGE, readBegunVisit } from "../begin-visit/opening-fields.ts";
import { FULL_PACE, type Pace, sendRound } from "./send.ts";
import { loadQueue, type Queue, settleWaiting, visitsQueued } from "./waiting-store.ts";

const RETRY_MS = 8000;
const TRAY_PAGE = "/visits/unsent";

/** How each visit is being sent, from one round of this page to the next. */
const paces = new Map<string, Pace>();

/** The visit whose own view sends its events, by the address of that view; null elsewhere. */
export function openVisitIn({ pathname, hash }: Pick<Location, "pathname" | "hash">): string | null {
  if (pathname === BEGIN_PAGE) return readBegunVisit(hash)?.visitId ?? null;
  const [, visit, view] = /^\/visits\/([^/]+)\/([^/]+)/.exec(pathname) ?? [];
  const isSending = view === "run" || (view !== undefined && /^[0-9a-f]{8}-/.test(view));
  return isSending && visit !== undefined ? visit : null;
}

/** Sends one visit's events as far as it goes; trouble of one visit is no other's. */
async function sendVisit(visitId: string): Promise<void> {
  for (
    let { waiting } = await loadQueue(visitId);
    waiting.length > 0;
    { waiting } = await loadQueue(visitId)
  ) {
    const round = await sendRound(visitId, waiting, undefined, paces.get(visitId) ?? FULL_PACE);
    paces.set(visitId, round.pace);
    await settleWaiting(visitId, round.kept, round.refused);
    if (round.isUnreachable) return;
  }
}

function tell(selector: string, text: string): void {
  const bar = document.querySelector<HTMLElement>(selector);
  if (!bar) return;
  bar.hidden = text === "";
  const words = bar.querySelector("span");
  if (words) words.textContent = text;
}

/** Returns "3 entries and 1 picture"; empty for nothing. */
export function unsentInWords(entries: number, pictures: number): string {
  const parts = [
    entries === 0 ? "" : entries === 1 ? "1 entry" : `${entries} entries`,
    pictures === 0 ? "" : pictures === 1 ? "1 picture" : `${pictures} pictures`,
  ];
  return parts.filter((part) => part !== "").join(" and ");
}

/** Returns every visit something waits for on this device, with what waits. */
export async function queuesHere(): Promise<readonly (Queue & { readonly visitId: string })[]> {
  const visits = await visitsQueued();
  return Promise.all(visits.map(async (visitId) => ({ visitId, ...(await loadQueue(visitId)) })));
}

/** Shows what waits and what lies in the tray, over every visit. Returns how much waits. */
async function tellCounts(openVisit: string | null, pictures: number): Promise<number> {
  const queues = await queuesHere();
  const waiting = queues
    .filter(({ visitId }) => visitId !== openVisit)
    .reduce((sum, queue) => sum + queue.waiting.length, 0);
  // The page that lists them need not send anybody to itself.
  const isListed = location.pathname === TRAY_PAGE;
  const tray = isListed ? 0 : queues.reduce((sum, queue) => sum + queue.tray.length, 0);
  const unsent = isListed ? "" : unsentInWords(waiting, pictures);
  tell("[data-unsent]", unsent === "" ? "" : `Not sent yet: ${unsent}. Kept on this device, tried again.`);
  tell("[data-tray]", tray === 0 ? "" : `Not taken by the server: ${tray}. Kept on this device.`);
  return waiting + pictures;
}

/** Sends the pictures this device holds, of any visit; returns how many still wait. A browser without a store for them holds none. */
async function sendLeftPictures(): Promise<number> {
  const { sendPhotos } = await import("../visit-run-sheet/photo-queue.ts");
  return (await sendPhotos().catch(() => new Set())).size;
}

/** Keeps at it while the page stands. */
export async function keepSendingLeftovers(): Promise<void> {
  const openVisit = openVisitIn(location);
  for (const visitId of await visitsQueued()) if (visitId !== openVisit) await sendVisit(visitId);
  if ((await tellCounts(openVisit, await sendLeftPictures())) > 0)
    setTimeout(() => void keepSendingLeftovers(), RETRY_MS);
}
