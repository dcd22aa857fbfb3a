package elmtable.server.view;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;

import elmtable.check.CheckedProject;
import elmtable.data.source.ProjectFiles;
import elmtable.keyword.builtin.BuiltInKeywords;
import elmtable.project.Project;
import elmtable.server.message.DataMessages.DataRowView;
import elmtable.server.message.DataMessages.DataSetView;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** A data set as its station shows it. */
class DataViewsTest {
  private static final String ROWS = "rows\n| n |\n| 1 |\n| 5 |\n| 1 |\n| 7 |\n| 2 |\n";

  private static DataSetView view(String properties, long from, int most, boolean leftOut) {
    Project project =
        Project.of(
            Map.of("a.elmt", "data set\n" + properties + ROWS),
            ProjectFiles.NONE,
            BuiltInKeywords.registry());
    return DataViews.of(
        CheckedProject.of(project),
        project,
        project.index().dataSet("set").orElseThrow(),
        from,
        most,
        leftOut);
  }

  private static List<String> cells(DataSetView view) {
    return view.shown().stream()
        .map(row -> (row.leftOut() == null ? "" : "-") + row.cells().get(0))
        .toList();
  }

  @Test
  void whatTheConditionLeavesOutIsShownOnWish() {
    DataSetView without = view("where: n > 1\n", 0, 9, false);
    assertEquals(List.of("5", "7", "2"), cells(without));
    assertEquals(2, without.leftOut());
    assertEquals(List.of("-1", "5", "-1", "7", "2"), cells(view("where: n > 1\n", 0, 9, true)));
  }

  @Test
  void aPageOfThemContinuesWhereTheOneBeforeEnded() {
    DataSetView second = view("where: n > 1\n", 2, 2, true);
    assertEquals(List.of("-1", "7"), cells(second));
    assertEquals(List.of(3L, 4L), second.shown().stream().map(DataRowView::number).toList());
  }

  @Test
  void rowsOfAFileTellTheirRecordsAndWhichColumnsNobodyUses() {
    Project project =
        Project.of(
            Map.of(
                "a.elmt",
                "data set\nfrom: a.csv\nwhere: n > 1\n\n"
                    + "data pairs\ncombine: set\n\n"
                    + "suite S\n\ncase one\ndata: pairs\nsteps\n| log | <n> |\n",
                "a.csv",
                "n,word\n1,one\n2,two\n"),
            ProjectFiles.NONE,
            BuiltInKeywords.registry());
    DataSetView view =
        DataViews.of(
            CheckedProject.of(project),
            project,
            project.index().dataSet("set").orElseThrow(),
            0,
            9,
            true);
    assertEquals("a.csv", view.file());
    assertEquals(List.of(1L, 2L), view.shown().stream().map(DataRowView::inFile).toList());
    assertNull(view.columns().get(0).unused());
    assertEquals(true, view.columns().get(1).unused());
  }

  @Test
  void nothingIsLeftOutWhereNothingIsAskedOrMoreComesBehind() {
    assertNull(view("", 0, 9, true).leftOut());
    assertNull(view("where: n > 0\n", 0, 9, true).leftOut());
    assertNull(view("where: n > 1\nfirst: 2\n", 0, 9, true).leftOut());
  }
}
