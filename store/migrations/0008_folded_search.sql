-- +goose Up
-- Words are found however they are spelt: without apostrophes, accents and capitals, with
-- a hyphen as a space, in the singular, and by one of two spellings.
-- +goose StatementBegin
create function fold(words text) returns text language sql immutable strict parallel safe as $$
  select regexp_replace(regexp_replace(regexp_replace(regexp_replace(regexp_replace(regexp_replace(
    lower(regexp_replace(normalize(translate(words, '-‐‑–—''’‘ʼ`´', '     '), NFKD), '[\u0300-\u036f]', '', 'g')),
    '\mgray', 'grey', 'g'),
    'colo(r)(?!ad)', 'colou\1', 'g'),
    '\mfiber', 'fibre', 'g'),
    '([[:alpha:]]{2})ies\M', '\1y', 'g'),
    '(x|ch|sh|ss|zz)es\M', '\1', 'g'),
    '([[:alpha:]]{2}[^s[:digit:][:punct:][:space:]])s\M', '\1', 'g')
$$;
-- +goose StatementEnd

-- The pattern that all text fits which holds the folded words; where nothing is left of them, any text.
-- +goose StatementBegin
create function holding(words text) returns text language sql immutable strict parallel safe as $$
  select '%' || replace(replace(replace(fold(words), '\', '\\'), '%', '\%'), '_', '\_') || '%'
$$;
-- +goose StatementEnd

-- As written too, so that half a word finds what it begins. The index is kept at once: the
-- planner shuns one whose waiting list has grown, as after a bag was loaded.
alter table newest add column folded text generated always as (fold(search) || E'\n' || search) stored;
create index newest_folded on newest using gin (folded gin_trgm_ops) with (fastupdate = off);
drop index newest_search;
