-- Every telling of the step library, only ever added to: what ships, what the shop made of it, what came with a visit from elsewhere.
create table step_library (
  version integer generated always as identity constraint step_library_pk primary key,
  origin text not null constraint step_library_origin_known check (origin in ('shipped', 'shop', 'visit')),
  steps jsonb not null constraint step_library_list check (jsonb_typeof(steps) = 'array'),
  why text not null,
  actor text not null,
  made_at timestamptz not null default now()
);

-- A visit keeps the library it was opened with.
alter table visit add column library_version integer constraint visit_library_fk references step_library (version);

-- Pictures of a visit; its events name them.
create table photo (
  photo_id uuid constraint photo_pk primary key,
  visit_id uuid not null constraint photo_visit_fk references visit (visit_id),
  bytes bytea not null constraint photo_size check (length(bytes) between 1 and 900000),
  received_at timestamptz not null default now()
);
create index photo_by_visit on photo (visit_id);
