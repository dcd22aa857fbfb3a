package elmtable.server.view;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.check.CheckedProject;
import elmtable.data.source.ProjectFiles;
import elmtable.keyword.builtin.BuiltInKeywords;
import elmtable.plan.Planner;
import elmtable.plan.Selection;
import elmtable.project.Project;
import elmtable.run.event.Outcome;
import elmtable.run.request.ExpectedTimes;
import elmtable.server.message.KeywordMessages;
import elmtable.server.message.PlanMessages;
import elmtable.server.message.ProjectMessages;
import elmtable.server.message.SheetMessages;
import elmtable.server.message.SheetMessages.RowView;
import elmtable.server.message.SheetMessages.TextPiece;
import elmtable.server.service.Revision;
import elmtable.server.service.Snapshot;
import elmtable.server.view.analysis.Analyses;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

class ViewsTest {
  private static final Project PROJECT =
      Project.of(
          Map.of(
              "a.elmt",
              """
              suite S
              > What it is about.
              tags: booking

              case <n> rows
              data
              | n |
              | 1 |
              | 2 |
              steps
              | ask       | <n>    |          | ? n > 1      |
              | read text | Field  |          | => t, u      |
              | log       | <t> x  |          |              |
              | log       |        |          |              |
              | lgo       | <none> |          |              |

              keyword ask
              > Asks.
              takes
              | name | kind   | note     |
              | many | number | how many |
              steps
              | log | <many> <env/currency> |

              environment local
              values
              | name     | value |
              | currency | €     |

              page P
              elements
              | element | by | locator |
              | Field   | id | f       |
              """),
          ProjectFiles.NONE,
          BuiltInKeywords.registry());

  private static final CheckedProject CHECKED = CheckedProject.of(PROJECT);

  private static final Snapshot SNAPSHOT =
      new Snapshot(1, CHECKED, Map.of("a.elmt", new Revision(7, 4)));

  private static KeywordViews views() {
    return new KeywordViews(SNAPSHOT);
  }

  private static ProjectMessages.TreeView tree(Map<String, Outcome> last) {
    return tree(last, ExpectedTimes.NONE);
  }

  private static ProjectMessages.TreeView tree(Map<String, Outcome> last, ExpectedTimes times) {
    return new ProjectTree().of(SNAPSHOT, new ProjectTree.Past(last::get, times, 0));
  }

  private static SheetMessages.BlockMeaning block(int place) {
    return new Analyses().view(SNAPSHOT, "a.elmt", "").orElseThrow().between().get(place);
  }

  private static SheetMessages.RowMeaning step(int place) {
    return block(1).rows().get(place);
  }

  private static String parts(List<TextPiece> parts) {
    return parts.stream()
        .map(part ->
            part.origin() == null ? part.text() : "{" + part.text() + ":" + part.origin() + "}")
        .collect(Collectors.joining());
  }

  /** References as cell, stretch and origin. */
  private static String references(List<SheetMessages.ReferenceView> references) {
    return references.stream()
        .map(each -> each.cell() + ":" + each.from() + "-" + each.to() + " " + each.origin())
        .collect(Collectors.joining(", "));
  }

  @Test
  void anAnalysisSaysWhatBlocksMean() {
    SheetMessages.AnalysisView view = new Analyses().view(SNAPSHOT, "a.elmt", "").orElseThrow();
    assertEquals(4, view.version());
    String text = PROJECT.document("a.elmt").orElseThrow().text();
    assertEquals(
        List.of("suite", "case", "keyword", "environment", "page"),
        view.starts().stream().map(start -> text.substring(start).split(" ")[0]).toList());
    assertEquals("-1:0-3 column", references(block(1).name()));
    assertEquals(3, block(1).problems().size());
  }

  @Test
  void referencesSayWhereTheirValueComesFrom() {
    assertEquals("1:0-3 column, 3:2-3 column", references(step(0).references()));
    assertEquals("3:3-4 kept, 3:6-7 kept", references(step(1).references()));
    assertEquals("1:0-3 kept", references(step(2).references()));
    assertEquals("1:0-6 unknown", references(step(4).references()));
    RowView body = views().keywords().get(0).steps().get(0);
    assertEquals("{many:parameter} {env/currency:environment}", parts(body.cells().get(1).parts()));
  }

  @Test
  void aStepHasItsCaptionsAndWhatIsMissing() {
    assertEquals(List.of("many"), step(0).captions());
    assertTrue(step(0).composed());
    assertEquals(List.of("text"), step(3).missing());
    assertNull(step(4).keyword());
  }

  @Test
  void theTreeCountsExecutableCasesAndShowsTheirLastOutcome() {
    List<String> identities =
        Planner.plan(CheckedProject.of(PROJECT), Selection.everything())
            .executables()
            .map(e -> e.identity())
            .toList();
    ProjectMessages.TreeView tree =
        tree(Map.of(identities.get(0), Outcome.PASSED, identities.get(1), Outcome.FAILED));
    assertEquals(2, tree.suites().get(0).executableCount());
    assertEquals(Outcome.FAILED, tree.suites().get(0).last());
    assertNull(tree(Map.of()).suites().get(0).last());
    assertNull(tree(Map.of()).suites().get(0).cases().get(0).millis());
    ExpectedTimes ofOne =
        each -> each.equals(identities.get(0)) ? OptionalDouble.of(300) : OptionalDouble.empty();
    ProjectMessages.CaseNode timed =
        tree(Map.of(), ofOne).suites().get(0).cases().stream()
            .filter(one -> one.millis() != null)
            .findFirst()
            .orElseThrow();
    assertEquals(300 * timed.executableCount(), timed.millis(), "the others as the one that ran");
  }

  @Test
  void ownKeywordsComeBeforeBuiltInOnes() {
    List<KeywordMessages.KeywordView> keywords = views().keywords();
    assertEquals("ask", keywords.get(0).name());
    assertEquals("how many", keywords.get(0).takes().get(0).note());
    assertFalse(keywords.stream().skip(1).anyMatch(keyword -> keyword.path() != null));
  }

  @Test
  void aPlanIsShownCaseByCase() {
    PlanMessages.PlanView plan =
        new PlanViews(PROJECT, any -> null, any -> OptionalDouble.of(1500))
            .of(Planner.plan(CheckedProject.of(PROJECT), Selection.everything()), 2, 2, List.of());
    assertEquals(2, plan.count());
    assertEquals(3000, plan.cases().get(0).expectedMillis());
    assertEquals(3000, plan.schedule().millis(), "rows of a suite run one after another");
    assertEquals(List.of(1500.0, 1500.0), plan.schedule().workers().get(0).get(0).caseMillis());
    assertEquals(List.of(), plan.schedule().workers().get(1));
    assertEquals("1 rows", plan.cases().get(0).executables().get(0).name());
    assertEquals(Map.of("n", "2"), plan.cases().get(0).executables().get(1).values());
    assertTrue(plan.cases().get(0).executables().get(0).fault().contains("a.elmt, line 12"));
  }
}
