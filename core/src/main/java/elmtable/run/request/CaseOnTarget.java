package elmtable.run.request;

import elmtable.plan.ExecutableCase;
import elmtable.project.entry.CaseEntry;

/** A case with one environment and browser: all its executable cases there together. */
public record CaseOnTarget(String document, String name, String environment, String browser) {
  public static CaseOnTarget of(ExecutableCase executable) {
    return of(executable.entry(), executable.environment(), executable.browser());
  }

  public static CaseOnTarget of(CaseEntry entry, String environment, String browser) {
    return new CaseOnTarget(entry.path(), entry.name(), environment, browser);
  }
}
