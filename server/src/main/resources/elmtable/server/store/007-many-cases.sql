-- A run may have more cases than it ever planned, when it was stopped.
alter table run add column total integer not null default 0;

update run set total = (select count(*) from run_case where run_case.run = run.id);

-- Cases are read a page at a time, those that did not pass first.
drop index run_case_outcome;

create index run_case_outcome on run_case (run, outcome, number);

-- How long an executable case usually takes when it passes.
alter table last_outcome add column millis real;

update last_outcome set millis =
  (select avg(run_case.millis) from run_case
    where run_case.identity = last_outcome.identity and run_case.outcome = 'passed');

-- What was set up once for several cases of a run, and how often it was used again.
create table run_set_up (
  run integer not null references run (id),
  name text not null,
  scope text not null,
  kept integer not null,
  set_up_in integer not null,
  times integer not null,
  millis real not null,
  primary key (run, name)
);

-- Fixtures that were set up and are to be torn down; what is left of them when a run breaks off.
create table run_tear_down (
  run integer not null references run (id),
  number integer not null,
  name text not null,
  gave text not null,
  primary key (run, number, name)
);
