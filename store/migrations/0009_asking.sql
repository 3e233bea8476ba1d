-- +goose Up
-- What a dressing is found by, in one column with one index: its words as written and folded
-- with their places, for phrases, and under a mark of its own each part with what it is made
-- of, who originated and tied it, where it is printed, how it is called, what it imitates and
-- in which sizes. A mark is a letter and an equals sign; "==" stands before a whole name, and
-- a "$" ends it. The first one and two letters of each word stand under "p", since an index
-- that looks for all words with one letter reads most of itself.
-- +goose StatementBegin
create function lexemes(words text) returns text[] language sql immutable strict parallel safe as $$
  select tsvector_to_array(to_tsvector('simple', fold(left(words, 50000)) || ' ' || left(words, 50000)))
$$;
-- +goose StatementEnd
-- +goose StatementBegin
create function marked(mark text, words text) returns text[] language sql immutable strict parallel safe as $$
  select coalesce(array_agg(mark || '=' || left(w, 200)), '{}') from unnest(lexemes(words)) w
$$;
-- +goose StatementEnd
-- +goose StatementBegin
create function whole(mark text, words text) returns text language sql immutable strict parallel safe as $$
  select mark || '==' || left(btrim(fold(words)), 400) || '$'
$$;
-- +goose StatementEnd

-- +goose StatementBegin
create function finding(revision bigint) returns tsvector language sql stable as $$
  with r as (
    select r.*, coalesce(o.name, '') as originator, coalesce(t.name, '') as tier, coalesce(s.title, '') as source
    from revision r left join person o on o.id = r.originator_id left join person t on t.id = r.tier_id left join source s on s.id = r.source_id
    where r.id = revision
  ), p as (
    select p.*, left(p.text || ' ' || p.material || ' ' || p.colour, 5000) as words from part p, r
    where p.revision_id = revision and coalesce(r.reading #>> array['parts', p.position::text, 'absent'], '') <> 'true'
  ), said as (
    select left(r.search || ' ' || r.date_text || ' ' || coalesce(r.reading ->> 'style', '') || ' '
      || coalesce((select string_agg(n, ' ') from jsonb_array_elements_text(case jsonb_typeof(r.reading -> 'notes') when 'array' then r.reading -> 'notes' else '[]' end) n), '') || ' '
      || coalesce((select string_agg(n, ' ') from jsonb_array_elements_text(case jsonb_typeof(r.reading -> 'essentials') when 'array' then r.reading -> 'essentials' else '[]' end) n), '') || ' '
      || coalesce((select string_agg(p.role || ' ' || p.text, ' . ' order by p.position) from p), ''), 60000) as words
    from r
  ), m as (
    select unnest(marked('o', originator) || marked('w', originator) || marked('t', tier) || marked('w', tier) || marked('s', source) || marked('n', title)
      || array[whole('o', originator), whole('t', tier), whole('w', originator), whole('w', tier), whole('s', source), whole('n', title)]
      || marked('n', coalesce((select string_agg(n, ' ') from jsonb_array_elements_text(case jsonb_typeof(reading -> 'alsoCalled') when 'array' then reading -> 'alsoCalled' else '[]' end) n), ''))
      || marked('i', coalesce(reading ->> 'imitates', '')) || array[whole('i', coalesce(reading ->> 'imitates', ''))]) as mark from r
    union all select 'z=' || z from r, generate_series(greatest(size_low, -10), least(size_high, 40)) z
    union all select unnest(marked('k:' || kin, words) || marked('r:' || left(role, 100), words)
      || array[whole('k:' || kin, material), whole('r:' || left(role, 100), material), whole('h', kin), whole('h', left(role, 100))]) from p
    union all select 'p=' || left(w, n) from said, unnest(lexemes(said.words)) w, generate_series(1, 2) n where w ~ '^[[:alpha:]]'
  )
  select to_tsvector('simple', fold(said.words) || ' . ' || said.words) || array_to_tsvector((select array_agg(distinct mark) from m where right(mark, 3) <> '==' || chr(36))) from said
$$;
-- +goose StatementEnd

-- +goose StatementBegin
create function quoted(lexeme text) returns text language sql immutable strict parallel safe as $$
  select '''' || replace(replace(lexeme, '\', '\\'), '''', '''''') || ''''
$$;
-- +goose StatementEnd

-- The words that are sought under a mark, each whole or as the beginning of one; with no mark
-- anywhere. Nothing where no word is left.
-- +goose StatementBegin
create function sought(mark text, words text) returns tsquery language sql immutable strict parallel safe as $$
  select string_agg(case
      when mark = '' and length(w) <= 2 and w ~ '^[[:alpha:]]' then quoted('p=' || w)
      when mark = '' then quoted(w) || ':*'
      else quoted(mark || '=' || w) || ':*' end, ' & ')::tsquery
  from unnest(tsvector_to_array(to_tsvector('simple', fold(words)))) w
$$;
-- +goose StatementEnd

alter table newest
  add column found tsvector not null default '',
  -- what the lists are sorted by; what is not said comes last
  add column by_title text not null default '',
  add column by_who text not null default '',
  add column by_source text not null default '',
  add column by_year integer not null default 99999,
  add column by_size integer not null default 99,
  add column by_imitates text not null default '',
  add column variants integer not null default 0,
  -- the years that it may be of, and who and what it names
  add column years int4range,
  add column originator_id bigint references person (id),
  add column tier_id bigint references person (id),
  add column source_id bigint references source (id);

-- +goose StatementBegin
create function sorting(words text) returns text language sql immutable strict parallel safe as $$
  select coalesce(nullif(left(btrim(fold(words)), 200), ''), U&'\+10FFFF')
$$;
-- +goose StatementEnd

-- It runs when the transaction ends, when the revision has its parts.
-- +goose StatementBegin
create function find_again(which bigint) returns void language sql security definer set search_path = public as $$
  update newest n set
    found = finding(r.id), by_title = sorting(r.title), by_who = sorting(coalesce(o.name, t.name, '')), by_source = sorting(coalesce(s.title, '')),
    by_year = coalesce(r.date_from, r.date_to, 99999), by_size = coalesce(r.size_low, 99),
    by_imitates = left(btrim(fold(coalesce(r.reading ->> 'imitates', ''))), 200),
    years = case when r.date_from is null and r.date_to is null then null else int4range(r.date_from, r.date_to, '[]') end,
    originator_id = r.originator_id, tier_id = r.tier_id, source_id = r.source_id
  from revision r left join person o on o.id = r.originator_id left join person t on t.id = r.tier_id left join source s on s.id = r.source_id
  where n.dressing_id = which and r.id = n.revision_id
$$;
-- +goose StatementEnd
-- +goose StatementBegin
create function revision_found() returns trigger language plpgsql security definer set search_path = public as $$
begin
  perform find_again(new.dressing_id);
  return null;
end
$$;
-- +goose StatementEnd
create constraint trigger revision_is_found after insert on revision deferrable initially deferred for each row execute function revision_found();

-- How many variants in the lists a dressing has.
-- +goose StatementBegin
create function count_variants(which bigint) returns void language sql security definer set search_path = public as $$
  update newest n set variants = c.many
  from (select count(distinct d.child_id) as many from descent d join newest v on v.dressing_id = d.child_id and not v.withdrawn where d.parent_id = which) c
  where n.dressing_id = which and n.variants is distinct from c.many
$$;
-- +goose StatementEnd
-- +goose StatementBegin
create function descent_counted() returns trigger language plpgsql security definer set search_path = public as $$
begin
  if tg_op <> 'INSERT' then perform count_variants(old.parent_id); end if;
  if tg_op <> 'DELETE' then perform count_variants(new.parent_id); end if;
  return null;
end
$$;
-- +goose StatementEnd
create trigger descent_is_counted after insert or update or delete on descent for each row execute function descent_counted();
-- +goose StatementBegin
create function withdrawal_counted() returns trigger language plpgsql security definer set search_path = public as $$
begin
  perform count_variants(d.parent_id) from (select distinct parent_id from descent where child_id = new.dressing_id order by 1) d;
  return null;
end
$$;
-- +goose StatementEnd
create trigger withdrawal_is_counted after update of withdrawn on newest for each row when (old.withdrawn <> new.withdrawn) execute function withdrawal_counted();

select find_again(dressing_id) from newest;
select count_variants(parent_id) from (select distinct parent_id from descent) d;

drop index newest_folded;
alter table newest drop column folded;
create index newest_found on newest using gin (found) with (fastupdate = off);
create index newest_by_title on newest (by_title, folio) where not withdrawn;
create index newest_by_who on newest (by_who, folio) where not withdrawn;
create index newest_by_source on newest (by_source, folio) where not withdrawn;
create index newest_by_year on newest (by_year, folio) where not withdrawn;
create index newest_by_size on newest (by_size, folio) where not withdrawn;
create index newest_by_imitates on newest (by_imitates, folio) where not withdrawn and by_imitates <> '';
create index newest_by_variants on newest (variants, folio) where not withdrawn;
create index newest_years on newest using gist (years) where not withdrawn;
create index newest_originator on newest (originator_id) where not withdrawn;
create index newest_tier on newest (tier_id) where not withdrawn;
create index newest_source on newest (source_id) where not withdrawn;
create index newest_revision on newest (revision_id);
create index newest_near on newest using gin (by_title gin_trgm_ops) where not withdrawn;

-- People and sources are chosen by typing: by the beginning of the name, by the words in it,
-- by the nearest spelling.
alter table person add column by_name text generated always as (sorting(name)) stored;
alter table source add column by_name text generated always as (sorting(title)) stored;
create index person_by_name on person (by_name);
create index source_by_name on source (by_name);
create index person_words on person using gin (to_tsvector('simple', by_name));
create index source_words on source using gin (to_tsvector('simple', by_name));
create index person_near on person using gin (by_name gin_trgm_ops);
create index source_near on source using gin (by_name gin_trgm_ops);

-- +goose StatementBegin
create function sought_whole(mark text, words text) returns tsquery language sql immutable strict parallel safe as $$
  select quoted(whole(mark, words))::tsquery
$$;
-- +goose StatementEnd

-- Words of a name, each whole or its beginning.
-- +goose StatementBegin
create function worded(words text) returns tsquery language sql immutable strict parallel safe as $$
  select string_agg(quoted(w) || ':*', ' & ')::tsquery from unnest(tsvector_to_array(to_tsvector('simple', fold(words)))) w
$$;
-- +goose StatementEnd
