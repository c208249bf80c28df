-- What may be wrong in the log of a visit stays in the log; it is set aside here, by bin/repair, so that the rest can be read.
create table event_set_aside (
  event_id uuid constraint event_set_aside_pk primary key constraint event_set_aside_event_fk references visit_event (event_id),
  visit_id uuid not null constraint event_set_aside_visit_fk references visit (visit_id),
  reason text not null,
  set_aside_at timestamptz not null default now()
);
create index event_set_aside_by_visit on event_set_aside (visit_id);
alter table visit add column set_aside integer not null default 0 constraint visit_set_aside_counted check (set_aside >= 0);

-- What a visit's events come to: a log must not outgrow what can be read in again from a file.
alter table visit add column log_bytes integer not null default 0 constraint visit_log_bytes_counted check (log_bytes >= 0);
update visit set log_bytes = (select coalesce(sum(length(body::text) + 150), 0) from visit_event where visit_event.visit_id = visit.visit_id);

-- Who read an event in from a file and when, oldest first; null: it was written here.
alter table visit_event add column imported jsonb
  constraint visit_event_imported_list check (imported is null or jsonb_typeof(imported) = 'array');

-- Two who change the same setting: the second is told.
alter table setting add column version integer not null default 1 constraint setting_version_positive check (version > 0);

-- Counts changes, so that what was read can be told from what is there now without asking a clock.
create table revision (
  name text constraint revision_pk primary key,
  number bigint not null default 1
);
insert into revision (name) values ('shop-parts');

-- Lists: what is being worked on, what waits for its look-back, what is finished; each with the newest first.
drop index visit_by_start;
create index visit_by_start on visit (starts_at desc, visit_id desc);
create index visit_at_work on visit (starts_at desc, visit_id desc) where phase not in ('done', 'dropped', 'look-back', 'overdue');
create index visit_waiting on visit (starts_at desc, visit_id desc) where phase in ('look-back', 'overdue');
create index visit_finished on visit (starts_at desc, visit_id desc) where phase in ('done', 'dropped');

-- What the server may do. It owns nothing, and changes or takes away no event.
revoke all on all tables in schema public from public;
grant select, insert on visit_event, photo, step_library to brassnut_server;
grant select, insert, update on visit, setting, look_back_link to brassnut_server;
grant select, insert, update, delete on shop_part to brassnut_server;
grant select, update on revision to brassnut_server;
-- A picture can be deleted, and its event then says why.
grant delete on photo to brassnut_server;
grant select on event_set_aside, schema_version to brassnut_server;
