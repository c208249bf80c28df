import { useEffect } from "react";
import { keepPages, offlineWorker } from "../offline-worker.ts";

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
    const keep = async () => {
      await keepPages(
        await offlineWorker(),
        [location.pathname + location.search, ...assetsOfPage(), ...wanted.split(" ")].filter(
          (each) => each !== "",
        ),
      );
      document.documentElement.setAttribute("data-offline-ready", "");
    };
    void keep().catch(() => undefined);
  }, [wanted]);
}
