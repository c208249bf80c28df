/** The page that is shown without a network lists what can be opened all the same. */

/** Cache of the pages, as the service worker names it. */
export const PAGES = "pages";

/** Returns what a kept page is called: its title without the product's name. */
function titleOf(html: string, path: string): string {
  const title = new DOMParser().parseFromString(html, "text/html").title;
  return title.replace(/ · Brass Nut$/, "") || path;
}

/** Lists the pages that are kept on this device. */
export async function listKeptPages(list: HTMLElement): Promise<void> {
  const cache = await caches.open(PAGES);
  const kept = await cache.keys();
  const rows = await Promise.all(
    kept.map(async (request) => {
      const response = await cache.match(request);
      const { pathname, search } = new URL(request.url);
      return { path: pathname + search, title: titleOf((await response?.text()) ?? "", pathname) };
    }),
  );
  list.replaceChildren(
    ...rows
      .sort((a, b) => a.path.length - b.path.length || a.title.localeCompare(b.title))
      .map(({ path, title }) => {
        const item = document.createElement("li");
        const link = document.createElement("a");
        link.href = path;
        link.className = "flex min-h-touch items-center border-t border-hairline";
        link.textContent = title;
        item.append(link);
        return item;
      }),
  );
}
