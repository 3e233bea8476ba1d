-- +goose Up
-- A departure stands beside its noise by now, so none is noise.
drop index departure_swap, departure_kin;
alter table departure drop column noise;
create index departure_swap on departure (parent_is, variant_is);
create index departure_kin on departure (kin, change);

-- A source by the title that the ledger calls it by, and what else is known of it: value holds
-- authors, date, publisher, numbers, where the club's copy stands. One that was found to be another
-- leads to it; what was filed with it stays as it is.
alter table source
  add column value jsonb not null default '{}' check (jsonb_typeof(value) = 'object' and length(value::text) <= 40000),
  add column away boolean not null default false,
  add column into_id bigint references source (id),
  add constraint source_leads_on check (into_id <> id);
create index source_into on source (into_id) where into_id is not null;
create view shelf as
  select s.id, coalesce(i.id, s.id) as stands, coalesce(i.title, s.title) as title from source s left join source i on i.id = s.into_id;

-- All that is known of a source, each field there.
-- +goose StatementBegin
create function source_value(which bigint) returns jsonb language sql stable as $$
  select jsonb_build_object('kind', '', 'title', '', 'authors', '[]'::jsonb, 'editors', '[]'::jsonb, 'date', '', 'within', '', 'volume', '', 'issue', '', 'pages', '', 'edition', '', 'publisher', '', 'town', '', 'isbn', '', 'issn', '', 'copy', '', 'note', '')
    || value || jsonb_build_object('called', title, 'away', away, 'into', into_id) from source where id = which
$$;
-- +goose StatementEnd

-- What a name in a book stands for. value holds its names, story, essentials, which witness is
-- adopted, what an archivist decided.
create table pattern (
  id bigint generated always as identity primary key,
  value jsonb not null check (jsonb_typeof(value) = 'object' and length(value::text) <= 100000),
  made_at timestamptz not null default now(),
  away boolean not null default false,
  name text generated always as (coalesce(value ->> 'name', '')) stored check (char_length(name) <= 200),
  by_name text generated always as (sorting(coalesce(value ->> 'name', ''))) stored
);
create index pattern_by_name on pattern (by_name, id) where not away;
create table pattern_name (
  pattern_id bigint not null references pattern (id),
  name text not null check (name <> '' and char_length(name) <= 200),
  by_name text generated always as (sorting(name)) stored,
  primary key (pattern_id, name)
);
create index pattern_name_by on pattern_name (by_name);

-- Where a dressing stands: a witness means to report the pattern, a variant was altered on purpose.
-- The siglum of a witness never changes.
create table place (
  dressing_id bigint primary key references dressing (id),
  pattern_id bigint not null references pattern (id),
  standing text not null check (standing in ('witness', 'variant', 'undecided')),
  siglum text not null default '' check (char_length(siglum) <= 12),
  note text not null default '' check (char_length(note) <= 4000)
);
create index place_pattern on place (pattern_id);
create unique index place_siglum on place (pattern_id, siglum) where siglum <> '';

-- One account's answer to one question of a fly's history. What it refers to stands in columns of
-- its own, filled from value.
create table claim (
  id bigint generated always as identity primary key,
  value jsonb not null check (jsonb_typeof(value) = 'object' and length(value::text) <= 40000),
  made_at timestamptz not null default now(),
  away boolean not null default false,
  pattern_id bigint not null references pattern (id),
  dressing_id bigint references dressing (id),
  question text not null check (question in ('originated', 'named', 'first printed', 'adapted', 'popularised', 'tied', 'descends')),
  person_id bigint references person (id),
  source_id bigint references source (id),
  printed_id bigint references source (id),
  parent_id bigint references dressing (id),
  from_id bigint references claim (id),
  check (from_id <> id),
  check (parent_id <> dressing_id),
  check ((question = 'descends') = (parent_id is not null))
);
create index claim_pattern on claim (pattern_id);
create index claim_dressing on claim (dressing_id) where dressing_id is not null;
create index claim_parent on claim (parent_id) where parent_id is not null;
create index claim_person on claim (person_id) where person_id is not null;
create index claim_source on claim (source_id) where source_id is not null;
create index claim_printed on claim (printed_id) where printed_id is not null;
create index claim_from on claim (from_id) where from_id is not null;

-- What a bequest brought, listed before it is described: the accession, its cards, and pictures of
-- their two sides. Pictures stand in the database, so that one transaction keeps a card with its
-- pictures, and what takes the ledger out takes them too.
create table picture (
  sha text primary key check (sha ~ '^[0-9a-f]{64}$'),
  kind text not null check (kind in ('image/jpeg', 'image/png')),
  width integer not null check (width between 1 and 20000),
  height integer not null check (height between 1 and 20000),
  bytes bytea not null check (octet_length(bytes) between 1 and 20971520),
  taken_at timestamptz not null default now()
);
alter table picture alter column bytes set storage external;
create table accession (
  id bigint generated always as identity primary key,
  value jsonb not null check (jsonb_typeof(value) = 'object' and length(value::text) <= 40000),
  made_at timestamptz not null default now(),
  away boolean not null default false,
  number text generated always as (value ->> 'number') stored not null check (number = btrim(number) and number <> '' and char_length(number) <= 40)
);
create unique index accession_number on accession (lower(number));
create table card (
  id bigint generated always as identity primary key,
  value jsonb not null check (jsonb_typeof(value) = 'object' and length(value::text) <= 40000),
  made_at timestamptz not null default now(),
  away boolean not null default false,
  accession_id bigint not null references accession (id),
  position integer not null check (position >= 1),
  old_number text not null default '' check (char_length(old_number) <= 60),
  dressing_id bigint references dressing (id),
  front text references picture (sha),
  back text references picture (sha)
);
create index card_accession on card (accession_id, position);
create index card_dressing on card (dressing_id) where dressing_id is not null;
create index card_old_number on card (lower(old_number)) where old_number <> '';

-- Words such as "the war", with the width that the club gives them.
create table period (
  words text primary key check (words = lower(btrim(words)) and words <> '' and char_length(words) <= 100),
  value jsonb not null check (jsonb_typeof(value) = 'object' and length(value::text) <= 4000),
  made_at timestamptz not null default now()
);

-- When each revision's date is, as the Extended Date/Time Format writes it, and its years. What is
-- filed keeps its words; this follows the width that the club gives them.
create table dated (
  revision_id bigint primary key references revision (id),
  edtf text not null check (edtf <> ''),
  year_from integer,
  year_to integer,
  check (year_from <= year_to)
);

-- A number that was taken back or merged leads on to another.
alter table newest add column leads_to integer references dressing (folio), add constraint newest_leads_on check (leads_to <> folio);

-- +goose StatementBegin
create function named_person(called text) returns bigint language plpgsql as $$
declare found bigint;
begin
  called := btrim(regexp_replace(coalesce(called, ''), '\s+', ' ', 'g'));
  if called = '' then return null; end if;
  select id into found from person where lower(name) = lower(called);
  if found is null then
    insert into person (name) values (called) on conflict do nothing returning id into found;
    if found is null then select id into found from person where lower(name) = lower(called); end if;
  end if;
  return found;
end
$$;
-- +goose StatementEnd
-- +goose StatementBegin
create function claim_refers() returns trigger language plpgsql as $$
begin
  new.pattern_id := (new.value ->> 'pattern')::bigint;
  new.dressing_id := (select id from dressing where folio = (new.value ->> 'folio')::int);
  new.question := new.value ->> 'question';
  new.person_id := named_person(new.value ->> 'person');
  new.source_id := nullif((new.value ->> 'source')::bigint, 0);
  new.printed_id := nullif((new.value ->> 'printed')::bigint, 0);
  new.parent_id := (select id from dressing where folio = (new.value ->> 'parent')::int);
  new.from_id := nullif((new.value ->> 'from')::bigint, 0);
  return new;
end
$$;
-- +goose StatementEnd
create trigger claim_refers before insert or update on claim for each row execute function claim_refers();
-- +goose StatementBegin
create function card_refers() returns trigger language plpgsql as $$
begin
  new.accession_id := (new.value ->> 'accession')::bigint;
  new.position := (new.value ->> 'position')::int;
  new.old_number := coalesce(new.value ->> 'oldNumber', '');
  new.dressing_id := (select id from dressing where folio = (new.value ->> 'folio')::int);
  new.front := nullif(new.value ->> 'front', '');
  new.back := nullif(new.value ->> 'back', '');
  return new;
end
$$;
-- +goose StatementEnd
create trigger card_refers before insert or update on card for each row execute function card_refers();
-- +goose StatementBegin
create function pattern_names() returns trigger language plpgsql as $$
begin
  delete from pattern_name where pattern_id = new.id;
  insert into pattern_name (pattern_id, name)
    select new.id, n from (select new.name as n union select x ->> 'name' from jsonb_array_elements(case jsonb_typeof(new.value -> 'names') when 'array' then new.value -> 'names' else '[]' end) x) y where coalesce(n, '') <> '';
  return null;
end
$$;
-- +goose StatementEnd
create trigger pattern_has_names after insert or update on pattern for each row execute function pattern_names();

-- By what a dressing is found beside its own words: whom the accounts of its pattern name, all sides
-- of what its card says twice, the other names of its pattern, its old numbers; always in one order. A variant has its own
-- accounts alone.
-- +goose StatementBegin
create function told_of(which bigint, reading jsonb, title text) returns table (marks text[], wholes text[], words text) language sql stable as $$
  select case when c.question = 'originated' then array['', 'o', 'w'] else array['', 'w'] end, case when c.question = 'originated' then array['o', 'w'] else array['w'] end, p.name
    from place l join claim c on c.pattern_id = l.pattern_id and not c.away and (c.dressing_id = which or c.dressing_id is null and l.standing <> 'variant') join person p on p.id = c.person_id where l.dressing_id = which
  union all select array['', 'o', 'w'], array['o', 'w'], s from jsonb_array_elements(case jsonb_typeof(reading -> 'contradictions') when 'array' then reading -> 'contradictions' else '[]' end) x,
    jsonb_array_elements_text(case jsonb_typeof(x -> 'sides') when 'array' then x -> 'sides' else '[]' end) s where x ->> 'text' like 'originator:%'
  union all select array['', 'n'], array['n'], n.name from place l join pattern_name n on n.pattern_id = l.pattern_id where l.dressing_id = which and l.standing <> 'variant' and n.name <> title
  union all select array['', 'c'], array['c'], c.old_number from card c where c.dressing_id = which and not c.away and c.old_number <> ''
  order by 3, 1
$$;
-- +goose StatementEnd

-- +goose StatementBegin
create or replace function finding(which bigint) returns tsvector language plpgsql stable set plan_cache_mode = force_generic_plan as $$
begin
  return (with r as materialized (
    select r.*, coalesce(o.name, '') as originator, coalesce(t.name, '') as tier, coalesce(s.title, '') as source
    from revision r left join person o on o.id = r.originator_id left join person t on t.id = r.tier_id left join shelf s on s.id = r.source_id
    where r.id = which
  ), p as materialized (
    select p.position, left(p.role, 100) as role, p.kin, left(p.text, 600) as text, p.material, left(p.material || ' ' || p.colour, 400) as more from part p, r
    where p.revision_id = which and p.position < 60 and coalesce(r.reading #>> array['parts', p.position::text, 'absent'], '') <> 'true'
  ), piece as (
    select row_number() over () as i, marks, wholes, translate(left(words, 4000), E'\n\r', '  ') as words from (
      select array['o', 'w'] as marks, array['o', 'w'] as wholes, originator as words from r where originator <> ''
      union all select array['t', 'w'], array['t', 'w'], tier from r where tier <> ''
      union all select array['s'], array['s'], source from r where source <> ''
      union all select array['n'], array['n'], title from r where title <> ''
      union all select array['n'], '{}', listed(reading -> 'alsoCalled') from r
      union all select array['i'], array['i'], reading ->> 'imitates' from r where reading ->> 'imitates' <> ''
      union all select array['', 'k:' || kin, 'r:' || role], '{}', text from p
      union all select array['k:' || kin, 'r:' || role], '{}', more from p
      union all select '{}', array['k:' || kin, 'r:' || role], left(material, 400) from p where material <> ''
      union all select array[''], array['h'], role from p
      union all select '{}', array['h'], kin from p
      union all select t.marks, t.wholes, t.words from r, told_of(r.dressing_id, r.reading, r.title) t
      union all select array[''], '{}', w from r, unnest(array[search, date_text, reading ->> 'style', listed(reading -> 'notes'), listed(reading -> 'essentials')]) w
    ) x where words <> ''
  ), folded as (
    select string_to_array(fold(string_agg(words, E'\n' order by i)), E'\n') as lines from piece
  ), told as materialized (
    select i, marks, wholes, lines[i] as f, to_tsvector('simple', lines[i] || ' ' || words) as v from piece, folded
  ), lexeme as (
    select m || '=' || left(w, 200) as l from told, unnest(marks) m, unnest(tsvector_to_array(v)) w where m <> ''
    union select m || '==' || left(btrim(f), 400) || '$' from told, unnest(wholes) m where btrim(f) <> ''
    union select 'x==' || s || '$' from unnest(standard_parts()) s where s not in (select kin from p)
    union select 'z=' || z from r, generate_series(greatest(size_low, -10), least(size_high, 40)) z
    union select 'p=' || left(w, n) from told, unnest(tsvector_to_array(v)) w, generate_series(1, 2) n where '' = any(marks) and w ~ '^[[:alpha:]]'
  )
  select coalesce((select to_tsvector('simple', string_agg(f, ' . ' order by i)) from told where '' = any(marks)), '')
    || coalesce((select to_tsvector('simple', string_agg(words, ' . ' order by piece.i)) from piece where '' = any(marks)), '')
    || coalesce((select array_to_tsvector(array_agg(l)) from lexeme), ''));
end
$$;
-- +goose StatementEnd
-- +goose StatementBegin
create or replace function find_again(which bigint) returns void language plpgsql security definer set search_path = public set plan_cache_mode = force_generic_plan as $$
begin
  update newest n set
    found = finding(r.id), by_title = sorting(r.title), by_who = sorting(coalesce(o.name, t.name, '')), by_source = sorting(coalesce(s.title, '')),
    by_year = case when e.revision_id is not null then coalesce(e.year_from, e.year_to, 99999) else coalesce(r.date_from, r.date_to, 99999) end, by_size = coalesce(r.size_low, 99),
    by_imitates = left(btrim(fold(coalesce(r.reading ->> 'imitates', ''))), 200),
    years = case when e.year_from is not null or e.year_to is not null then int4range(e.year_from, e.year_to, '[]') when e.revision_id is not null or r.date_from is null and r.date_to is null then null else int4range(r.date_from, r.date_to, '[]') end,
    originator_id = r.originator_id, tier_id = r.tier_id, source_id = s.stands
  from revision r left join person o on o.id = r.originator_id left join person t on t.id = r.tier_id left join shelf s on s.id = r.source_id left join dated e on e.revision_id = r.id
  where n.dressing_id = which and r.id = n.revision_id;
end
$$;
-- +goose StatementEnd

-- What is found by an account, a name or an old number is found when it changes.
-- +goose StatementBegin
create function place_found() returns trigger language plpgsql as $$
begin
  -- what was just filed is found by its own words already
  if tg_op <> 'INSERT' or exists (select from newest n join revision r on r.id = n.revision_id, told_of(n.dressing_id, r.reading, r.title) t where n.dressing_id = new.dressing_id) then
    perform find_again(coalesce(new.dressing_id, old.dressing_id));
  end if;
  return null;
end
$$;
-- +goose StatementEnd
create trigger place_is_found after insert or update or delete on place for each row execute function place_found();
-- +goose StatementBegin
create function pattern_found(which bigint, alone bigint) returns void language sql as $$
  select find_again(dressing_id) from place where pattern_id = which and (dressing_id = alone or alone is null and standing <> 'variant')
$$;
-- +goose StatementEnd
-- +goose StatementBegin
create function claim_found() returns trigger language plpgsql as $$
begin
  perform pattern_found(new.pattern_id, new.dressing_id);
  if tg_op = 'UPDATE' and (old.pattern_id, old.dressing_id) is distinct from (new.pattern_id, new.dressing_id) then
    perform pattern_found(old.pattern_id, old.dressing_id);
  end if;
  return null;
end
$$;
-- +goose StatementEnd
create trigger claim_is_found after insert or update on claim for each row execute function claim_found();
-- +goose StatementBegin
create function pattern_renamed() returns trigger language plpgsql as $$
begin
  perform pattern_found(new.id, null);
  return null;
end
$$;
-- +goose StatementEnd
create trigger pattern_is_found after update on pattern for each row when (old.value -> 'name' is distinct from new.value -> 'name' or old.value -> 'names' is distinct from new.value -> 'names') execute function pattern_renamed();
-- +goose StatementBegin
create function card_found() returns trigger language plpgsql as $$
begin
  if new.dressing_id is not null then perform find_again(new.dressing_id); end if;
  if tg_op = 'UPDATE' and old.dressing_id is not null and old.dressing_id is distinct from new.dressing_id then perform find_again(old.dressing_id); end if;
  return null;
end
$$;
-- +goose StatementEnd
create trigger card_is_found after insert or update on card for each row execute function card_found();
-- +goose StatementBegin
create function source_found() returns trigger language plpgsql as $$
begin
  perform find_again(n.dressing_id) from newest n join revision r on r.id = n.revision_id where r.source_id = new.id or r.source_id in (select id from source where into_id = new.id);
  return null;
end
$$;
-- +goose StatementEnd
create trigger source_is_found after update on source for each row when (old.title <> new.title or old.into_id is distinct from new.into_id) execute function source_found();
-- +goose StatementBegin
create function dated_found() returns trigger language plpgsql as $$
begin
  perform find_again(n.dressing_id) from newest n where n.revision_id = new.revision_id;
  return null;
end
$$;
-- +goose StatementEnd
create trigger dated_is_found after update on dated for each row execute function dated_found();

-- Gives a pattern to each dressing that stands in none: the first of a line makes one, and what keeps
-- to it (a variant, a copy, a reconstruction, another name) stands below. What was adapted, answers or
-- is in a style is a fly of its own. Folio numbers stay.
-- +goose StatementBegin
create function give_patterns() returns void language plpgsql as $$
declare d record; made bigint;
begin
  for d in
    with recursive up as (
      select distinct on (l.child_id) l.child_id, l.parent_id, l.kind from descent l where l.kind in ('variant of', 'copied from', 'reconstructed from', 'renamed from') order by l.child_id, l.linked_at, l.parent_id, l.kind
    ), line as (
      select n.dressing_id as id, n.dressing_id as root, ''::text as kind, 0 as depth from newest n where not exists (select from up where up.child_id = n.dressing_id)
      union all select up.child_id, line.root, up.kind, line.depth + 1 from up join line on line.id = up.parent_id
    )
    select line.id, line.root, line.kind, n.title, r.reading from line join newest n on n.dressing_id = line.id join revision r on r.id = n.revision_id
    where not exists (select from place p where p.dressing_id = line.id) order by line.depth, n.folio
  loop
    if d.id = d.root then
      insert into pattern (value) values (jsonb_build_object('name', d.title, 'story', '', 'names', coalesce((select jsonb_agg(jsonb_build_object('name', left(x, 200), 'kind', 'other'))
        from jsonb_array_elements_text(case jsonb_typeof(d.reading -> 'alsoCalled') when 'array' then d.reading -> 'alsoCalled' else '[]' end) x), '[]'),
        'essentials', case jsonb_typeof(d.reading -> 'essentials') when 'array' then d.reading -> 'essentials' else '[]' end)) returning id into made;
      insert into place (dressing_id, pattern_id, standing, siglum) values (d.id, made, 'witness', 'A');
    else
      insert into place (dressing_id, pattern_id, standing)
        select d.id, p.pattern_id, case d.kind when 'variant of' then 'variant' else 'undecided' end from place p where p.dressing_id = d.root;
    end if;
  end loop;
end
$$;
-- +goose StatementEnd
select give_patterns();

grant select on shelf to mothledger_app;
grant select, insert, update on pattern, claim, accession, card, dated to mothledger_app;
grant select, insert, delete on pattern_name to mothledger_app;
grant select, insert, update, delete on place, period to mothledger_app;
grant select, insert on picture to mothledger_app;
grant update (title, value, away, into_id) on source to mothledger_app;
grant update (leads_to) on newest to mothledger_app;
