-- +goose Up
alter table revision
  add column corrections jsonb not null default '[]',
  add column settlements jsonb not null default '[]';
alter table filing add column number integer not null default 1;

-- What each dressing says now: its newest revision, kept by the database.
create table newest (
  dressing_id bigint primary key references dressing (id),
  folio integer not null unique,
  revision_id bigint not null references revision (id),
  title text not null,
  search text not null,
  -- a dressing that was taken back keeps its folio and its revisions
  withdrawn boolean not null default false
);
insert into newest (dressing_id, folio, revision_id, title, search)
  select distinct on (d.id) d.id, d.folio, r.id, r.title, r.search
  from dressing d join revision r on r.dressing_id = d.id order by d.id, r.number desc;
create index newest_search on newest using gin (search gin_trgm_ops);
create index newest_title on newest (lower(title));
create index newest_shelf on newest (folio) where not withdrawn;
drop index revision_search;

-- +goose StatementBegin
create function keep_newest() returns trigger language plpgsql security definer set search_path = public as $$
begin
  insert into newest (dressing_id, folio, revision_id, title, search)
    select new.dressing_id, d.folio, new.id, new.title, new.search from dressing d where d.id = new.dressing_id
  on conflict (dressing_id) do update set revision_id = excluded.revision_id, title = excluded.title, search = excluded.search;
  return new;
end
$$;
-- +goose StatementEnd
create trigger revision_is_newest after insert on revision for each row execute function keep_newest();

-- Words that the club taught its reader.
create table vocabulary (
  id bigint generated always as identity primary key,
  words text not null unique check (words = lower(btrim(words)) and words <> '' and char_length(words) <= 100),
  kind text not null check (kind in ('colour', 'material', 'preparation', 'amount', 'remark')),
  taught_at timestamptz not null default now()
);

create table draft (
  id uuid primary key,
  seat text not null check (seat <> '' and char_length(seat) <= 100),
  folio integer references dressing (folio),
  base integer,
  edit bigint not null,
  body jsonb not null,
  saved_at timestamptz not null default now(),
  check (octet_length(body::text) <= 3145728)
);
create index draft_seat on draft (seat, saved_at desc);

create table batch (
  id uuid primary key,
  seat text not null check (seat <> '' and char_length(seat) <= 100),
  name text not null check (char_length(name) <= 200),
  taken_in_at timestamptz not null default now(),
  cancelled boolean not null default false,
  withdrawn boolean not null default false
);
create index batch_seat on batch (seat, taken_in_at desc);
create table batch_item (
  batch_id uuid not null references batch (id),
  position integer not null,
  line integer not null,
  title text not null,
  text text not null,
  state text not null check (state in ('clean', 'look', 'filed', 'refused')),
  why text not null default '',
  dressing_id bigint references dressing (id),
  primary key (batch_id, position),
  check ((state = 'filed') = (dressing_id is not null))
);

-- What was done, by whom (a seat is one browser), so that it can be undone.
create table deed (
  id bigint generated always as identity primary key,
  seat text not null check (seat <> '' and char_length(seat) <= 100),
  done_at timestamptz not null default now(),
  kind text not null check (kind in ('file', 'revise', 'link', 'unlink', 'withdraw', 'put back', 'teach', 'batch', 'batch back')),
  what text not null,
  dressing_id bigint references dressing (id),
  number integer,
  parent_id bigint references dressing (id),
  batch_id uuid references batch (id),
  words text,
  undone boolean not null default false
);
create index deed_last on deed (seat, id desc) where not undone;

grant select, insert, update, delete on draft to mothledger_app;
grant select, insert on batch, batch_item, deed, vocabulary to mothledger_app;
grant update (cancelled, withdrawn) on batch to mothledger_app;
grant update (state, why, dressing_id) on batch_item to mothledger_app;
grant update (undone) on deed to mothledger_app;
grant delete on vocabulary to mothledger_app;
grant select, update (withdrawn) on newest to mothledger_app;
