-- A run's outcomes are counted without reading its cases.
create index run_case_outcome on run_case (run, outcome);
