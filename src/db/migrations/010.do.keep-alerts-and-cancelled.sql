-- Follow-up checks answered wet that no person of the shop has answered yet: read whole, however many visits there are.
create table wet_answer (
  look_id uuid constraint wet_answer_pk primary key,
  visit_id uuid not null constraint wet_answer_visit_fk references visit (visit_id),
  connection_id uuid not null,
  label text not null,
  actor text not null,
  found_at timestamptz not null
);
create index wet_answer_by_time on wet_answer (found_at desc);
create index wet_answer_by_visit on wet_answer (visit_id);
grant select, insert, update, delete on wet_answer to brassnut_server;

-- A cancelled visit is on no list of work; it stays on the list of all visits.
drop index visit_at_work;
create index visit_at_work on visit (starts_at, visit_id) where phase not in ('done', 'removed', 'look-back', 'overdue', 'binned', 'cancelled');
create index visit_cancelled on visit (starts_at desc, visit_id desc) where phase = 'cancelled';
