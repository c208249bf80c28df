-- What is the shop's own: parts and prices beside the catalogue that ships. House rules are a setting.
create table shop_part (
  sku text constraint shop_part_pk primary key constraint shop_part_sku_form check (sku ~ '^[A-Z0-9-]+$' and length(sku) <= 40),
  part jsonb not null constraint shop_part_object check (jsonb_typeof(part) = 'object'),
  changed_at timestamptz not null default now()
);
