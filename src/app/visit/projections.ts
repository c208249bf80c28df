/** What is kept of a visit beside its events: written in the events' own transaction, and made again from them on demand. */
import { isDeepStrictEqual } from "node:util";
import { type VisitProjection, visitProjection } from "../../core/projection/index.ts";
import type { Upkeep } from "../../core/site/index.ts";
import { drawnSince } from "../../core/stock/index.ts";
import type { VisitEvent, VisitState } from "../../core/visit/index.ts";
import type { Db } from "../../db/client.ts";
import {
  type AsLeftRow,
  changeDocuments,
  type DocumentRow,
  type DueRow,
  drawnBy,
  type KeptProjection,
  putAsLeft,
  putDocuments,
  putDrawn,
  putDue,
  putTicket,
  putWet,
  type WetRow,
} from "../../db/projection.ts";
import { takeFromTruck } from "../../db/stock.ts";
import type { Context } from "../context.ts";
import { shopUpkeep } from "../shop/upkeep.ts";

type ProjectionTools = Pick<Context, "tables">;

export interface TellingOf {
  readonly events: readonly VisitEvent[];
  readonly state: VisitState;
}

const asLeftRows = ({ asLeft }: VisitProjection): readonly AsLeftRow[] =>
  asLeft.map((each) => ({
    signing: each.signing,
    connectionId: each.connection,
    continues: each.continues,
    isCorrected: each.isCorrected,
    signedAt: each.signedAt,
    body: each,
  }));

const dueRows = ({ due }: VisitProjection): readonly DueRow[] =>
  due.map(({ connection, code, dueOn, since }) => ({ connectionId: connection, code, dueOn, since }));

const documentRows = (visitId: string, { documents }: VisitProjection): readonly DocumentRow[] =>
  documents.map(({ kind, key, title, detail, words, connection, at }) => ({
    kind,
    key: `${visitId} ${key}`,
    title,
    detail,
    words,
    href: connection === null ? `/visits/${visitId}` : `/visits/${visitId}/${connection}`,
    at,
  }));

const wetRows = ({ wet }: VisitProjection): readonly WetRow[] =>
  wet.map(({ look, connection, label, by, at }) => ({
    lookId: look,
    connectionId: connection,
    label,
    actor: by,
    foundAt: at,
  }));

/** Returns what should stand in the rows of a visit, each list in the order of its keys: for comparing. */
export function wantedRows(visitId: string, projection: VisitProjection): KeptProjection {
  const byKey = <T>(rows: readonly T[], key: (row: T) => string): readonly T[] =>
    rows.toSorted((a, b) => (key(a) < key(b) ? -1 : 1));
  return {
    ticket: JSON.parse(JSON.stringify(projection.ticket)),
    asLeft: byKey(projection.asLeft, ({ signing }) => signing).map((each) =>
      JSON.parse(JSON.stringify(each)),
    ),
    due: byKey(dueRows(projection), ({ connectionId, code }) => `${connectionId} ${code}`),
    drawn: byKey(projection.drawn, ({ sku }) => sku),
    wet: byKey(wetRows(projection), ({ lookId }) => lookId),
    documents: byKey(documentRows(visitId, projection), ({ kind, key }) => `${kind} ${key}`),
  };
}

/** Computes what is kept of a visit beside its events. */
export async function projectionOf(
  sql: Db,
  visitId: string,
  { events, state }: TellingOf,
  { tables }: ProjectionTools,
  upkeep?: readonly Upkeep[],
): Promise<VisitProjection> {
  const rules = upkeep ?? (await shopUpkeep({ sql, tables }));
  return visitProjection(visitId, events, state, { stages: tables.stages, upkeep: rules });
}

/** Writes every row of a visit's projection. */
export async function writeProjection(sql: Db, visitId: string, projection: VisitProjection): Promise<void> {
  await putTicket(sql, visitId, projection.ticket);
  await putAsLeft(sql, visitId, asLeftRows(projection));
  await putDue(sql, visitId, dueRows(projection));
  await putDrawn(sql, visitId, projection.drawn);
  await putWet(sql, visitId, wetRows(projection));
  await putDocuments(sql, visitId, documentRows(visitId, projection));
}

/**
 * Writes what events have changed of a visit's projection, and takes from the truck what was made up or gives back what was
 * undone. `before`: what stood; null: the visit is new. Call in the events' transaction.
 */
export async function keepProjection(
  sql: Db,
  visitId: string,
  before: TellingOf | null,
  after: TellingOf,
  tools: ProjectionTools,
): Promise<void> {
  const upkeep = await shopUpkeep({ sql, tables: tools.tables });
  const now = await projectionOf(sql, visitId, after, tools, upkeep);
  const then = before === null ? null : await projectionOf(sql, visitId, before, tools, upkeep);
  const isChanged = (key: "asLeft" | "due" | "wet" | "drawn") =>
    then === null || !isDeepStrictEqual(then[key], now[key]);
  // Also where nothing shows: a ticket says of which event it is.
  await putTicket(sql, visitId, now.ticket);
  if (isChanged("asLeft")) await putAsLeft(sql, visitId, asLeftRows(now));
  if (isChanged("due")) await putDue(sql, visitId, dueRows(now));
  if (isChanged("wet")) await putWet(sql, visitId, wetRows(now));
  await changeDocuments(
    sql,
    visitId,
    then === null ? [] : documentRows(visitId, then),
    documentRows(visitId, now),
  );
  if (isChanged("drawn")) {
    const quantities = (rows: VisitProjection["drawn"]) =>
      new Map(rows.map(({ sku, quantity }) => [sku, quantity]));
    const change = drawnSince(quantities(await drawnBy(sql, visitId)), quantities(now.drawn));
    await putDrawn(sql, visitId, now.drawn);
    await takeFromTruck(
      sql,
      [...change].map(([sku, quantity]) => ({ sku, quantity })),
    );
  }
}
