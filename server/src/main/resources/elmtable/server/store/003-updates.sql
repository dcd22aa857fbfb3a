-- A document is its updates. Its id outlives rename and removal; texts are kept now and then, and
-- what was a revision before is such a text.
alter table document rename to document_before;
alter table document_revision rename to revision_before;

create table document (
  id integer primary key autoincrement,
  path text not null,
  version integer not null,
  removed text
);

create unique index document_path on document (path) where removed is null;

create table document_text (
  document integer not null references document (id),
  version integer not null,
  text text not null,
  author text not null,
  at text not null,
  primary key (document, version)
) without rowid;

create table document_update (
  document integer not null references document (id),
  version integer not null,
  client text not null,
  number integer not null,
  author text not null,
  at text not null,
  change text not null,
  primary key (document, version),
  unique (document, client, number)
) without rowid;

insert into document (path, version, removed)
  select path, revision, case removed when 0 then null else '' end from document_before;

insert into document_text (document, version, text, author, at)
  select d.id, r.revision, r.text, r.author, r.at
  from revision_before r join document d on d.path = r.path;

drop table revision_before;
drop table document_before;

-- How each executable case ended last, so that nobody reads all runs for it.
create table last_outcome (
  identity text primary key,
  run integer not null,
  outcome text not null
) without rowid;

insert into last_outcome (identity, run, outcome)
  select identity, max(run), outcome from run_case
  where outcome is not null and outcome <> 'not-run' group by identity;

-- Changes of several documents that belong together, to be taken back together.
create table change_set (
  id integer primary key autoincrement,
  author text not null,
  at text not null
);

create table change_set_part (
  change_set integer not null references change_set (id),
  document integer not null references document (id),
  version integer not null,
  primary key (change_set, document)
) without rowid;
