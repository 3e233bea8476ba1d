-- +goose Up
-- What today's reader would make of the words of a revision: a line a change, none where it
-- reads the same. It is made in the background, and can be made again at any time.
create table rereading (
  revision_id bigint primary key references revision (id),
  read_by text not null check (char_length(read_by) between 1 and 60),
  changes jsonb not null check (jsonb_typeof(changes) = 'array')
);
grant select, insert, update on rereading to mothledger_app;
