package elmtable.server.service;

import elmtable.run.Runner;
import elmtable.server.intake.IntakeSheets;
import elmtable.server.store.Database;
import elmtable.server.store.DocumentStore;
import elmtable.server.store.KeptValuesFile;
import elmtable.server.store.RunStore;
import elmtable.server.store.SecretFile;
import elmtable.server.store.SessionFiles;
import elmtable.server.store.SettingsStore;
import elmtable.server.store.VerdictStore;
import elmtable.server.trial.Beginning;
import elmtable.server.trial.PageTrials;
import java.nio.file.Path;

/** Everything that the HTTP side talks to. */
public record Services(
    Workspace workspace,
    DocumentStore documents,
    ChangeSets changeSets,
    DataFiles files,
    RunService runs,
    RunStore store,
    VerdictStore verdicts,
    KeptValuesFile kept,
    SessionFiles sessions,
    SecretFile secrets,
    PageTrials trials,
    Beginning beginning,
    IntakeSheets intake,
    Housekeeping housekeeping,
    Places places) {
  /** Makes all of them for an open database. */
  public static Services of(
      Database database,
      DocumentStore documents,
      Workspace workspace,
      DataFiles files,
      Runner runner,
      Places places) {
    RunStore store = new RunStore(database);
    KeptValuesFile kept = new KeptValuesFile(places.data().resolve(KeptValuesFile.NAME));
    SessionFiles sessions = SessionFiles.in(places.data());
    SecretFile secrets = SecretFile.in(places.data());
    RunService runs = new RunService(workspace, store, runner, kept, sessions, secrets);
    return new Services(
        workspace,
        documents,
        new ChangeSets(workspace, documents),
        files,
        runs,
        store,
        new VerdictStore(database),
        kept,
        sessions,
        secrets,
        new PageTrials(runner, kept, sessions, secrets),
        new Beginning(runner),
        new IntakeSheets(files::put),
        new Housekeeping(documents, store, new SettingsStore(database), runs),
        places);
  }

  /**
   * Where things lie.
   *
   * @param folder the project's; null where documents lie in the database alone
   * @param data the database's folder
   */
  public record Places(Path folder, Path data) {}
}
