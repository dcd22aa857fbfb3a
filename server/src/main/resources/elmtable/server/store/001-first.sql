create table project (
  id integer primary key check (id = 1),
  name text not null
);

create table document (
  path text primary key,
  revision integer not null,
  text text not null,
  removed integer not null default 0
);

create table document_revision (
  path text not null references document (path),
  revision integer not null,
  text text not null,
  author text not null,
  at text not null,
  primary key (path, revision)
);

create table file (
  path text primary key,
  hash text not null,
  size integer not null
);

create table run (
  id integer primary key,
  title text not null,
  environment text not null,
  browser text not null,
  workers integer not null,
  seed integer not null,
  started text not null,
  finished text,
  state text not null check (state in ('going', 'finished', 'stopped', 'interrupted'))
);

create table run_case (
  run integer not null references run (id),
  number integer not null,
  identity text not null,
  name text not null,
  suite text not null,
  document text not null,
  line integer not null,
  row_number integer not null,
  row_values text not null,
  tags text not null,
  outcome text,
  millis real,
  failure text,
  primary key (run, number)
);

create index run_case_identity on run_case (identity, run);

create table run_event (
  run integer not null references run (id),
  sequence integer not null,
  number integer not null,
  event text not null,
  primary key (run, sequence)
);

create index run_event_case on run_event (run, number, sequence);
