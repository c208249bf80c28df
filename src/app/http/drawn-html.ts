/** Drawings of a page as HTML: drawn once for the same figures in the same units, whichever page shows them. */
import { LRUCache } from "lru-cache";
import { createElement, type FunctionComponent } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { displayInUse } from "../../labels/display.ts";

/** Drawings of one kind held in memory at most. */
const MOST_HELD = 4000;

const drawn = new WeakMap<object, LRUCache<string, string>>();

/** Returns a drawing as React writes it, every text escaped. `props` must be what JSON tells apart. */
export function drawnHtml<P extends object>(drawing: FunctionComponent<P>, props: P): string {
  const held = drawn.get(drawing) ?? new LRUCache<string, string>({ max: MOST_HELD });
  drawn.set(drawing, held);
  const key = JSON.stringify([displayInUse(), props]);
  const cached = held.get(key);
  if (cached !== undefined) return cached;
  const html = renderToStaticMarkup(createElement(drawing, props));
  held.set(key, html);
  return html;
}
