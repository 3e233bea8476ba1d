-- +goose Up
-- A link says in which way one dressing comes from another, and why.
alter table descent
  add column kind text not null default 'variant of'
    check (kind in ('variant of', 'adapted from', 'in the style of', 'reconstructed from', 'copied from', 'answer to', 'renamed from')),
  add column reason text not null default '' check (char_length(reason) <= 4000),
  drop constraint descent_pkey,
  add primary key (child_id, parent_id, kind);

-- A fly may have no name, a name no dressing, and a date no year that can be told.
alter table revision
  drop constraint revision_title_check,
  add constraint revision_title_check check (title = btrim(title) and char_length(title) <= 200),
  drop constraint revision_check2,
  drop constraint revision_check3,
  add constraint revision_dated check (date_text <> '' or date_from is null and date_to is null),
  -- the revision whose words and reading this one repeats, where it was restored
  add column again integer,
  add foreign key (dressing_id, again) references revision (dressing_id, number),
  add constraint revision_again check (again < number);

-- Names of materials may be longer than an index takes.
drop index part_kin_material;
create index part_kin_material on part (kin, left(material, 200));

-- A draft is the desk's own text; whatever it holds is given back as it was.
alter table draft drop constraint draft_body_check;
alter table draft alter column body type text using body::text;
alter table draft add constraint draft_body_check check (octet_length(body) <= 3145728);

alter table batch
  add column dropped boolean not null default false,
  drop constraint batch_seat_check,
  add constraint batch_seat_check check (char_length(seat) <= 100);

-- The journal: what was done, by whom, why, and what stood before and after. A
-- deed without a change is older than that and cannot be undone from here.
alter table deed
  drop constraint deed_kind_check,
  drop constraint deed_seat_check,
  add constraint deed_seat_check check (char_length(seat) <= 100),
  add column why text not null default '' check (char_length(why) <= 4000),
  add column touches text[] not null default '{}',
  add column change jsonb check (jsonb_typeof(change) = 'array');
update deed set kind = case kind when 'batch' then 'file box' when 'batch back' then case when what like 'put %' then 'put box back' else 'take box back' end else kind end;
update deed d set
  touches = array_remove(array[
    case when d.dressing_id is not null then (select 'dressing ' || folio from dressing where id = d.dressing_id) end,
    case when d.parent_id is not null then (select 'dressing ' || folio from dressing where id = d.parent_id) end,
    'word ' || d.words, 'box ' || d.batch_id], null),
  change = case d.kind
    when 'file' then (select jsonb_build_array(
      jsonb_build_object('of', 'shelf', 'key', jsonb_build_object('folio', folio), 'before', null, 'after', jsonb_build_object('withdrawn', false)),
      jsonb_build_object('of', 'says', 'key', jsonb_build_object('folio', folio), 'before', null, 'after', jsonb_build_object('revision', 1, 'as', 1))) from dressing where id = d.dressing_id)
    when 'revise' then (select jsonb_build_array(
      jsonb_build_object('of', 'says', 'key', jsonb_build_object('folio', folio), 'before', jsonb_build_object('revision', d.number - 1, 'as', d.number - 1), 'after', jsonb_build_object('revision', d.number, 'as', d.number))) from dressing where id = d.dressing_id)
    when 'withdraw' then (select jsonb_build_array(
      jsonb_build_object('of', 'shelf', 'key', jsonb_build_object('folio', folio), 'before', jsonb_build_object('withdrawn', false), 'after', jsonb_build_object('withdrawn', true))) from dressing where id = d.dressing_id)
    when 'put back' then (select jsonb_build_array(
      jsonb_build_object('of', 'shelf', 'key', jsonb_build_object('folio', folio), 'before', jsonb_build_object('withdrawn', true), 'after', jsonb_build_object('withdrawn', false))) from dressing where id = d.dressing_id)
    when 'teach' then (select jsonb_build_array(
      jsonb_build_object('of', 'word', 'key', jsonb_build_object('words', v.words), 'before', null, 'after', jsonb_build_object('kind', v.kind, 'taughtAt', v.taught_at))) from vocabulary v where v.words = lower(d.words))
  end;
-- Which deed was undone by which; none where it was undone before undoing was a deed.
create table undoing (
  deed_id bigint primary key references deed (id),
  by_id bigint references deed (id),
  check (by_id > deed_id)
);
insert into undoing (deed_id) select id from deed where undone;
drop index deed_last;
alter table deed drop column dressing_id, drop column number, drop column parent_id, drop column batch_id, drop column words, drop column undone;
create index deed_seat on deed (seat, id desc);
create index deed_kind on deed (kind, id desc);
create index deed_day on deed (done_at);
create index deed_record on deed (split_part(touches[1], ' ', 1), id desc);
create index deed_touches on deed using gin (touches);
create index undoing_by on undoing (by_id);

-- A request that is sent twice counts once, whatever it asks for.
alter table filing
  alter column dressing_id drop not null,
  alter column number drop not null,
  add column deed_id bigint references deed (id);

create trigger deed_is_kept before update or delete on deed for each row execute function refuse_change();
create trigger undoing_is_kept before update or delete on undoing for each row execute function refuse_change();
create trigger deed_is_not_emptied before truncate on deed for each statement execute function refuse_change();
create trigger undoing_is_not_emptied before truncate on undoing for each statement execute function refuse_change();

revoke update on deed from mothledger_app;
grant select, insert on undoing to mothledger_app;
grant update (kind, reason) on descent to mothledger_app;
grant update (dropped) on batch to mothledger_app;
