-- +goose Up
-- What the club taught its reader is rows of a lexicon of its own: what words mean, in the trade's
-- own words, or as a new material with its kind and colour; other names; an example.
alter table vocabulary
  drop constraint vocabulary_kind_check,
  add constraint vocabulary_kind_check check (kind in ('colour', 'material', 'preparation', 'amount', 'remark', 'part', 'number', 'place')),
  add column means text not null default '' check (char_length(means) <= 200),
  add column material_kind text not null default '' check (char_length(material_kind) <= 40),
  add column hue text not null default '' check (hue = '' or hue ~ '^#[0-9a-f]{6}$'),
  add column also jsonb not null default '[]' check (jsonb_typeof(also) = 'array'),
  add column example text not null default '' check (char_length(example) <= 400);
grant update (kind, means, material_kind, hue, also, example) on vocabulary to mothledger_app;
-- What the ledger's parts are made of, to choose a meaning from.
create index part_material on part (left(material, 200)) where material <> '';
