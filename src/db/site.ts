/** Rows of sites: where visits go, who is asked for there, the valves that are known, and the fixtures as they were left. */
import type { Db } from "./client.ts";

export interface SiteRow {
  readonly siteId: string;
  readonly customerId: string | null;
  readonly name: string;
  readonly address: string;
  readonly zone: string;
  /** Valves as they were noted last; checked by whoever reads them. */
  readonly valves: unknown;
  /** Checked by whoever reads them. */
  readonly contacts: unknown;
  /** How to get in; stays in the shop. */
  readonly accessNote: string;
  readonly version: number;
}

const columns = (sql: Db) =>
  sql`site_id, customer_id, name, address, zone, valves, contacts, access_note, version`;

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
  const [row] = await sql<
    SiteRow[]
  >`select ${columns(sql)} from site where name = ${name} and address = ${address}`;
  return row;
}

/** Finds a site by its id. */
export async function findSiteById(sql: Db, siteId: string): Promise<SiteRow | undefined> {
  const [row] = await sql<SiteRow[]>`select ${columns(sql)} from site where site_id = ${siteId}`;
  return row;
}

/** Returns the site a visit goes to. */
export async function siteOfVisit(sql: Db, visitId: string): Promise<SiteRow | undefined> {
  const [row] = await sql<SiteRow[]>`
    select ${columns(sql)} from site where site_id = (select site_id from visit where visit_id = ${visitId})`;
  return row;
}

export interface ListedSiteRow extends SiteRow {
  readonly customerName: string | null;
  readonly visits: number;
  readonly lastVisitAt: Date | null;
}

/** Returns sites by name, so many after a name and id, with how often and when they were visited last. */
export async function listSites(
  sql: Db,
  limit: number | null,
  after: { readonly name: string; readonly id: string } | null = null,
  like: string | null = null,
): Promise<readonly ListedSiteRow[]> {
  return sql<ListedSiteRow[]>`
    select site.site_id, site.customer_id, site.name, site.address, site.zone, site.valves, site.contacts, site.access_note,
      site.version, customer.name as customer_name, visits.visits, visits.last_visit_at
    from site left join customer using (customer_id)
    cross join lateral (
      select count(*)::int as visits, max(starts_at) as last_visit_at from visit
      where visit.site_id = site.site_id and phase <> 'binned') as visits
    where ${after === null ? sql`true` : sql`(lower(site.name), site.site_id) > (${after.name.toLowerCase()}, ${after.id})`}
      and ${like === null ? sql`true` : sql`(site.name ilike ${like} or site.address ilike ${like} or customer.name ilike ${like})`}
    order by lower(site.name), site.site_id limit ${limit}::int`;
}

/** Returns the sites of a customer, by name. */
export async function sitesOfCustomer(sql: Db, customerId: string): Promise<readonly SiteRow[]> {
  return sql<SiteRow[]>`
    select ${columns(sql)} from site where customer_id = ${customerId} order by lower(name), site_id`;
}

/** Latest visits among which the sites visited last are looked for. */
const LATEST_VISITS = 200;

/** Returns the sites that the latest visits went to, the latest first. */
export async function recentSites(sql: Db, limit: number): Promise<readonly SiteRow[]> {
  return sql<SiteRow[]>`
    with latest as (
      select site_id, max(starts_at) as at from (
        select site_id, starts_at from visit where phase <> 'binned'
        order by starts_at desc, visit_id desc limit ${LATEST_VISITS}) as visits
      group by site_id)
    select ${columns(sql)} from site join latest using (site_id) order by latest.at desc, site_id limit ${limit}`;
}

/** Writes a site's particulars if nobody has changed them since version `seen`; false when somebody has. */
export async function updateSite(
  sql: Db,
  row: Omit<SiteRow, "valves" | "version" | "contacts">,
  contactsAsJson: string,
  seen: number,
): Promise<boolean> {
  const changed = await sql`
    update site set customer_id = ${row.customerId}, name = ${row.name}, address = ${row.address}, zone = ${row.zone},
      contacts = ${contactsAsJson}::text::jsonb, access_note = ${row.accessNote}, version = version + 1
    where site_id = ${row.siteId} and version = ${seen} returning site_id`;
  return changed.length > 0;
}

export interface SiteChangeRow {
  readonly actor: string;
  readonly madeAt: Date;
  readonly field: string;
  readonly was: string;
  readonly became: string;
}

/** Notes what was changed of a site. */
export async function insertSiteChanges(
  sql: Db,
  siteId: string,
  changes: readonly SiteChangeRow[],
): Promise<void> {
  for (const { actor, madeAt, field, was, became } of changes)
    await sql`
      insert into site_change (site_id, actor, made_at, field, was, became)
      values (${siteId}, ${actor}, ${madeAt}, ${field}, ${was}, ${became})`;
}

/** Returns what was changed of a site, the latest first. */
export async function siteChanges(sql: Db, siteId: string, limit: number): Promise<readonly SiteChangeRow[]> {
  return sql<SiteChangeRow[]>`
    select actor, made_at, field, was, became from site_change where site_id = ${siteId} order by change_id desc limit ${limit}`;
}

export interface AsLeftBodyRow {
  /** Checked by whoever reads it. */
  readonly body: unknown;
  readonly visitTitle: string;
}

/** Returns every connection as visits to a site have left it, the latest first; what was corrected among them. */
export async function asLeftAtSite(
  sql: Db,
  siteId: string,
  limit: number,
): Promise<readonly AsLeftBodyRow[]> {
  return sql<AsLeftBodyRow[]>`
    select body, visit.title as visit_title from connection_as_left join visit using (visit_id)
    where visit.site_id = ${siteId} order by signed_at desc, signing limit ${limit}`;
}

/** Returns connections as they were left last, by their ids. */
export async function findAsLeft(
  sql: Db,
  connectionIds: readonly string[],
): Promise<readonly AsLeftBodyRow[]> {
  if (connectionIds.length === 0) return [];
  return sql<AsLeftBodyRow[]>`
    select body, visit.title as visit_title from connection_as_left join visit using (visit_id)
    where connection_id in ${sql(connectionIds)} and not is_corrected order by signed_at desc, signing`;
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
