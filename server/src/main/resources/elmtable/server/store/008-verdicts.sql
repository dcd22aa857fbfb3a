-- What somebody decided a finding is. Its key is the same for the same cause in later runs.
create table verdict (
  finding text primary key,
  verdict text not null,
  author text not null,
  at text not null,
  run integer not null
) without rowid;
