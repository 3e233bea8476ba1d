-- +goose Up
-- What a dressing is found by, in one column with one index: its words as written and folded
-- with their places, for phrases, and under a mark of its own each part with what it is made
-- of, who originated and tied it, where it is printed, how it is called, what it imitates and
-- in which sizes. A mark is a letter and an equals sign; "==" stands before a whole name, and
-- a "$" ends it. The first one and two letters of each word stand under "p", since an index
-- that looks for all words with one letter reads most of itself.
-- +goose StatementBegin
create function whole(mark text, words text) returns text language sql immutable strict parallel safe as $$
  select mark || '==' || left(btrim(fold(words)), 400) || '$'
$$;
-- +goose StatementEnd

-- A JSON list of words as one text.
-- +goose StatementBegin
create function listed(list jsonb) returns text language sql immutable parallel safe as $$
  select coalesce(string_agg(w, ' '), '') from jsonb_array_elements_text(case jsonb_typeof(list) when 'array' then list else '[]' end) w
$$;
-- +goose StatementEnd

-- The standard parts by the work they do. What a dressing has not of them is kept too, since an
-- index says where a word is and not where it is not. A test holds this list beside the core's.
-- +goose StatementBegin
create function standard_parts() returns text[] language sql immutable parallel safe as $$
  select array['antennae', 'bead', 'body', 'body hackle', 'butt', 'cheeks', 'eyes', 'finish', 'flash', 'hackle', 'head', 'hook', 'hot spot', 'indicator', 'legs', 'overwing', 'rib', 'tag', 'tail', 'thorax', 'thread', 'throat', 'topping', 'underbody', 'underweight', 'underwing', 'wing', 'wing case']
$$;
-- +goose StatementEnd

-- All pieces are folded as one text, a line each, since folding is most of the work; and the
-- whole is planned once a session, which would be as much again.
-- +goose StatementBegin
create function finding(which bigint) returns tsvector language plpgsql stable set plan_cache_mode = force_generic_plan as $$
begin
  return (with r as materialized (
    select r.*, coalesce(o.name, '') as originator, coalesce(t.name, '') as tier, coalesce(s.title, '') as source
    from revision r left join person o on o.id = r.originator_id left join person t on t.id = r.tier_id left join source s on s.id = r.source_id
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
create function find_again(which bigint) returns void language plpgsql security definer set search_path = public set plan_cache_mode = force_generic_plan as $$
begin
  update newest n set
    found = finding(r.id), by_title = sorting(r.title), by_who = sorting(coalesce(o.name, t.name, '')), by_source = sorting(coalesce(s.title, '')),
    by_year = coalesce(r.date_from, r.date_to, 99999), by_size = coalesce(r.size_low, 99),
    by_imitates = left(btrim(fold(coalesce(r.reading ->> 'imitates', ''))), 200),
    years = case when r.date_from is null and r.date_to is null then null else int4range(r.date_from, r.date_to, '[]') end,
    originator_id = r.originator_id, tier_id = r.tier_id, source_id = r.source_id
  from revision r left join person o on o.id = r.originator_id left join person t on t.id = r.tier_id left join source s on s.id = r.source_id
  where n.dressing_id = which and r.id = n.revision_id;
end
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

-- Lets it run now, when the parts are there, so that a transaction ends at once: whoever is cut off
-- while it ends does not know what became of it.
-- +goose StatementBegin
create function find_now() returns void language plpgsql as $$
begin
  set constraints revision_is_found immediate;
  set constraints revision_is_found deferred;
end
$$;
-- +goose StatementEnd

-- How many variants in the lists a dressing has. It stands in a table of its own, since a link
-- changes it often and what a dressing is found by never.
create table family (
  dressing_id bigint primary key references dressing (id),
  folio integer not null unique,
  variants integer not null default 0
);
insert into family (dressing_id, folio) select dressing_id, folio from newest;
-- +goose StatementBegin
create function keep_family() returns trigger language plpgsql security definer set search_path = public as $$
begin
  insert into family (dressing_id, folio) values (new.dressing_id, new.folio);
  return null;
end
$$;
-- +goose StatementEnd
create trigger newest_has_family after insert on newest for each row execute function keep_family();
-- +goose StatementBegin
create function count_variants(which bigint) returns void language sql security definer set search_path = public as $$
  update family f set variants = c.many
  from (select count(distinct d.child_id) as many from descent d join newest v on v.dressing_id = d.child_id and not v.withdrawn where d.parent_id = which) c
  where f.dressing_id = which and f.variants is distinct from c.many
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
create index newest_found on newest using gin (found) with (fastupdate = on, gin_pending_list_limit = 512);
create index newest_by_title on newest (by_title, folio) where not withdrawn;
create index newest_by_who on newest (by_who, folio) where not withdrawn;
create index newest_by_source on newest (by_source, folio) where not withdrawn;
create index newest_by_year on newest (by_year, folio) where not withdrawn;
create index newest_by_size on newest (by_size, folio) where not withdrawn;
create index newest_by_imitates on newest (by_imitates, folio) where not withdrawn and by_imitates <> '';
create index family_by_variants on family (variants, folio);
grant select on family to mothledger_app;
create index newest_years on newest using gist (years) where not withdrawn;
create index newest_originator on newest (originator_id) where not withdrawn;
create index newest_tier on newest (tier_id) where not withdrawn;
create index newest_source on newest (source_id) where not withdrawn;
create index newest_revision on newest (revision_id);
create index newest_near on newest using gin (by_title gin_trgm_ops) with (fastupdate = on, gin_pending_list_limit = 512) where not withdrawn;

-- People and sources are chosen by typing: by the beginning of the name, by the words in it,
-- by the nearest spelling.
alter table person add column by_name text generated always as (sorting(name)) stored;
-- An index of people goes by the last word of a name.
alter table person add column by_surname text generated always as (sorting(regexp_replace(btrim(name), '^(.*)\s+(\S+)$', '\2, \1'))) stored;
create index person_by_surname on person (by_surname);
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

-- The standard parts stand there as they are called, not folded.
-- +goose StatementBegin
create function sought_lack(mark text, part text) returns tsquery language sql immutable strict parallel safe as $$
  select quoted(mark || '==' || part || '$')::tsquery
$$;
-- +goose StatementEnd
