package elmtable.check.rules;

import elmtable.block.BrowserBlock;
import elmtable.block.HookBlock;
import elmtable.block.PageBlock;
import elmtable.block.PlanBlock;
import elmtable.block.SuiteBlock;
import elmtable.check.rules.step.StepChecks;
import elmtable.language.Block;
import elmtable.language.Document.LocatedBlock;
import elmtable.project.DocumentIndex;
import elmtable.project.Project;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.DataEntry;
import elmtable.text.Diagnostic;
import java.util.List;
import java.util.Optional;

/** Checks a block by its kind. */
public final class BlockChecks {
  private BlockChecks() {}

  /**
   * What is wrong with a block; lines count from it.
   *
   * @param recording the project, noting what is looked up in it
   * @param entry the case that it is, where its name finds it
   * @param winner whether it is the one that its name finds
   */
  public static List<Diagnostic> of(
      Project recording,
      DocumentIndex index,
      LocatedBlock located,
      Optional<CaseEntry> entry,
      boolean winner) {
    StepChecks steps = new StepChecks(recording.index());
    Block block = located.block();
    return switch (block.kind()) {
      case CASE ->
          entry.map(found -> new CaseChecks(recording, steps).check(found)).orElse(List.of());
      case KEYWORD ->
          new KeywordChecks(recording, steps).check(index.keywordAt(located).orElseThrow(), winner);
      case PAGE -> new PageChecks(recording).check(new PageBlock(block));
      case DATA_SET -> DataChecks.check(new DataEntry(index.document().path(), located), recording);
      case SUITE -> new SuiteChecks(recording, steps).check(new SuiteBlock(block));
      case ENVIRONMENT ->
          EnvironmentChecks.check(index.document().path(), located, recording.index());
      case FIXTURE -> new FixtureChecks(recording, steps).check(index.document().path(), located);
      case HOOK -> new SettingChecks(recording).hook(new HookBlock(block), steps);
      case BROWSER -> new SettingChecks(recording).browser(new BrowserBlock(block));
      case PLAN -> new SettingChecks(recording).plan(new PlanBlock(block));
    };
  }
}
