/**
 * Service worker of the shop's pages: shown again without a network, as they were last seen. Ticks are not its business:
 * they wait in the page's own store. Built on its own (ops/build.ts) to /offline-worker.js.
 */
import { clientsClaim, type WorkboxPlugin } from "workbox-core";
import { ExpirationPlugin } from "workbox-expiration";
import { registerRoute, setCatchHandler } from "workbox-routing";
import { CacheFirst, NetworkFirst } from "workbox-strategies";

/** Addresses of the scripts, styles and fonts of this build (ops/build.ts). */
declare const ASSETS_OF_BUILD: readonly string[];

/** A cellar with one bar of signal: the page as last seen is better than a blank for longer than this. */
const PATIENCE_S = 4;

// The package's own class says "or undefined" where its interface, read strictly, does not.
const atMost = (maxEntries: number) =>
  new ExpirationPlugin({ maxEntries, purgeOnQuotaError: true }) as WorkboxPlugin;

/** Addresses of pages of the shop: no endpoints, no files, no links that a customer was given. */
const isPage = ({ pathname }: URL) =>
  !/^\/(api|_astro|look-back)\//.test(pathname) && !(pathname.split("/").at(-1) ?? "").includes(".");

registerRoute(
  ({ request, url, sameOrigin }) => sameOrigin && request.mode === "navigate" && isPage(url),
  new NetworkFirst({
    cacheName: "pages",
    networkTimeoutSeconds: PATIENCE_S,
    plugins: [atMost(200)],
  }),
);
/** Page that begins a visit on this device alone. */
const BEGIN_HERE = "/visits/begin";

// "New visit" on Today without a network: what was chosen goes on to the page that begins a visit here.
registerRoute(
  ({ request, url, sameOrigin }) => sameOrigin && request.mode === "navigate" && url.pathname === "/",
  async ({ request }) => {
    const again = request.clone();
    try {
      return await fetch(request);
    } catch {
      const fields = new URLSearchParams();
      for (const [name, value] of await again.formData())
        if (typeof value === "string") fields.set(name, value);
      return Response.redirect(`${BEGIN_HERE}#${fields}`, 303);
    }
  },
  "POST",
);
// Today and a visit's own pages ask for pages to be kept: those are no navigations.
registerRoute(
  ({ request, url, sameOrigin }) => sameOrigin && request.mode !== "navigate" && isPage(url),
  new NetworkFirst({ cacheName: "pages" }),
);
registerRoute(
  ({ url, sameOrigin }) =>
    sameOrigin && (url.pathname.startsWith("/_astro/") || /^\/[a-z0-9-]+\.(svg|png)$/.test(url.pathname)),
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

/** What is shown for a page that was never kept. */
const WITHOUT_NETWORK = "/offline";

setCatchHandler(async ({ request }) => {
  const instead = request.destination === "document" ? await caches.match(WITHOUT_NETWORK) : undefined;
  return instead ?? Response.error();
});

// Scripts and styles of every page are fetched once, so that a kept page is whole although nobody has opened it here.
addEventListener("install", (event) => {
  if (!("waitUntil" in event) || typeof event.waitUntil !== "function") return;
  event.waitUntil(
    Promise.all([
      caches.open("assets").then((cache) => cache.addAll([...ASSETS_OF_BUILD])),
      caches.open("fallback").then((cache) => cache.add(WITHOUT_NETWORK)),
    ]),
  );
});

clientsClaim();
