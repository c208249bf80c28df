/** Everything that is kept of a visit beside its events. */

import type { Stage } from "../check/index.ts";
import { type ConnectionAsLeft, type DueThing, dueThings, type Upkeep, visitAsLeft } from "../site/index.ts";
import { drawnParts } from "../stock/index.ts";
import type { VisitEvent, VisitState } from "../visit/index.ts";
import { type SearchDocument, searchDocuments } from "./search-document.ts";
import { type VisitTicket, visitTicket } from "./ticket.ts";

/** Number of today's way of projecting: a higher one than the database's makes all projections again. */
export const PROJECTION_VERSION = 3;

export interface VisitProjection {
  readonly ticket: VisitTicket;
  readonly asLeft: readonly ConnectionAsLeft[];
  readonly due: readonly (DueThing & { readonly connection: string })[];
  /** Taken from the truck. */
  readonly drawn: readonly { readonly sku: string; readonly quantity: number }[];
  readonly documents: readonly SearchDocument[];
  /** Answered wet and not seen to; a visit in the bin keeps its own. */
  readonly wet: readonly WetConnection[];
}

/** A follow-up check that was answered wet and that no person of the shop has answered yet. */
export interface WetConnection {
  readonly look: string;
  readonly connection: string;
  readonly label: string;
  readonly by: string;
  readonly at: string;
}

function wetConnections({ connections }: VisitState): readonly WetConnection[] {
  return connections.flatMap(({ id: connection, survey: { label }, wetAnswers }) =>
    wetAnswers.map(({ id: look, by, at }): WetConnection => ({ look, connection, label, by, at })),
  );
}

/**
 * Computes what is kept of a visit beside its events, from its events alone. `state` is what those events have come to;
 * `upkeep` the shop's intervals. A training visit leaves nothing at the site and takes nothing from the truck.
 */
export function visitProjection(
  visit: string,
  events: readonly VisitEvent[],
  state: VisitState,
  { stages, upkeep }: { readonly stages: readonly Stage[]; readonly upkeep: readonly Upkeep[] },
): VisitProjection {
  const asLeft = visitAsLeft(visit, events, state);
  const drawn = state.isTraining ? new Map<string, number>() : drawnParts(state.connections);
  return {
    ticket: visitTicket(state, stages),
    asLeft,
    due: asLeft.flatMap((each) =>
      dueThings(each, upkeep).map((thing) => ({ ...thing, connection: each.connection })),
    ),
    drawn: [...drawn]
      .map(([sku, quantity]) => ({ sku, quantity }))
      .toSorted((a, b) => (a.sku < b.sku ? -1 : 1)),
    documents: searchDocuments(visit, state),
    wet: wetConnections(state),
  };
}
