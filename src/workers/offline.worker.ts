/**
 * Service worker of a visit's pages: shown again without a network, as they were last seen. Ticks are not its business:
 * they wait in the page's own store. Built on its own (ops/build.ts) to /offline-worker.js.
 */
import { clientsClaim, type WorkboxPlugin } from "workbox-core";
import { ExpirationPlugin } from "workbox-expiration";
import { registerRoute } from "workbox-routing";
import { CacheFirst, NetworkFirst } from "workbox-strategies";

/** A cellar with one bar of signal: the page as last seen is better than a blank for longer than this. */
const PATIENCE_S = 4;

// The package's own class says "or undefined" where its interface, read strictly, does not.
const atMost = (maxEntries: number) =>
  new ExpirationPlugin({ maxEntries, purgeOnQuotaError: true }) as WorkboxPlugin;

registerRoute(
  ({ request, url }) => request.mode === "navigate" && url.pathname.startsWith("/visits/"),
  new NetworkFirst({
    cacheName: "visit-pages",
    networkTimeoutSeconds: PATIENCE_S,
    plugins: [atMost(80)],
  }),
);
// The page asks for itself to be kept when it first meets this worker: that is no navigation.
registerRoute(
  ({ request, url }) => request.mode !== "navigate" && /^\/visits\/[^/]+\/(run$|[^/]+\/)/.test(url.pathname),
  new NetworkFirst({ cacheName: "visit-pages", networkTimeoutSeconds: PATIENCE_S }),
);
registerRoute(
  ({ url, sameOrigin }) =>
    sameOrigin && (url.pathname.startsWith("/_astro/") || url.pathname === "/favicon.svg"),
  new CacheFirst({
    cacheName: "assets",
    plugins: [atMost(300)],
  }),
);
registerRoute(
  ({ url, sameOrigin }) => sameOrigin && /^\/api\/v1\/visits\/[^/]+\/photos\//.test(url.pathname),
  new CacheFirst({
    cacheName: "photos",
    plugins: [atMost(60)],
  }),
);

clientsClaim();
