package elmtable.server.view;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertNotSame;
import static org.junit.jupiter.api.Assertions.assertSame;

import elmtable.check.CheckedProject;
import elmtable.data.source.ProjectFiles;
import elmtable.keyword.builtin.BuiltInKeywords;
import elmtable.project.Project;
import elmtable.run.event.Outcome;
import elmtable.run.request.ExpectedTimes;
import elmtable.server.message.ProjectMessages.SuiteNode;
import elmtable.server.message.ProjectMessages.TreeView;
import elmtable.server.service.Snapshot;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ProjectTreeTest {
  private static final ProjectTree.Past NOTHING_RAN =
      new ProjectTree.Past(identity -> null, ExpectedTimes.NONE, 0);

  private static final Project PROJECT =
      Project.of(
          Map.of(
              "kilns.elmt",
              "suite Kilns\n\ncase Fires at <cone>\ndata: Cones\nsteps\n| log | <cone> |\n",
              "glazes.elmt",
              "suite Glazes\n\ncase Mixes\nsteps\n| weigh | ash |\n",
              "shared.elmt",
              "data Cones\nrows\n| cone |\n| 04 |\n| 6 |\n\nkeyword weigh\ntakes\n| name |\n| what |\n"
                  + "steps\n| log | <what> |\n\nenvironment local\nvalues\n| name | value |\n"
                  + "| batch | 7 |\n"),
          ProjectFiles.NONE,
          BuiltInKeywords.registry());

  private final ProjectTree tree = new ProjectTree();
  private long snapshots;

  private TreeView of(Project project, ProjectTree.Past past) {
    Snapshot snapshot = new Snapshot(++snapshots, CheckedProject.of(project), Map.of());
    TreeView view = tree.of(snapshot, past);
    assertEquals(new ProjectTree().of(snapshot, past), view, "as worked out from nothing");
    return view;
  }

  private static Project edited(String path, String from, String to) {
    String text = PROJECT.document(path).orElseThrow().text();
    String changed = text.replace(from, to);
    assertNotEquals(text, changed);
    return PROJECT.with(path, changed);
  }

  private static SuiteNode suite(TreeView view, String name) {
    return view.suites().stream()
        .filter(each -> each.name().equals(name))
        .findFirst()
        .orElseThrow();
  }

  @Test
  void onlyTheSuiteThatChangedIsWorkedOutAnew() {
    TreeView before = of(PROJECT, NOTHING_RAN);
    TreeView after = of(edited("glazes.elmt", "case Mixes", "case Mixes well"), NOTHING_RAN);
    assertSame(suite(before, "Kilns"), suite(after, "Kilns"));
    assertEquals("Mixes well", suite(after, "Glazes").cases().get(0).name());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '!',
      value = {
        "shared.elmt ! | 6 |           ! | 6 | / | 9 |",
        "shared.elmt ! data Cones      ! data Other",
        "shared.elmt ! keyword weigh   ! keyword pour",
        "shared.elmt ! name | value    ! name | number",
        "kilns.elmt  ! case Fires      ! case New / steps / | log | x | / / case Fires",
        "kilns.elmt  ! data: Cones     ! run: no",
        "kilns.elmt  ! suite Kilns     ! keyword Kilns",
      })
  void whatIsKeptIsWhatWouldBeWorkedOut(String path, String from, String to) {
    of(PROJECT, NOTHING_RAN);
    of(edited(path, from, to.replace(" / ", "\n")), NOTHING_RAN);
    of(PROJECT.without(path), NOTHING_RAN);
    of(PROJECT, NOTHING_RAN);
  }

  @Test
  void aSetOfAnotherDocumentCountsForTheSuite() {
    assertEquals(2, suite(of(PROJECT, NOTHING_RAN), "Kilns").executableCount());
    Project more = edited("shared.elmt", "| 6 |", "| 6 |\n| 9 |");
    assertEquals(3, suite(of(more, NOTHING_RAN), "Kilns").executableCount());
  }

  @Test
  void howCasesEndedIsLookedAtOnceItChanged() {
    TreeView before = of(PROJECT, NOTHING_RAN);
    ProjectTree.Past passed =
        new ProjectTree.Past(identity -> Outcome.PASSED, ExpectedTimes.NONE, 1);
    TreeView after = of(PROJECT, passed);
    assertNotSame(suite(before, "Kilns"), suite(after, "Kilns"));
    assertEquals(
        List.of(Outcome.PASSED, Outcome.PASSED),
        after.suites().stream().map(SuiteNode::last).toList());
  }
}
