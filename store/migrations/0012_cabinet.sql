-- +goose Up
-- What the club's archivists entered in the Cabinet: materials of their own, changes to those that
-- ship with the program, and names that lead to another material ("into"). What was filed keeps its
-- words; only what they are taken for changes.
create table cabinet (
  name text primary key check (name = btrim(name) and name <> '' and char_length(name) <= 100),
  value jsonb not null check (jsonb_typeof(value) = 'object' and length(value::text) <= 20000),
  entered_at timestamptz not null default now()
);
grant select, insert, delete on cabinet to mothledger_app;
grant update (value) on cabinet to mothledger_app;

-- An archivist's own verdict on a variant beside a parent, with why.
create table overruled (
  child_id bigint not null references dressing (id),
  parent_id bigint not null references dressing (id),
  verdict text not null check (verdict in ('same', 'same-as-far-as-told', 'cannot-tell', 'colour', 'substitution', 'simplified', 'dressed-up', 're-proportioned', 'technique', 'new', 'no-kin')),
  note text not null check (btrim(note) <> '' and char_length(note) <= 4000),
  overruled_at timestamptz not null default now(),
  primary key (child_id, parent_id)
);
create index overruled_parent on overruled (parent_id);
grant select, insert, delete on overruled to mothledger_app;
grant update (verdict, note) on overruled to mothledger_app;

-- Each material of each part of a revision, in the words it was filed with, and what part it is in:
-- the Cabinet says what they stand for, so nothing here changes when the Cabinet does.
create table stuff (
  revision_id bigint not null references revision (id),
  position integer not null,
  n integer not null,
  kin text not null,
  words text not null,
  colour text not null default '',
  grade text not null default '',
  slips boolean not null default false,
  primary key (revision_id, position, n)
);
create index stuff_words on stuff (words, kin, colour, grade);
grant select, insert on stuff to mothledger_app;

-- +goose StatementBegin
create function stuff_of_parts() returns trigger language plpgsql as $$
begin
  insert into stuff (revision_id, position, n, kin, words, colour, grade, slips)
  select p.revision_id, p.position, m.n, p.kin, left(coalesce(m.item ->> 'name', ''), 200), left(coalesce(m.item ->> 'colour', ''), 100), left(coalesce(m.item ->> 'size', ''), 60),
    coalesce(part ->> 'amount', '') ~ '^slips?$' or coalesce(part #>> '{count,of}', '') = 'slip'
  from filed p join revision r on r.id = p.revision_id, lateral (select r.reading #> array['parts', p.position::text] as part) x,
    jsonb_array_elements(case jsonb_typeof(part -> 'materials') when 'array' then part -> 'materials' else '[]' end) with ordinality m (item, n)
  where coalesce(m.item ->> 'name', '') || coalesce(m.item ->> 'colour', '') <> '';
  return null;
end
$$;
-- +goose StatementEnd
create trigger part_has_stuff after insert on part referencing new table as filed for each statement execute function stuff_of_parts();

insert into stuff (revision_id, position, n, kin, words, colour, grade, slips)
select p.revision_id, p.position, m.n, p.kin, left(coalesce(m.item ->> 'name', ''), 200), left(coalesce(m.item ->> 'colour', ''), 100), left(coalesce(m.item ->> 'size', ''), 60),
  coalesce(part ->> 'amount', '') ~ '^slips?$' or coalesce(part #>> '{count,of}', '') = 'slip'
from part p join revision r on r.id = p.revision_id, lateral (select r.reading #> array['parts', p.position::text] as part) x,
  jsonb_array_elements(case jsonb_typeof(part -> 'materials') when 'array' then part -> 'materials' else '[]' end) with ordinality m (item, n)
where coalesce(m.item ->> 'name', '') || coalesce(m.item ->> 'colour', '') <> '';

-- What the comparison of a variant with its parent says, with the two revisions it is of and the rules
-- it was made by. It is made anew in the background when any of them changes; nothing here is anybody's
-- own, so it is in no bag.
create table comparison (
  child_id bigint not null references dressing (id),
  parent_id bigint not null references dressing (id),
  child_revision bigint not null references revision (id),
  parent_revision bigint not null references revision (id),
  rules text not null,
  verdict text not null,
  primary key (child_id, parent_id)
);
create index comparison_rules on comparison (rules);
create table departure (
  child_id bigint not null,
  parent_id bigint not null,
  position integer not null,
  role text not null,
  kin text not null,
  change text not null,
  noise boolean not null,
  -- what the figures and the ways come to: longer, shorter, more, fewer, turns-more, turns-fewer,
  -- larger, smaller, winding, method, style, moved
  ways text[] not null,
  parent_is text not null,
  variant_is text not null,
  parent_words text not null,
  variant_words text not null,
  colour text not null,
  reason text not null,
  reason_kind text not null,
  says text not null,
  primary key (child_id, parent_id, position),
  foreign key (child_id, parent_id) references comparison (child_id, parent_id) on delete cascade
);
create index departure_swap on departure (parent_is, variant_is) where not noise;
create index departure_kin on departure (kin, change) where not noise;
-- Up to which deed all was compared by which rules, so that nobody has to look through all links to know
-- that nothing waits.
create table compared (
  only_row boolean primary key default true check (only_row),
  rules text not null,
  deed bigint not null
);
grant select, insert, update on compared to mothledger_app;
grant select, insert, delete on comparison, departure to mothledger_app;
grant update on comparison to mothledger_app;
