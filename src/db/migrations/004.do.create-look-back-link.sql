-- A link a customer answers one look-back by. Only a fingerprint of its token is kept: who reads the table cannot answer.
create table look_back_link (
  fingerprint text constraint look_back_link_pk primary key constraint look_back_link_sha256 check (fingerprint ~ '^[0-9a-f]{64}$'),
  visit_id uuid not null constraint look_back_link_visit_fk references visit (visit_id),
  connection_id uuid not null,
  made_at timestamptz not null default now(),
  expires_at timestamptz not null,
  answered_at timestamptz,
  -- A new link for a connection takes the place of the one before.
  constraint look_back_link_one unique (visit_id, connection_id)
);
