-- +goose Up
-- Which reader and which words gave a revision its reading; empty for one that was read
-- before this was kept. A better reader proposes a revision, it never alters one.
alter table revision add column read_by text not null default '' check (char_length(read_by) <= 60);
