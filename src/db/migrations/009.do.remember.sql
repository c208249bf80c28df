-- What the shop remembers between visits: customers, sites, fixtures as they were left, what falls due, what is on the truck.
create extension if not exists pg_trgm;

create table customer (
  customer_id uuid constraint customer_pk primary key default gen_random_uuid(),
  name text not null constraint customer_name_given check (length(name) between 1 and 200),
  phone text not null default '',
  email text not null default '',
  note text not null default '',
  version integer not null default 1 constraint customer_version_positive check (version > 0)
);
create index customer_by_name on customer (lower(name), customer_id);

-- Who to ask for and how to get in stays in the shop.
alter table site
  add column customer_id uuid constraint site_customer_fk references customer (customer_id),
  add column contacts jsonb not null default '[]' constraint site_contacts_list check (jsonb_typeof(contacts) = 'array'),
  add column access_note text not null default '',
  add column version integer not null default 1 constraint site_version_positive check (version > 0);
create index site_by_name on site (lower(name), site_id);
create index site_by_customer on site (customer_id) where customer_id is not null;

-- A correction keeps what stood before.
create table site_change (
  change_id bigint generated always as identity constraint site_change_pk primary key,
  site_id uuid not null constraint site_change_site_fk references site (site_id),
  actor text not null,
  made_at timestamptz not null,
  field text not null,
  was text not null,
  became text not null
);
create index site_change_by_site on site_change (site_id, change_id);
create trigger site_change_append_only
  before update or delete on site_change
  for each row execute function refuse_change_of_event();

-- Everything below up to the next line of dashes repeats what events say, is written with them, and is made again by bin/repair.
alter table visit
  add column ticket jsonb constraint visit_ticket_object check (ticket is null or jsonb_typeof(ticket) = 'object'),
  -- Number of the visit's last event when the ticket was made: an older one is not shown.
  add column ticket_version integer not null default 0;

create table connection_as_left (
  visit_id uuid not null constraint connection_as_left_visit_fk references visit (visit_id),
  signing uuid not null,
  connection_id uuid not null,
  continues uuid,
  is_corrected boolean not null,
  signed_at timestamptz not null,
  body jsonb not null constraint connection_as_left_object check (jsonb_typeof(body) = 'object'),
  constraint connection_as_left_pk primary key (visit_id, signing)
);
create index connection_as_left_by_connection on connection_as_left (connection_id);
create index connection_as_left_continues on connection_as_left (continues) where continues is not null;

create table due_thing (
  visit_id uuid not null constraint due_thing_visit_fk references visit (visit_id),
  connection_id uuid not null,
  code text not null,
  due_on date not null,
  since timestamptz not null,
  constraint due_thing_pk primary key (visit_id, connection_id, code)
);
create index due_thing_by_day on due_thing (due_on, connection_id, code);

create table drawn_part (
  visit_id uuid not null constraint drawn_part_visit_fk references visit (visit_id),
  sku text not null,
  quantity integer not null constraint drawn_part_some check (quantity > 0),
  constraint drawn_part_pk primary key (visit_id, sku)
);

create table search_document (
  kind text not null constraint search_document_kind_known check (kind in ('customer', 'site', 'visit', 'fixture', 'note')),
  document_key text not null,
  visit_id uuid constraint search_document_visit_fk references visit (visit_id),
  title text not null,
  detail text not null,
  words text not null,
  href text not null,
  happened_at timestamptz,
  vector tsvector not null generated always as (to_tsvector('simple', words)) stored,
  constraint search_document_pk primary key (kind, document_key)
);
create index search_document_by_visit on search_document (visit_id) where visit_id is not null;
-- One index a kind: each kind is asked by itself, and a word that is common among fixtures costs the others nothing.
create index search_customer on search_document using gin (vector) where kind = 'customer';
create index search_site on search_document using gin (vector) where kind = 'site';
create index search_visit on search_document using gin (vector) where kind = 'visit';
create index search_fixture on search_document using gin (vector) where kind = 'fixture';
create index search_note on search_document using gin (vector) where kind = 'note';

-- Every word that was ever written, so that a mistyped one finds those spelt like it.
create table search_word (
  word text constraint search_word_pk primary key
);
create index search_word_letters on search_word using gin (word gin_trgm_ops);
create function keep_search_words() returns trigger language plpgsql as $$
begin
  insert into search_word (word) select unnest(tsvector_to_array(new.vector)) on conflict do nothing;
  return null;
end
$$;
create trigger search_document_words after insert or update on search_document for each row execute function keep_search_words();

-- Names of customers and sites are searched for as soon as they are written.
create function keep_customer_document() returns trigger language plpgsql as $$
begin
  insert into search_document (kind, document_key, title, detail, words, href)
  values ('customer', new.customer_id::text, new.name, new.phone, concat_ws(' ', new.name, new.phone, new.email, new.note),
    '/customers/' || new.customer_id)
  on conflict (kind, document_key) do update
    set title = excluded.title, detail = excluded.detail, words = excluded.words;
  return new;
end
$$;
create trigger customer_document after insert or update on customer for each row execute function keep_customer_document();

create function keep_site_document() returns trigger language plpgsql as $$
begin
  insert into search_document (kind, document_key, title, detail, words, href)
  values ('site', new.site_id::text, new.name, new.address,
    concat_ws(' ', new.name, new.address, new.access_note,
      (select string_agg(concat_ws(' ', contact ->> 'name', contact ->> 'phone'), ' ') from jsonb_array_elements(new.contacts) as contact)),
    '/sites/' || new.site_id)
  on conflict (kind, document_key) do update
    set title = excluded.title, detail = excluded.detail, words = excluded.words;
  return new;
end
$$;
create trigger site_document after insert or update on site for each row execute function keep_site_document();
insert into search_document (kind, document_key, title, detail, words, href)
select 'site', site_id::text, name, address, concat_ws(' ', name, address), '/sites/' || site_id from site;
-- ------------------------------------------------------------------------------------------------------------------

-- What the shop does not want to hear of again.
create table due_dismissal (
  connection_id uuid not null,
  code text not null,
  due_on date not null,
  reason text not null constraint due_dismissal_reason_given check (length(reason) between 1 and 500),
  actor text not null,
  made_at timestamptz not null,
  constraint due_dismissal_pk primary key (connection_id, code, due_on)
);

-- The truck: how many of what, in which bin, and the least that should be there. No row at all: nobody has said what is on it.
create table stock_item (
  sku text constraint stock_item_pk primary key,
  quantity integer not null constraint stock_item_counted check (quantity between -99999 and 99999),
  bin text not null default '' constraint stock_item_bin_short check (length(bin) <= 40),
  least integer not null default 0 constraint stock_item_least_counted check (least between 0 and 9999)
);
insert into stock_item (sku, quantity)
select held.key, held.value::integer from setting, jsonb_each_text(setting.value) as held where setting.name = 'truck-stock' and jsonb_typeof(setting.value) = 'object';

-- Ticked when loaded, for one day of work.
create table load_tick (
  work_day date not null,
  item text not null constraint load_tick_item_short check (length(item) between 1 and 200),
  quantity integer not null default 0,
  actor text not null,
  ticked_at timestamptz not null,
  constraint load_tick_pk primary key (work_day, item)
);

-- Prices as they were: a part's row keeps only today's.
create table part_price (
  change_id bigint generated always as identity constraint part_price_pk primary key,
  sku text not null,
  was_cents integer,
  cents integer,
  actor text not null,
  changed_at timestamptz not null
);
create index part_price_by_sku on part_price (sku, change_id);
create trigger part_price_append_only
  before update or delete on part_price
  for each row execute function refuse_change_of_event();

-- Parts the shop uses most, and parts it plans with no more.
create table part_choice (
  sku text constraint part_choice_pk primary key,
  choice text not null constraint part_choice_known check (choice in ('favourite', 'retired'))
);

-- Time that is taken by something else: events of a calendar that was read in.
create table busy_time (
  uid text not null constraint busy_time_uid_short check (length(uid) between 1 and 300),
  starts_at timestamptz not null,
  ends_at timestamptz not null,
  summary text not null,
  constraint busy_time_pk primary key (uid, starts_at),
  constraint busy_time_forward check (ends_at >= starts_at)
);
create index busy_time_by_start on busy_time (starts_at);

insert into revision (name, number) values ('projections', 0), ('truck', 0);

grant select, insert, update on customer, stock_item, load_tick, due_dismissal, busy_time to brassnut_server;
grant delete on stock_item, load_tick, due_dismissal, busy_time to brassnut_server;
grant select, insert on site_change, part_price to brassnut_server;
grant select, insert on search_word to brassnut_server;
grant select, insert, update, delete on connection_as_left, due_thing, drawn_part, search_document, part_choice to brassnut_server;
