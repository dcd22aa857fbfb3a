package elmtable.run.step;

import elmtable.browser.Browser;
import elmtable.browser.Credentials;
import elmtable.formula.FormulaException;
import elmtable.formula.Value;
import elmtable.keyword.StepContext;
import elmtable.run.browsers.CaseBrowser;
import elmtable.run.time.Deadline;
import elmtable.run.time.StopSignal;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Optional;
import java.util.function.Supplier;

/** What a keyword method gets of the engine. */
record RunningStep(
    int id,
    Duration limit,
    Deadline deadline,
    CaseBrowser caseBrowser,
    Reporter reporter,
    StopSignal stop,
    CaseValues scope)
    implements StepContext {
  @Override
  public Browser browser() {
    return caseBrowser.of(id, limit, scope.credentials());
  }

  @Override
  public String address(String path) {
    if (path.matches("(?i)[a-z][a-z0-9+.-]*:.*")) {
      return path;
    }
    String base =
        scope
            .baseAddress()
            .map(Value::text)
            .orElseThrow(() ->
                new FormulaException(
                    "The environment has no value “base address”, from which the path "
                        + path
                        + " counts."));
    String trimmed = base.endsWith("/") ? base.substring(0, base.length() - 1) : base;
    return path.startsWith("/") ? trimmed + path : trimmed + "/" + path;
  }

  @Override
  public Optional<Credentials> credentials() {
    return scope.credentials();
  }

  @Override
  public <T> T ofCase(Class<T> kind, Supplier<T> first) {
    return scope.ofCase(kind, first);
  }

  @Override
  public void publish(String name, Value value, boolean keep) {
    String shown = reporter.shown(value);
    if (keep && !shown.equals(value.text())) {
      throw new FormulaException(
          "A secret is not kept for later runs, as it would lie in a file as plain text; publish it"
              + " without keep.");
    }
    scope.publish(name, value, keep);
    reporter.log(id, name + " = " + shown);
  }

  @Override
  public void log(String text) {
    reporter.log(id, text);
  }

  @Override
  public void keepPicture(String name) {
    browser()
        .pictures()
        .take(reporter.secrets().texts())
        .ifPresentOrElse(
            picture -> reporter.keep(id, "picture", picture, ".png", name),
            () ->
                reporter.log(
                    id,
                    "No picture can be taken now: a dialog is open, or it is not known what is secret in it."));
  }

  @Override
  public void keepDownload(Path file) {
    new StepEvidence(caseBrowser, reporter).download(id, file);
  }

  @Override
  public void pause(Duration time) {
    // A millisecond begun is waited for.
    stop.sleep(Math.ceilDiv(deadline.within(time).toNanos(), 1_000_000));
  }
}
