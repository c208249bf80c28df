/** The archive of a whole shop: a ZIP of JSON lines, one file a table, with pictures and CSV files beside. */
import { z } from "zod";
import { STOP_PROOFS } from "../core/survey/index.ts";
import { partSchema } from "./part.ts";
import { contactsSchema } from "./site.ts";
import { storedStep } from "./tables.ts";
import { valveSchema } from "./visit.ts";

export const ARCHIVE_FORMAT = "brass-nut/shop@2" as const;

const id = z.uuid();
const text = z.string();
const instant = z.string().meta({ description: "UTC, ISO 8601 with its offset" });
const day = z.iso.date();
const count = z.number().int();
const object = z.record(z.string(), z.unknown());

/** What each entry of an archive must come to. Archives of the first form have no list of entries. */
export const archiveManifest = z.strictObject({
  format: z.enum([ARCHIVE_FORMAT, "brass-nut/shop@1"]),
  entries: z
    .array(
      z.strictObject({
        name: text,
        sha256: z.string().regex(/^[0-9a-f]{64}$/),
        /** Lines of a table's file. */
        rows: z.number().int().nonnegative().exactOptional(),
      }),
    )
    .default([]),
});
export type ArchiveManifest = z.output<typeof archiveManifest>;

/** A row of each file. Columns are named as in the database. */
export const archiveRows = {
  setting: z.strictObject({ name: text, value: z.unknown(), version: count }),
  step_library: z.strictObject({
    version: count,
    origin: z.enum(["shipped", "shop", "visit"]),
    steps: z.array(storedStep),
    why: text,
    actor: text,
    made_at: instant,
  }),
  customer: z.strictObject({
    customer_id: id,
    name: text,
    phone: text,
    email: text,
    note: text,
    version: count,
  }),
  site: z.strictObject({
    site_id: id,
    customer_id: id.nullable(),
    name: text,
    address: text,
    zone: text,
    valves: z.array(valveSchema.extend({ proof: z.enum(STOP_PROOFS) })),
    contacts: contactsSchema,
    access_note: text,
    version: count,
  }),
  site_change: z.strictObject({
    change_id: count,
    site_id: id,
    actor: text,
    made_at: instant,
    field: text,
    was: text,
    became: text,
  }),
  shop_part: z.strictObject({ sku: text, part: partSchema, changed_at: instant }),
  part_price: z.strictObject({
    change_id: count,
    sku: text,
    was_cents: count.nullable(),
    cents: count.nullable(),
    actor: text,
    changed_at: instant,
  }),
  part_choice: z.strictObject({ sku: text, choice: z.enum(["favourite", "retired"]) }),
  stock_item: z.strictObject({ sku: text, quantity: count, bin: text, least: count }),
  load_tick: z.strictObject({ work_day: day, item: text, quantity: count, actor: text, ticked_at: instant }),
  due_dismissal: z.strictObject({
    connection_id: id,
    code: text,
    due_on: day,
    reason: text,
    actor: text,
    made_at: instant,
  }),
  busy_time: z.strictObject({ uid: text, starts_at: instant, ends_at: instant, summary: text }),
  look_back_link: z.strictObject({
    fingerprint: text,
    visit_id: id,
    connection_id: id,
    made_at: instant,
    expires_at: instant,
    answered_at: instant.nullable(),
  }),
  visit: z.strictObject({
    visit_id: id,
    site_id: id,
    site_name: text,
    site_address: text,
    site_zone: text,
    title: text,
    starts_at: instant,
    phase: text,
    look_back_due_at: instant.nullable(),
    version: count,
    created_at: instant,
    library_version: count.nullable(),
    set_aside: count,
    log_bytes: count,
  }),
  visit_event: z.strictObject({
    event_id: id,
    visit_id: id,
    seq: count,
    kind: text,
    actor: text,
    typed_at: instant,
    received_at: instant,
    shape: count,
    body: object.meta({
      description: "The event's own fields, as in a visit's file, in the shape it was written in",
    }),
    imported: z.array(z.strictObject({ at: text, by: text })).nullable(),
  }),
  event_set_aside: z.strictObject({ event_id: id, visit_id: id, reason: text, set_aside_at: instant }),
} as const;

/** What the published schema describes: each file by its name. */
export const shopArchive = z.strictObject({ manifest: archiveManifest, ...archiveRows }).meta({
  title: "Brass Nut shop",
  description:
    "A tar file. One row of each entry: manifest.json at its end with the checksum of every entry, and <table>.jsonl with one row a line. Pictures are photos/<visit>/<photo>; catalogue.csv and truck.csv stand beside for other programs and are not read.",
});
