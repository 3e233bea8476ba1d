-- +goose Up
-- A tray is a named, ordered list of dressings with a note at each. Whoever changes one names what
-- they saw, by a number made of all that it held.
create table tray (
  id bigint generated always as identity primary key,
  name text not null check (name = btrim(name) and name <> '' and char_length(name) <= 200),
  about text not null default '' check (char_length(about) <= 4000),
  made_at timestamptz not null default now(),
  away boolean not null default false
);
create table tray_item (
  tray_id bigint not null references tray (id),
  position integer not null check (position >= 1),
  dressing_id bigint not null references dressing (id),
  note text not null default '' check (char_length(note) <= 4000),
  primary key (tray_id, position),
  unique (tray_id, dressing_id)
);
create index tray_item_dressing on tray_item (dressing_id);

-- +goose StatementBegin
create function tray_value(which bigint) returns jsonb language sql stable as $$
  select jsonb_build_object('name', name, 'about', about, 'away', away, 'items', coalesce((
    select jsonb_agg(jsonb_build_object('folio', d.folio, 'note', i.note) order by i.position) from tray_item i join dressing d on d.id = i.dressing_id where i.tray_id = tray.id), '[]'))
  from tray where id = which
$$;
-- +goose StatementEnd
-- +goose StatementBegin
create function tray_edit(which bigint) returns integer language sql stable as $$
  select ('x' || left(md5(tray_value(which)::text), 7))::bit(28)::integer + 1
$$;
-- +goose StatementEnd
-- +goose StatementBegin
create function set_tray(which bigint, value jsonb) returns void language plpgsql as $$
begin
  update tray set name = value ->> 'name', about = value ->> 'about', away = (value ->> 'away')::bool where id = which;
  delete from tray_item where tray_id = which;
  insert into tray_item (tray_id, position, dressing_id, note)
    select which, x.n, d.id, x.item ->> 'note' from jsonb_array_elements(value -> 'items') with ordinality x (item, n) join dressing d on d.folio = (x.item ->> 'folio')::int;
end
$$;
-- +goose StatementEnd

grant select, insert on tray to mothledger_app;
grant update (name, about, away) on tray to mothledger_app;
grant select, insert, delete on tray_item to mothledger_app;
