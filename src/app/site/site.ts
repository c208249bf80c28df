/** Sites and customers: what is known of them, and correcting it. */
import type { z } from "zod";
import { type ConnectionAsLeft, type RoomAsLeft, roomsAsLeft, siteMap } from "../../core/site/index.ts";
import type { WaterMap } from "../../core/situation/index.ts";
import {
  type CustomerRow,
  findCustomer,
  insertCustomer,
  listCustomers,
  updateCustomer,
} from "../../db/customer.ts";
import {
  asLeftAtSite,
  findAsLeft,
  findSite,
  findSiteById,
  insertSiteChanges,
  type ListedSiteRow,
  listSites,
  recentSites,
  type SiteChangeRow,
  type SiteRow,
  siteChanges,
  siteOfVisit,
  sitesOfCustomer,
  updateSite,
} from "../../db/site.ts";
import { transact } from "../../db/transact.ts";
import { visitsAtSite } from "../../db/visit-list.ts";
import { asLeftSchema } from "../../schema/as-left.ts";
import { type Contact, contactsSchema, customerForm, siteForm } from "../../schema/site.ts";
import { uuid } from "../../schema/text.ts";
import type { Context } from "../context.ts";
import { AppError, invalid, notFound } from "../http/app-error.ts";
import { SOMEBODY_ELSE } from "../shop/setting.ts";
import { storedValves } from "../visit/site-valves.ts";
import { type AnyTicket, ticketsOf } from "../visit/today.ts";

/** Connections as left that one site's page is made from at most. */
const MOST_AS_LEFT = 400;
const MOST_CHANGES = 50;
const MOST_VISITS = 30;
/** Customers offered in a form: those whose name, phone or address holds what was looked for. */
const MOST_CUSTOMERS = 50;
const A_PAGE = 50;

export interface Site extends Omit<SiteRow, "valves" | "contacts"> {
  readonly valves: z.output<typeof storedValves>;
  readonly contacts: readonly Contact[];
}

export interface SitePage {
  readonly site: Site;
  readonly customer: CustomerRow | null;
  /** Customers found by what was looked for, beside the site's own; empty: nobody looked. */
  readonly customers: readonly CustomerRow[];
  readonly rooms: readonly RoomAsLeft[];
  /** The water down to every fixture that is there. */
  readonly water: WaterMap;
  readonly visits: readonly AnyTicket[];
  readonly changes: readonly SiteChangeRow[];
}

function siteOf(row: SiteRow): Site {
  return { ...row, valves: storedValves.parse(row.valves), contacts: contactsSchema.parse(row.contacts) };
}

const asLeftOf = (rows: readonly { readonly body: unknown }[]): readonly ConnectionAsLeft[] =>
  rows.map(({ body }) => asLeftSchema.parse(body));

/** Reads everything known of a site. `customerLike`: part of the name, phone or address of customers to choose from. Errors: AppError not-found. */
export async function readSite(
  context: Context,
  siteId: string,
  customerLike: string | null = null,
): Promise<SitePage> {
  const { sql } = context;
  const row = await findSiteById(sql, siteId);
  if (!row) throw notFound("site");
  const [asLeft, visits, changes, customers, customer] = await Promise.all([
    asLeftAtSite(sql, siteId, MOST_AS_LEFT),
    visitsAtSite(sql, siteId, MOST_VISITS),
    siteChanges(sql, siteId, MOST_CHANGES),
    likeOf(customerLike) === null ? [] : listCustomers(sql, MOST_CUSTOMERS, null, likeOf(customerLike)),
    row.customerId === null ? undefined : findCustomer(sql, row.customerId),
  ]);
  const site = siteOf(row);
  const rooms = roomsAsLeft(asLeftOf(asLeft));
  return {
    site,
    customer: customer ?? null,
    customers,
    rooms,
    water: siteMap(site.valves, rooms),
    visits: await ticketsOf(context, visits),
    changes,
  };
}

const MARK = /^(.*)~([0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12})$/s;

/** Where a page of names begins; null: at the start. */
function afterMark(text: string | null): { readonly name: string; readonly id: string } | null {
  const [, name, id] = MARK.exec(text ?? "") ?? [];
  return name === undefined || id === undefined ? null : { name, id };
}

/** Letters of a filter at most. */
const MOST_LETTERS = 80;

/** A part of a name as the database looks for it; null: nothing was typed. */
function likeOf(typed: string | null): string | null {
  const clean = (typed ?? "").trim().slice(0, MOST_LETTERS);
  return clean === "" ? null : `%${clean.replaceAll(/[\\%_]/g, "\\$&")}%`;
}

/** Returns a page of sites by name, and where the next one begins. `containing`: part of a name, an address or a customer's name. */
export async function readSites(
  { sql }: Pick<Context, "sql">,
  after: string | null,
  containing: string | null = null,
): Promise<{ readonly sites: readonly ListedSiteRow[]; readonly next: string | null }> {
  const rows = await listSites(sql, A_PAGE + 1, afterMark(after), likeOf(containing));
  const sites = rows.slice(0, A_PAGE);
  const last = sites.at(-1);
  return { sites, next: rows.length > A_PAGE && last ? `${last.name}~${last.siteId}` : null };
}

/** Sites offered where a visit is opened. */
const MOST_OFFERED = 40;

/** Returns the sites visited last, the latest first. */
export async function recentlyVisited({ sql }: Pick<Context, "sql">): Promise<readonly SiteRow[]> {
  return recentSites(sql, MOST_OFFERED);
}

/** Returns the site that an address names by its id; null: none is named, or there is none. */
export async function siteNamed(
  { sql }: Pick<Context, "sql">,
  siteId: string | null,
): Promise<SiteRow | null> {
  const asked = uuid.safeParse(siteId);
  return asked.success ? ((await findSiteById(sql, asked.data)) ?? null) : null;
}

/** Returns a page of customers by name, and where the next one begins. `containing`: part of a name, phone or address. */
export async function readCustomers(
  { sql }: Pick<Context, "sql">,
  after: string | null,
  containing: string | null = null,
): Promise<{ readonly customers: readonly CustomerRow[]; readonly next: string | null }> {
  const rows = await listCustomers(sql, A_PAGE + 1, afterMark(after), likeOf(containing));
  const customers = rows.slice(0, A_PAGE);
  const last = customers.at(-1);
  return { customers, next: rows.length > A_PAGE && last ? `${last.name}~${last.customerId}` : null };
}

/** Reads a customer with their sites. Errors: AppError not-found. */
export async function readCustomer(
  { sql }: Pick<Context, "sql">,
  customerId: string,
): Promise<{ readonly customer: CustomerRow; readonly sites: readonly SiteRow[] }> {
  const customer = await findCustomer(sql, customerId);
  if (!customer) throw notFound("customer");
  return { customer, sites: await sitesOfCustomer(sql, customerId) };
}

/** Contacts as a form shows and takes them. */
export const contactsAsText = (contacts: readonly Contact[]): string =>
  contacts.map(({ name, role, phone }) => [name, role, phone].join(", ")).join("\n");

type SiteFields = z.output<typeof siteForm>;

function changesOf(
  before: Site,
  now: SiteFields,
  names: { readonly was: string; readonly became: string },
  stamp: Pick<SiteChangeRow, "actor" | "madeAt">,
): readonly SiteChangeRow[] {
  const fields: readonly (readonly [string, string, string])[] = [
    ["name", before.name, now.name],
    ["address", before.address, now.address],
    ["time zone", before.zone, now.zone],
    ["contacts", contactsAsText(before.contacts), contactsAsText(now.contacts)],
    ["access", before.accessNote, now.accessNote],
    ["customer", names.was, names.became],
  ];
  return fields
    .filter(([, was, became]) => was !== became)
    .map(([field, was, became]) => ({ ...stamp, field, was, became }));
}

/**
 * Corrects a site's particulars; what stood before is kept with who changed it.
 * Errors: AppError not-found; invalid naming the field; conflict when another site has that name and address; stale.
 */
export async function correctSite(context: Context, siteId: string, form: FormData): Promise<void> {
  const parsed = siteForm.safeParse(Object.fromEntries(form));
  if (!parsed.success) throw invalid(parsed.error);
  const { version, customer, contacts, ...fields } = parsed.data;
  const stamp = { actor: await context.actor(), madeAt: context.now() };
  await transact(context.sql, async (tx) => {
    const row = await findSiteById(tx, siteId);
    if (!row) throw notFound("site");
    const twin = await findSite(tx, fields.name, fields.address);
    if (twin && twin.siteId !== siteId)
      throw new AppError("conflict", "Another site has this name and address already.", [
        { path: "name", message: "taken" },
      ]);
    const nameOf = async (id: string | null) =>
      id === null ? "" : ((await findCustomer(tx, id))?.name ?? "");
    const next = { ...row, ...fields, customerId: customer === undefined ? row.customerId : customer };
    if (customer != null && (await findCustomer(tx, customer)) === undefined) throw notFound("customer");
    const names = { was: await nameOf(row.customerId), became: await nameOf(next.customerId) };
    await insertSiteChanges(tx, siteId, changesOf(siteOf(row), parsed.data, names, stamp));
    if (!(await updateSite(tx, next, JSON.stringify(contacts), version)))
      throw new AppError("stale", SOMEBODY_ELSE);
  });
}

/** Adds a customer under the id its form was made with; sent twice, added once. Errors: AppError invalid. */
export async function addCustomer(
  { sql }: Pick<Context, "sql">,
  customerId: string,
  form: FormData,
): Promise<void> {
  const parsed = customerForm.safeParse({ version: 0, ...Object.fromEntries(form) });
  if (!parsed.success) throw invalid(parsed.error);
  await insertCustomer(sql, { customerId, ...parsed.data });
}

/** Corrects a customer. Errors: AppError not-found, invalid, stale. */
export async function correctCustomer(
  { sql }: Pick<Context, "sql">,
  customerId: string,
  form: FormData,
): Promise<void> {
  const parsed = customerForm.safeParse(Object.fromEntries(form));
  if (!parsed.success) throw invalid(parsed.error);
  if ((await findCustomer(sql, customerId)) === undefined) throw notFound("customer");
  const { version, ...fields } = parsed.data;
  if (!(await updateCustomer(sql, { customerId, ...fields }, version)))
    throw new AppError("stale", SOMEBODY_ELSE);
}

/** Returns connections as they were left last. Errors: AppError not-found when one of them was never left. */
export async function readAsLeft(
  { sql }: Pick<Context, "sql">,
  connectionIds: readonly string[],
): Promise<readonly ConnectionAsLeft[]> {
  const found = asLeftOf(await findAsLeft(sql, connectionIds));
  return connectionIds.map((id) => {
    const own = found.find(({ connection }) => connection === id);
    if (own === undefined) throw notFound("fixture");
    return own;
  });
}

/** Returns how an earlier visit left the connection that this one goes on from; null: it begins from a preset, or that visit is not here. */
export async function leftBefore(
  { sql }: Pick<Context, "sql">,
  { continues }: { readonly continues: string | null },
): Promise<ConnectionAsLeft | null> {
  if (continues === null) return null;
  return asLeftOf(await findAsLeft(sql, [continues]))[0] ?? null;
}

/** Returns the id of the site a visit goes to; null when there is none. */
export async function siteIdOf({ sql }: Pick<Context, "sql">, visitId: string): Promise<string | null> {
  return (await siteOfVisit(sql, visitId))?.siteId ?? null;
}
