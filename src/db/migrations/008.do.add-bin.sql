-- A visit in the bin is on no list of work: its row says phase 'binned'.
drop index visit_at_work;
drop index visit_by_start;
create index visit_at_work on visit (starts_at desc, visit_id desc) where phase not in ('done', 'removed', 'look-back', 'overdue', 'binned');
create index visit_by_start on visit (starts_at desc, visit_id desc) where phase <> 'binned';
create index visit_binned on visit (starts_at desc, visit_id desc) where phase = 'binned';
