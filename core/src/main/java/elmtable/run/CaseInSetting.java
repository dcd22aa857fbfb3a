package elmtable.run;

import elmtable.plan.ExecutableCase;
import elmtable.project.CaseEntry;

/** A case with one environment and browser: all its executable cases there together. */
record CaseInSetting(String document, String name, String environment, String browser) {
  static CaseInSetting of(ExecutableCase executable) {
    return of(executable.entry(), executable);
  }

  /** A case with the environment and browser of another's executable case. */
  static CaseInSetting of(CaseEntry entry, ExecutableCase like) {
    return new CaseInSetting(entry.path(), entry.name(), like.environment(), like.browser());
  }
}
