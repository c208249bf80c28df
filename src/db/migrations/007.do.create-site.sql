-- A site is known on the next visit: where it is, and the valves somebody found, named and proved there.
create table site (
  site_id uuid constraint site_pk primary key default gen_random_uuid(),
  name text not null constraint site_name_given check (length(name) between 1 and 200),
  address text not null,
  zone text not null,
  valves jsonb not null default '[]' constraint site_valves_list check (jsonb_typeof(valves) = 'array'),
  constraint site_once unique (name, address)
);

insert into site (name, address, zone)
select distinct on (site_name, site_address) site_name, site_address, site_zone
from visit order by site_name, site_address, starts_at desc;

alter table visit add column site_id uuid constraint visit_site_fk references site (site_id);
update visit set site_id = site.site_id from site where site.name = visit.site_name and site.address = visit.site_address;
alter table visit alter column site_id set not null;
create index visit_by_site on visit (site_id, starts_at desc);

grant select, insert, update on site to brassnut_server;
