/** The run of a connection as beads: drawn once for each state of its joints. */

import { LRUCache } from "lru-cache";
import { createElement } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import type { TicketConnection } from "../../core/projection/index.ts";
import { JointStrip } from "../../drawing/joint-strip.tsx";

/** Strips held in memory at most. */
const MOST_HELD = 4000;
const drawn = new LRUCache<string, string>({ max: MOST_HELD });

/** Returns the SVG as React writes it, every text escaped. */
export function jointStripHtml({ joints, label }: Pick<TicketConnection, "joints" | "label">): string {
  const key = JSON.stringify([joints, label]);
  const cached = drawn.get(key);
  if (cached !== undefined) return cached;
  const strip = renderToStaticMarkup(createElement(JointStrip, { joints, fixture: label }));
  drawn.set(key, strip);
  return strip;
}
