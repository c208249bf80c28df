/** The service worker from a page's side: registered once, asked to keep pages. */
import type { Workbox } from "workbox-window";

const ADDRESS = "/offline-worker.js";

/** Registrations of before the worker served every page would go on serving theirs. */
async function forgetNarrower(): Promise<void> {
  const all = await navigator.serviceWorker.getRegistrations();
  await Promise.all(
    all
      .filter(({ scope }) => new URL(scope).pathname !== "/")
      .map((registration) => registration.unregister()),
  );
}

/** Returns the service worker, registered and at work. Errors: TypeError where the browser allows none. Only a browser can load its package. */
export async function offlineWorker(): Promise<Workbox> {
  await forgetNarrower();
  const { Workbox: Registered } = await import("workbox-window");
  const worker = new Registered(ADDRESS, { scope: "/" });
  await worker.register();
  await worker.active;
  return worker;
}

/** Has addresses kept for when there is no network; answers once they are. */
export async function keepPages(worker: Workbox, addresses: readonly string[]): Promise<void> {
  await worker.messageSW({ type: "CACHE_URLS", payload: { urlsToCache: addresses } });
}
