import type { VisitEvent } from "../../core/visit/index.ts";
import { begunHref } from "./opening-fields.ts";

/** A visit that was begun on this device and that the server has not: where it is gone on with. */
export interface BegunHere {
  readonly title: string;
  readonly site: string;
  readonly href: string;
}

/** Returns what waits of a visit as a visit begun here; null where the server has the visit. */
export function begunHere(visitId: string, waiting: readonly VisitEvent[]): BegunHere | null {
  const opened = waiting.find((event) => event.kind === "visit-opened");
  const added = waiting.find((event) => event.kind === "connection-added");
  return opened === undefined || added === undefined
    ? null
    : { title: opened.title, site: opened.site.name, href: begunHref(visitId, added.connection) };
}
