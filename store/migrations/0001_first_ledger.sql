-- +goose Up
-- +goose StatementBegin
do $$
begin
  create role mothledger_app nologin;
exception
  when duplicate_object or unique_violation then null;
end
$$;
-- +goose StatementEnd
-- +goose StatementBegin
do $$
begin
  execute format('grant mothledger_app to %I', current_user);
exception
  when others then
    if not pg_has_role(current_user, 'mothledger_app', 'member') then raise; end if;
end
$$;
-- +goose StatementEnd

create extension if not exists pg_trgm;

create table person (
  id bigint generated always as identity primary key,
  name text not null check (name = btrim(name) and name <> '' and char_length(name) <= 200)
);
create unique index person_name on person (lower(name));

create table source (
  id bigint generated always as identity primary key,
  title text not null check (title = btrim(title) and title <> '' and char_length(title) <= 300)
);
create unique index source_title on source (lower(title));

-- A dressing is a place in the ledger; what it says is its newest revision.
create table dressing (
  id bigint generated always as identity primary key,
  folio integer generated always as identity unique,
  filed_at timestamptz not null default now()
);

-- A revision is never altered: a change files another one.
create table revision (
  id bigint generated always as identity primary key,
  dressing_id bigint not null references dressing (id),
  number integer not null check (number >= 1),
  filed_at timestamptz not null default now(),
  why text not null default '',
  title text not null check (title = btrim(title) and title <> '' and char_length(title) <= 200),
  text text not null check (octet_length(text) <= 1048576),
  reading jsonb not null,
  originator_id bigint references person (id),
  tier_id bigint references person (id),
  source_id bigint references source (id),
  page text not null default '',
  date_text text not null default '',
  date_from integer,
  date_to integer,
  reason text not null default '',
  size_low integer,
  size_high integer,
  search text not null,
  unique (dressing_id, number),
  check (date_from <= date_to),
  check (size_low <= size_high),
  check ((date_text = '') = (date_from is null)),
  check ((date_from is null) = (date_to is null))
);
create index revision_newest on revision (dressing_id, number desc);
create index revision_search on revision using gin (search gin_trgm_ops);
create index revision_originator on revision (originator_id);
create index revision_tier on revision (tier_id);
create index revision_source on revision (source_id);

create table part (
  revision_id bigint not null references revision (id),
  position integer not null check (position >= 0),
  line integer not null,
  role text not null check (role <> ''),
  kin text not null,
  text text not null,
  material text not null default '',
  colour text not null default '',
  primary key (revision_id, position)
);
create index part_kin_material on part (kin, material);

-- A link from a variant to a parent dressing.
create table descent (
  child_id bigint not null references dressing (id),
  parent_id bigint not null references dressing (id),
  linked_at timestamptz not null default now(),
  primary key (child_id, parent_id),
  check (child_id <> parent_id)
);
create index descent_parent on descent (parent_id);

-- A request to file that was sent twice files once.
create table filing (
  key text primary key check (char_length(key) between 8 and 100),
  digest text not null,
  dressing_id bigint not null references dressing (id),
  filed_at timestamptz not null default now()
);

-- +goose StatementBegin
create function refuse_change() returns trigger language plpgsql as $$
begin
  raise exception 'a filed % is never altered; file a new revision', tg_table_name using errcode = 'restrict_violation';
end
$$;
-- +goose StatementEnd
create trigger revision_is_kept before update or delete on revision for each row execute function refuse_change();
create trigger part_is_kept before update or delete on part for each row execute function refuse_change();
create trigger revision_is_not_emptied before truncate on revision for each statement execute function refuse_change();
create trigger part_is_not_emptied before truncate on part for each statement execute function refuse_change();

-- No dressing may descend from itself. The lock makes two links that would only
-- together close a circle wait for one another.
-- +goose StatementBegin
create function refuse_circle() returns trigger language plpgsql as $$
begin
  perform pg_advisory_xact_lock(hashtext('mothledger.descent'));
  if exists (
    with recursive above (id) as (
      select new.parent_id
      union
      select d.parent_id from descent d join above a on d.child_id = a.id
    )
    select from above where id = new.child_id
  ) then
    raise exception 'a dressing cannot be its own ancestor' using errcode = 'check_violation', constraint = 'descent_has_no_circle';
  end if;
  return new;
end
$$;
-- +goose StatementEnd
create trigger descent_has_no_circle before insert or update on descent for each row execute function refuse_circle();

grant usage on schema public to mothledger_app;
grant select, insert on person, source, dressing, revision, part, descent, filing to mothledger_app;
grant delete on descent to mothledger_app;
