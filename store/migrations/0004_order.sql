-- +goose Up
-- The order in which this dressing is tied, where it differs from the derived
-- one. It belongs to one revision, since it names parts by their place.
create table dressing_order (
  dressing_id bigint primary key references dressing (id),
  number integer not null,
  steps jsonb not null
);
grant select, insert, update, delete on dressing_order to mothledger_app;
