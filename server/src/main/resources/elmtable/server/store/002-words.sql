-- Outcomes are written in lower case with hyphens, here and in events, as in every answer.
update run_case set outcome = lower(replace(outcome, '_', '-'));

update run_event set event =
  replace(replace(replace(replace(replace(replace(event,
    '"outcome":"PASSED"', '"outcome":"passed"'),
    '"outcome":"FAILED"', '"outcome":"failed"'),
    '"outcome":"ERROR"', '"outcome":"error"'),
    '"outcome":"BLOCKED"', '"outcome":"blocked"'),
    '"outcome":"SKIPPED"', '"outcome":"skipped"'),
    '"outcome":"NOT_RUN"', '"outcome":"not-run"')
where event like '%"outcome":"%';
