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
import elmtable.server.service.Workspace;
import elmtable.server.view.Views.BlockView;
import elmtable.server.view.Views.DocumentView;
import elmtable.server.view.Views.RowView;
import elmtable.server.view.Views.TextPiece;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

class DocumentViewsTest {
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

  private static DocumentViews views(Map<String, Outcome> last) {
    return new DocumentViews(
        new Workspace.Snapshot(CHECKED, Map.of("a.elmt", 4L)), new CaseOutcomes(CHECKED, last));
  }

  private static DocumentView view() {
    return views(Map.of()).view("a.elmt").orElseThrow();
  }

  private static List<RowView> steps() {
    BlockView block = view().blocks().get(1);
    return block.sections().get(1).rows();
  }

  private static String parts(List<TextPiece> parts) {
    return parts.stream()
        .map(part ->
            part.origin() == null ? part.text() : "{" + part.text() + ":" + part.origin() + "}")
        .collect(Collectors.joining());
  }

  @Test
  void aDocumentIsShownWithItsRevisionBlocksAndProblems() {
    DocumentView view = view();
    assertEquals(4, view.revision());
    assertEquals(
        List.of("suite", "case", "keyword", "environment", "page"),
        view.blocks().stream().map(BlockView::kind).toList());
    assertEquals("What it is about.", view.blocks().get(0).note());
    assertEquals("{n:column} rows", parts(view.blocks().get(1).nameParts()));
    assertEquals(3, view.projectProblems().errors());
    assertEquals(3, view.problems().size());
  }

  @Test
  void referencesSayWhereTheirValueComesFrom() {
    assertEquals("{n:column}", parts(steps().get(0).cells().get(1).parts()));
    assertEquals("? {n:column} > 1", parts(steps().get(0).cells().get(3).parts()));
    assertEquals("=> {t:kept}, {u:kept}", parts(steps().get(1).cells().get(3).parts()));
    assertEquals("{t:kept} x", parts(steps().get(2).cells().get(1).parts()));
    assertEquals("{none:unknown}", parts(steps().get(4).cells().get(1).parts()));
    RowView body = views(Map.of()).keywords().get(0).steps().get(0);
    assertEquals("{many:parameter} {env/currency:environment}", parts(body.cells().get(1).parts()));
  }

  @Test
  void aStepHasItsCaptionsMarksAndWhatIsMissing() {
    assertEquals(List.of("many"), steps().get(0).step().captions());
    assertEquals(3, steps().get(0).step().marksFrom());
    assertTrue(steps().get(0).step().composed());
    assertEquals(List.of("text"), steps().get(3).step().missing());
    assertNull(steps().get(4).step().keyword());
  }

  @Test
  void theTreeCountsExecutableCasesAndShowsTheirLastOutcome() {
    List<String> identities =
        Planner.plan(CheckedProject.of(PROJECT), Selection.everything())
            .executables()
            .map(e -> e.identity())
            .toList();
    Views.TreeView tree =
        views(Map.of(identities.get(0), Outcome.PASSED, identities.get(1), Outcome.FAILED)).tree();
    assertEquals(2, tree.suites().get(0).executableCount());
    assertEquals(Outcome.FAILED, tree.suites().get(0).last());
    assertNull(views(Map.of()).tree().suites().get(0).last());
  }

  @Test
  void ownKeywordsComeBeforeBuiltInOnes() {
    List<Views.KeywordView> keywords = views(Map.of()).keywords();
    assertEquals("ask", keywords.get(0).name());
    assertEquals("how many", keywords.get(0).takes().get(0).note());
    assertFalse(keywords.stream().skip(1).anyMatch(keyword -> keyword.path() != null));
  }

  @Test
  void aPlanIsShownCaseByCase() {
    Views.PlanView plan =
        PlanViews.of(
            Planner.plan(CheckedProject.of(PROJECT), Selection.everything()), PROJECT, 2, Map.of());
    assertEquals(2, plan.count());
    assertEquals("1 rows", plan.cases().get(0).executables().get(0).name());
    assertEquals(Map.of("n", "2"), plan.cases().get(0).executables().get(1).values());
    assertTrue(plan.cases().get(0).executables().get(0).fault().contains("a.elmt, line 12"));
  }
}
