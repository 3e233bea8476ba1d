-- +goose Up
-- A hook model that the club measured, in millimetres.
create table hook (
  id bigint generated always as identity primary key,
  name text not null check (name = btrim(name) and name <> '' and char_length(name) <= 100),
  size integer not null check (size between -7 and 32),
  style text not null default '' check (style in ('', 'dry', 'wet', 'nymph', 'curved', 'jig', 'streamer', 'salmon', 'emerger')),
  eye text not null default '' check (eye in ('', 'up', 'down', 'straight', 'half-raised', 'jig')),
  shank_mm double precision not null check (shank_mm > 0 and shank_mm < 200),
  gape_mm double precision not null check (gape_mm > 0 and gape_mm < 100),
  eye_mm double precision not null default 0 check (eye_mm >= 0 and eye_mm < 20),
  wire_mm double precision not null default 0 check (wire_mm >= 0 and wire_mm < 10),
  measured_at timestamptz not null default now(),
  retired boolean not null default false
);
create unique index hook_name on hook (lower(name), size) where not retired;

-- The school that the club follows on a question, or for one dressing.
create table school (
  question text primary key,
  chosen text not null
);
create table dressing_school (
  dressing_id bigint not null references dressing (id),
  question text not null,
  chosen text not null,
  primary key (dressing_id, question)
);

-- Advice that somebody looked at and put aside, with the reason.
create table dismissal (
  dressing_id bigint not null references dressing (id),
  code text not null check (char_length(code) <= 60),
  role text not null default '' check (char_length(role) <= 100),
  note text not null check (btrim(note) <> '' and char_length(note) <= 1000),
  dismissed_at timestamptz not null default now(),
  primary key (dressing_id, code, role)
);

grant select, insert on hook to mothledger_app;
grant update (retired) on hook to mothledger_app;
grant select, insert, update, delete on school, dressing_school, dismissal to mothledger_app;
