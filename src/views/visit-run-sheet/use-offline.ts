import { useEffect } from "react";
import type { Workbox } from "workbox-window";

/** Everything this page is made of, by address: the scripts and styles it has loaded so far. */
function assetsOfPage(): readonly string[] {
  return performance
    .getEntriesByType("resource")
    .map(({ name }) => name)
    .filter((name) => new URL(name).pathname.startsWith("/_astro/"));
}

/** The service worker, registered and at work. Only a browser can load its package. */
async function offlineWorker(): Promise<Workbox> {
  const { Workbox: Registered } = await import("workbox-window");
  const worker = new Registered("/offline-worker.js", { scope: "/visits/" });
  await worker.register();
  await worker.active;
  return worker;
}

/** Has the page kept for when there is no network. Without a service worker the ticks still wait; only a reload needs the network. */
export function useOffline(more: readonly string[]): void {
  const wanted = more.join(" ");
  useEffect(() => {
    if (!("serviceWorker" in navigator)) return;
    const keep = async () => {
      await (await offlineWorker()).messageSW({
        type: "CACHE_URLS",
        payload: {
          urlsToCache: [location.pathname + location.search, ...assetsOfPage(), ...wanted.split(" ")].filter(
            (each) => each !== "",
          ),
        },
      });
      document.documentElement.setAttribute("data-offline-ready", "");
    };
    void keep().catch(() => undefined);
  }, [wanted]);
}
