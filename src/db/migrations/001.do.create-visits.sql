-- A visit is the list of its events. The row in "visit" only repeats what lists need to find and order visits.
create table visit (
  visit_id uuid constraint visit_pk primary key,
  site_name text not null constraint visit_site_name_given check (length(site_name) between 1 and 200),
  site_address text not null,
  site_zone text not null,
  title text not null,
  starts_at timestamptz not null,
  phase text not null,
  look_back_due_at timestamptz,
  version integer not null constraint visit_version_positive check (version > 0),
  created_at timestamptz not null default now()
);

create index visit_by_start on visit (starts_at);
create index visit_by_look_back on visit (look_back_due_at) where look_back_due_at is not null;

create table visit_event (
  event_id uuid constraint visit_event_pk primary key,
  visit_id uuid not null constraint visit_event_visit_fk references visit (visit_id),
  seq integer not null constraint visit_event_seq_positive check (seq > 0),
  kind text not null,
  actor text not null constraint visit_event_actor_given check (length(actor) between 1 and 100),
  typed_at timestamptz not null,
  received_at timestamptz not null default now(),
  body jsonb not null constraint visit_event_body_object check (jsonb_typeof(body) = 'object'),
  constraint visit_event_seq_once unique (visit_id, seq)
);

create function refuse_change_of_event() returns trigger language plpgsql as $$
begin
  raise exception 'visit events are only added, never changed or taken away' using errcode = 'restrict_violation';
end
$$;

create trigger visit_event_append_only
  before update or delete on visit_event
  for each row execute function refuse_change_of_event();

create trigger visit_event_no_truncate
  before truncate on visit_event
  for each statement execute function refuse_change_of_event();

create table setting (
  name text constraint setting_pk primary key,
  value jsonb not null
);
