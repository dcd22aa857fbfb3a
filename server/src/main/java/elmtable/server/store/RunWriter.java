package elmtable.server.store;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import elmtable.report.EventLines;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import elmtable.run.event.RunListener;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Writes a run's events as they come, many in one transaction. */
final class RunWriter implements RunListener {
  private static final ObjectMapper JSON = new ObjectMapper();

  private final Database database;
  private final LastOutcomes lastOutcomes;
  private final long run;
  private final RunListener told;

  /** Of cases that have not ended. */
  private final Map<Integer, String> identities = new HashMap<>();

  private long sequence;

  /**
   * @param told hears of each event once it is on disk
   */
  RunWriter(Database database, LastOutcomes lastOutcomes, long run, RunListener told) {
    this.database = database;
    this.lastOutcomes = lastOutcomes;
    this.run = run;
    this.told = told;
  }

  @Override
  public void on(RunEvent event) {
    long place = ++sequence;
    String identity = null;
    if (event instanceof RunEvent.CasesPlanned planned) {
      planned.cases().forEach(each -> identities.put(each.number(), each.identity()));
    } else if (event instanceof RunEvent.CaseFinished done) {
      identity = identities.remove(done.number());
      if (done.outcome() != Outcome.NOT_RUN) {
        lastOutcomes.put(identity, done.outcome(), done.millis());
      }
    }
    String ended = identity;
    database
        .writer()
        .later(connection -> write(connection, place, event, ended), () -> told.on(event));
    if (event instanceof RunEvent.CaseFinished) {
      // Somebody waits for how a case ended, and it is told once it is on disk.
      database.writer().hurry();
    }
  }

  private Void write(Connection connection, long place, RunEvent event, String identity)
      throws SQLException {
    switch (event) {
      case RunEvent.RunStarted started -> {
        // The run stands in its table since before it began.
      }
      case RunEvent.CasesPlanned planned -> insert(connection, planned.cases());
      case RunEvent.CaseFinished done -> finish(connection, done, identity);
      case RunEvent.RunFinished done ->
          Jdbc.update(
              connection,
              "update run set finished = ?, state = ? where id = ?",
              done.at().toString(),
              done.stopped() ? "stopped" : "finished",
              run);
      case RunEvent.CaseStarted started -> event(connection, place, started.number(), event);
      case RunEvent.StepStarted started -> {
        event(connection, place, started.number(), event);
        if (started.parent() == 0 && started.phase().equals("tear-down")) {
          tornDown(connection, started);
        }
      }
      case RunEvent.StepFinished finished -> event(connection, place, finished.number(), event);
      case RunEvent.Logged logged -> event(connection, place, logged.number(), event);
      case RunEvent.TearDownDue due ->
          Jdbc.update(
              connection,
              "insert or replace into run_tear_down (run, number, name, gave) values (?, ?, ?, ?)",
              run,
              due.number(),
              due.name(),
              json(due.gave()));
      case RunEvent.SetUpUsed used -> {
        event(connection, place, used.number(), event);
        Jdbc.update(
            connection,
            "insert into run_set_up (run, name, scope, kept, set_up_in, times, millis)"
                + " values (?, ?, ?, ?, ?, 1, ?)"
                + " on conflict (run, name) do update set times = times + 1",
            run,
            used.name(),
            used.scope(),
            used.kept(),
            used.setUpIn(),
            used.setUpMillis());
      }
      case RunEvent.EvidenceKept kept -> {
        event(connection, place, kept.number(), event);
        Jdbc.update(
            connection,
            "insert or ignore into run_evidence (run, file) values (?, ?)",
            run,
            kept.file());
      }
    }
    return null;
  }

  /** What several cases share is torn down in the last of them. */
  private void tornDown(Connection connection, RunEvent.StepStarted started) throws SQLException {
    Jdbc.update(
        connection,
        "delete from run_tear_down where rowid ="
            + " (select rowid from run_tear_down where run = ? and name = ?"
            + " order by number = ? desc, number limit 1)",
        run,
        started.keyword(),
        started.number());
  }

  private void finish(Connection connection, RunEvent.CaseFinished done, String identity)
      throws SQLException {
    Jdbc.update(
        connection,
        "update run_case set outcome = ?, millis = ?, failure = ? where run = ? and number = ?",
        done.outcome().word(),
        done.millis(),
        done.failure() == null ? null : json(done.failure()),
        run,
        done.number());
    if (done.outcome() != Outcome.NOT_RUN) {
      Jdbc.update(
          connection,
          "insert into last_outcome (identity, run, outcome, millis) values (?, ?, ?, ?)"
              + " on conflict (identity) do update set run = excluded.run,"
              + " outcome = excluded.outcome, millis = case when excluded.millis is null"
              + " then millis else coalesce(millis + (excluded.millis - millis) * ?,"
              + " excluded.millis) end",
          identity,
          run,
          done.outcome().word(),
          done.outcome() == Outcome.PASSED ? done.millis() : null,
          LastOutcomes.NEWEST);
    }
  }

  private void insert(Connection connection, List<RunEvent.Planned> cases) throws SQLException {
    Jdbc.batch(
        connection,
        "insert into run_case (run, number, identity, name, suite, document, line, row_number, row_values, tags)"
            + " values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
        cases.stream().map(this::values).toList());
  }

  private List<Object> values(RunEvent.Planned planned) {
    return List.of(
        run,
        planned.number(),
        planned.identity(),
        planned.name(),
        planned.suite(),
        planned.document(),
        planned.line(),
        planned.row(),
        json(planned.values()),
        json(planned.tags()));
  }

  private void event(Connection connection, long place, int number, RunEvent event)
      throws SQLException {
    Jdbc.update(
        connection,
        "insert into run_event (run, sequence, number, event) values (?, ?, ?, ?)",
        run,
        place,
        number,
        EventLines.write(event));
  }

  private static String json(Object value) {
    try {
      return JSON.writeValueAsString(value);
    } catch (JsonProcessingException impossible) {
      throw new IllegalStateException(impossible);
    }
  }
}
