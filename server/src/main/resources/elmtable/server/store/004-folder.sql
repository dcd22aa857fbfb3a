-- What a file of the project's folder held when it was last read or written, and the version of its
-- document that is the same.
create table folder_base (
  path text primary key,
  document integer not null references document (id),
  text text not null
) without rowid;
