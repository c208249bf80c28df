-- Copies of the whole shop that were made or tried: kept here alone, and in no archive.
create table shop_copy (
  copy_id uuid constraint shop_copy_pk primary key,
  began_at timestamptz not null,
  ended_at timestamptz,
  file text not null,
  bytes bigint,
  fault text
);
create index shop_copy_by_time on shop_copy (began_at desc);
grant select, insert, update, delete on shop_copy to brassnut_server;
