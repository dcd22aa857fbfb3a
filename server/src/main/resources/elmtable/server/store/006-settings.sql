-- Settings of this server, and which files a run's evidence is, so that old runs go with theirs.
create table setting (
  name text primary key,
  value text not null
) without rowid;

create table run_evidence (
  run integer not null references run (id),
  file text not null,
  primary key (run, file)
) without rowid;

create index run_evidence_file on run_evidence (file);

insert or ignore into run_evidence (run, file)
  select run, json_extract(event, '$.file') from run_event
  where event like '%"evidence kept"%' and json_extract(event, '$.file') is not null;
