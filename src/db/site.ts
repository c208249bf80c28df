/** Rows of sites: where visits go, and the valves that are known there. */
import type { Db } from "./client.ts";

export interface SiteRow {
  readonly siteId: string;
  readonly name: string;
  readonly address: string;
  readonly zone: string;
  /** Valves as they were noted last; checked by whoever reads them. */
  readonly valves: unknown;
}

/** Returns the id of a site, which is added where it is not there yet. Its time zone is the last one told. */
export async function keepSite(
  sql: Db,
  { name, address, zone }: Pick<SiteRow, "name" | "address" | "zone">,
): Promise<string> {
  const [row] = await sql<{ siteId: string }[]>`
    insert into site (name, address, zone) values (${name}, ${address}, ${zone})
    on conflict (name, address) do update set zone = excluded.zone returning site_id`;
  if (row === undefined) throw new Error("a site that was kept has no row");
  return row.siteId;
}

/** Finds a site by what it is called and where it is. */
export async function findSite(sql: Db, name: string, address: string): Promise<SiteRow | undefined> {
  const [row] = await sql<SiteRow[]>`
    select site_id, name, address, zone, valves from site where name = ${name} and address = ${address}`;
  return row;
}

/** Writes a site's valves in place of those of the same names. `valves` is a JSON array of objects with a name. */
export async function noteValves(sql: Db, visitId: string, valvesAsJson: string): Promise<void> {
  await sql`
    update site set valves = (
      select coalesce(jsonb_agg(valve), '[]')
      from jsonb_array_elements(site.valves) as valve
      where valve ->> 'name' not in (select noted ->> 'name' from jsonb_array_elements(${valvesAsJson}::text::jsonb) as noted)
    ) || ${valvesAsJson}::text::jsonb
    where site_id = (select site_id from visit where visit_id = ${visitId})`;
}
