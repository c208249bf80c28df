/** Lists as CSV files, for other programs: they only go out. */
import { stringify } from "csv-stringify/sync";
import { listSites } from "../../db/site.ts";
import { everyVisit } from "../../db/visit-list.ts";
import type { Context } from "../context.ts";

/** Returns every visit that is not in the bin, the newest first; for a spreadsheet, what would run as a formula is marked as text. */
export async function exportVisits({ sql }: Pick<Context, "sql">, forSpreadsheet = false): Promise<string> {
  const rows = await everyVisit(sql);
  return stringify(
    rows.map(({ visitId, startsAt, title, siteName, siteAddress, phase, lookBackDueAt }) => [
      visitId,
      startsAt.toISOString(),
      title,
      siteName,
      siteAddress,
      phase,
      lookBackDueAt?.toISOString() ?? "",
    ]),
    {
      header: true,
      columns: ["visit", "starts_at", "title", "site", "address", "phase", "follow_up_due_at"],
      escape_formulas: forSpreadsheet,
    },
  );
}

/** Returns every site by name with its customer and its visits; for a spreadsheet, what would run as a formula is marked as text. */
export async function exportSites({ sql }: Pick<Context, "sql">, forSpreadsheet = false): Promise<string> {
  const rows = await listSites(sql, null);
  return stringify(
    rows.map(({ siteId, name, address, zone, customerName, visits, lastVisitAt }) => [
      siteId,
      name,
      address,
      zone,
      customerName ?? "",
      visits,
      lastVisitAt?.toISOString() ?? "",
    ]),
    {
      header: true,
      columns: ["site", "name", "address", "time_zone", "customer", "visits", "last_visit_at"],
      escape_formulas: forSpreadsheet,
    },
  );
}
