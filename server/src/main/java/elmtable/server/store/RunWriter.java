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
import java.util.Map;

/** Writes a run's events as they come, many in one transaction. */
final class RunWriter implements RunListener {
  private static final ObjectMapper JSON = new ObjectMapper();

  private final Database database;
  private final LastOutcomes lastOutcomes;
  private final long run;
  private final Map<Integer, String> identities = new HashMap<>();
  private long sequence;

  RunWriter(Database database, LastOutcomes lastOutcomes, long run) {
    this.database = database;
    this.lastOutcomes = lastOutcomes;
    this.run = run;
  }

  @Override
  public void on(RunEvent event) {
    long place = ++sequence;
    if (event instanceof RunEvent.RunStarted started) {
      started.cases().forEach(each -> identities.put(each.number(), each.identity()));
    } else if (event instanceof RunEvent.CaseFinished done && done.outcome() != Outcome.NOT_RUN) {
      lastOutcomes.put(identities.get(done.number()), done.outcome());
    }
    database.writer().later(connection -> write(connection, place, event));
  }

  private Void write(Connection connection, long place, RunEvent event) throws SQLException {
    switch (event) {
      case RunEvent.RunStarted started -> {
        for (RunEvent.Planned planned : started.cases()) {
          insert(connection, planned);
        }
      }
      case RunEvent.CaseFinished done -> finish(connection, done);
      case RunEvent.RunFinished done ->
          Jdbc.update(
              connection,
              "update run set finished = ?, state = ? where id = ?",
              done.at().toString(),
              done.stopped() ? "stopped" : "finished",
              run);
      case RunEvent.CaseStarted started -> event(connection, place, started.number(), event);
      case RunEvent.StepStarted started -> event(connection, place, started.number(), event);
      case RunEvent.StepFinished finished -> event(connection, place, finished.number(), event);
      case RunEvent.Logged logged -> event(connection, place, logged.number(), event);
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

  private void finish(Connection connection, RunEvent.CaseFinished done) throws SQLException {
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
          "insert into last_outcome (identity, run, outcome)"
              + " select identity, run, outcome from run_case where run = ? and number = ?"
              + " on conflict (identity) do update set run = excluded.run, outcome = excluded.outcome",
          run,
          done.number());
    }
  }

  private void insert(Connection connection, RunEvent.Planned planned) throws SQLException {
    Jdbc.update(
        connection,
        "insert into run_case (run, number, identity, name, suite, document, line, row_number, row_values, tags)"
            + " values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
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
