import { useEffect } from "react";
import { Workbox } from "workbox-window";

/** Everything this page is made of, by address: the scripts and styles it has loaded so far. */
function assetsOfPage(): readonly string[] {
  return performance
    .getEntriesByType("resource")
    .map(({ name }) => name)
    .filter((name) => new URL(name).pathname.startsWith("/_astro/"));
}

/** Has the page kept for when there is no network. Without a service worker the ticks still wait; only a reload needs the network. */
export function useOffline(more: readonly string[]): void {
  const wanted = more.join(" ");
  useEffect(() => {
    if (!("serviceWorker" in navigator)) return;
    const worker = new Workbox("/offline-worker.js", { scope: "/visits/" });
    void worker
      .register()
      .then(() => worker.active)
      .then(() =>
        worker.messageSW({
          type: "CACHE_URLS",
          payload: {
            urlsToCache: [
              location.pathname + location.search,
              ...assetsOfPage(),
              ...wanted.split(" "),
            ].filter((each) => each !== ""),
          },
        }),
      )
      .then(() => document.documentElement.setAttribute("data-offline-ready", ""))
      .catch(() => undefined);
  }, [wanted]);
}
