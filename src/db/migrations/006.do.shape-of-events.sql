-- The shape an event was written in: a reader brings events of earlier shapes to today's (core/visit/event-shape.ts).
alter table visit_event add column shape smallint not null default 1 constraint visit_event_shape_positive check (shape > 0);

-- A connection and a visit are removed and restored, on screen and everywhere else.
drop index visit_at_work;
drop index visit_finished;
update visit set phase = 'removed' where phase = 'dropped';
create index visit_at_work on visit (starts_at desc, visit_id desc) where phase not in ('done', 'removed', 'look-back', 'overdue');
create index visit_finished on visit (starts_at desc, visit_id desc) where phase in ('done', 'removed');
