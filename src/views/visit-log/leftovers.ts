/** What waits of visits that are not open: sent from whatever page is, and told while it cannot be. */
import { sendRound } from "./send.ts";
import { loadWaiting, settleWaiting, visitsWaiting } from "./waiting-store.ts";

const RETRY_MS = 8000;

/** Sends what it can; returns how many events still wait. A visit open in this page sends its own. */
async function sendLeftovers(openVisit: string | null): Promise<number> {
  let left = 0;
  for (const visitId of visitsWaiting().filter((id) => id !== openVisit))
    for (let waiting = loadWaiting(visitId); waiting.length > 0; waiting = loadWaiting(visitId)) {
      const { kept, dropped, isUnreachable } = await sendRound(visitId, waiting);
      settleWaiting(
        visitId,
        [...kept, ...dropped].map(({ id }) => id),
        kept,
      );
      if (isUnreachable) {
        left += waiting.length;
        break;
      }
    }
  return left;
}

/** Keeps at it while the page stands, and shows the count in `[data-unsent]`. */
export async function keepSendingLeftovers(): Promise<void> {
  const [, openVisit = null] =
    /^\/visits\/([^/]+)\/[^/]+\/|^\/visits\/([^/]+)\/run/.exec(location.pathname) ?? [];
  const left = await sendLeftovers(openVisit);
  const bar = document.querySelector<HTMLElement>("[data-unsent]");
  if (bar) {
    bar.hidden = left === 0;
    bar.textContent = left === 0 ? "" : `${left} not sent yet: kept on this device, tried again.`;
  }
  if (left > 0) setTimeout(() => void keepSendingLeftovers(), RETRY_MS);
}
