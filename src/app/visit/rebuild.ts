/** Making again what is kept of visits beside their events, and comparing what stands with what should. */
import { isDeepStrictEqual } from "node:util";
import { PROJECTION_VERSION } from "../../core/projection/index.ts";
import type { Upkeep } from "../../core/site/index.ts";
import type { Db, Pool } from "../../db/client.ts";
import {
  type KeptProjection,
  projectionVersion,
  readProjection,
  setProjectionVersion,
} from "../../db/projection.ts";
import { findVisit, visitIds } from "../../db/visit.ts";
import type { Context } from "../context.ts";
import { shopUpkeep } from "../shop/upkeep.ts";
import { projectionOf, type TellingOf, wantedRows, writeProjection } from "./projections.ts";
import { foldedVisit, isUnreadable } from "./visit-cache.ts";

type RebuildTools = Pick<Context, "sql" | "tables">;
type Part = keyof KeptProjection;

/**
 * Returns which rows of a visit say something else than its events; with `write` they are made again. The truck is left as
 * its list says: what was drawn before was counted then.
 */
export async function compareProjection(
  sql: Db,
  visitId: string,
  telling: TellingOf,
  {
    tables,
    upkeep,
    write,
  }: Pick<RebuildTools, "tables"> & { readonly upkeep?: readonly Upkeep[]; readonly write: boolean },
): Promise<readonly Part[]> {
  const projection = await projectionOf(sql, visitId, telling, { tables }, upkeep);
  const wanted = wantedRows(visitId, projection);
  const kept = await readProjection(sql, visitId);
  const parts: readonly Part[] = ["ticket", "asLeft", "due", "drawn", "documents"];
  const differing = parts.filter((part) => !isDeepStrictEqual(kept[part], wanted[part]));
  if (write && differing.length > 0) await writeProjection(sql, visitId, projection);
  return differing;
}

/** Makes the rows of every readable visit again. Returns how many visits were gone through. */
export async function rebuildProjections({ sql, tables }: RebuildTools): Promise<number> {
  const upkeep = await shopUpkeep({ sql, tables });
  const ids = await visitIds(sql);
  for (const id of ids)
    await sql.begin(async (tx) => {
      const row = await findVisit(tx, id);
      if (row === undefined) return;
      const folded = await foldedVisit(sql, row, tx);
      if (isUnreadable(folded)) return;
      const telling = { events: folded.events.map(({ event }) => event), state: folded.state };
      await writeProjection(tx, id, await projectionOf(tx, id, telling, { tables }, upkeep));
    });
  return ids.length;
}

/** Makes all rows again where they were made in an earlier way, or never. */
export async function bringProjectionsForward(sql: Pool, tables: RebuildTools["tables"]): Promise<void> {
  if ((await projectionVersion(sql)) >= PROJECTION_VERSION) return;
  await rebuildProjections({ sql, tables });
  await setProjectionVersion(sql, PROJECTION_VERSION);
}
