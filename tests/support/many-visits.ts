/** Shops of any size, made of the demo's visits. */
import type { Sql } from "postgres";

/**
 * Copies the demo's visits under new ids, with everything that is kept beside their events: open ones spread over the coming and
 * last days, finished ones over years, at a site for every ten of them.
 */
export async function copyVisits(sql: Sql, count: number, isOpen: boolean): Promise<void> {
  await sql.begin(async (tx) => {
    await tx`
      create temp table copy on commit drop as
      select visit.visit_id as old, gen_random_uuid() as new, number
      from generate_series(1, ${count}::int) as number
      join lateral (
        select visit_id from visit
        where title not like '% copy %' and (phase in ('done', 'look-back')) <> ${isOpen}
        order by visit_id offset (number % 4) limit 1) as visit on true`;
    await tx`
      insert into site (name, address, zone)
      select distinct 'Site ' || number / 10, '3 Slipway Road', 'America/Halifax' from copy where not ${isOpen}
      on conflict do nothing`;
    await tx`
      insert into visit (visit_id, site_id, site_name, site_address, site_zone, title, starts_at, phase, look_back_due_at, version,
        library_version, log_bytes, ticket, ticket_version)
      select copy.new, coalesce(site.site_id, visit.site_id), coalesce(site.name, site_name), site_address, site_zone,
        title || ' copy ' || number, now() + (case when ${isOpen} then number % 6 - 3 else -number / 5 end) * interval '1 day',
        case when ${isOpen} then phase else 'done' end, null, visit.version, library_version, log_bytes, ticket, ticket_version
      from copy join visit on visit_id = copy.old
      left join site on site.name = 'Site ' || number / 10 and not ${isOpen}`;
    await tx`
      insert into visit_event (event_id, visit_id, seq, kind, actor, typed_at, received_at, shape, body)
      select gen_random_uuid(), copy.new, seq, kind, actor, typed_at, received_at, shape, body
      from copy join visit_event on visit_id = copy.old where kind <> 'event-undone'`;
    // Of each copy only its own first connection is left and due, under an id of its own.
    await tx`
      insert into connection_as_left (visit_id, signing, connection_id, continues, is_corrected, signed_at, body)
      select distinct on (copy.new) copy.new, gen_random_uuid(), copy.new, null, false, visit.starts_at, asleft.body
      from copy join connection_as_left as asleft on asleft.visit_id = copy.old join visit on visit.visit_id = copy.new`;
    await tx`
      insert into due_thing (visit_id, connection_id, code, due_on, since)
      select distinct on (copy.new, due.code) copy.new, copy.new, due.code, (visit.starts_at + interval '2 years')::date, visit.starts_at
      from copy join due_thing as due on due.visit_id = copy.old join visit on visit.visit_id = copy.new`;
    await tx`
      insert into search_document (kind, document_key, visit_id, title, detail, words, href, happened_at)
      select kind, copy.new || ' ' || document_key, copy.new, title, detail, words || ' ' || number, href, happened_at
      from copy join search_document as document on document.visit_id = copy.old`;
  });
  await sql`analyze`;
}
