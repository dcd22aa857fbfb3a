package elmtable.run.request;

import elmtable.plan.ExecutableCase;
import elmtable.project.entry.CaseEntry;

/** A case with one environment and browser: all its executable cases there together. */
public record CaseOnTarget(String document, String name, String environment, String browser) {
  public static CaseOnTarget of(ExecutableCase executable) {
    return of(executable.entry(), executable);
  }

  /** A case with the environment and browser of another's executable case. */
  public static CaseOnTarget of(CaseEntry entry, ExecutableCase like) {
    return new CaseOnTarget(entry.path(), entry.name(), like.environment(), like.browser());
  }
}
