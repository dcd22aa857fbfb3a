package elmtable.server.view.analysis;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.check.CheckedProject;
import elmtable.data.source.ProjectFiles;
import elmtable.keyword.builtin.BuiltInKeywords;
import elmtable.project.Project;
import elmtable.server.message.SheetMessages.AnalysisView;
import elmtable.server.message.SheetMessages.BlockMeaning;
import elmtable.server.service.Revision;
import elmtable.server.service.Snapshot;
import elmtable.server.store.FolderReader;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What is kept of one snapshot for the next is what would be worked out anew. */
class AnalysesTest {
  private static CheckedProject checked(Map<String, String> texts) {
    return checked(texts, ProjectFiles.NONE);
  }

  private static CheckedProject checked(Map<String, String> texts, ProjectFiles files) {
    return CheckedProject.of(Project.of(texts, files, BuiltInKeywords.registry()));
  }

  private static Snapshot snapshot(int number, CheckedProject project) {
    Map<String, Revision> revisions = new HashMap<>();
    project
        .project()
        .indexes()
        .keySet()
        .forEach(path -> revisions.put(path, new Revision(revisions.size() + 1, number)));
    return new Snapshot(number, project, revisions);
  }

  private static AnalysisView view(Analyses of, Snapshot snapshot, String path) {
    return of.view(snapshot, path, "").orElseThrow();
  }

  private static List<BlockMeaning> meanings(AnalysisView view) {
    return view.between();
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4})
  void saysTheSameAfterAnyEdit(long seed) throws IOException {
    Random random = new Random(seed);
    FolderReader demo = FolderReader.of(Path.of("../demo"));
    Map<String, String> texts = new TreeMap<>(demo.documents());
    CheckedProject project = checked(texts, demo.files());
    Analyses kept = new Analyses();
    for (int edit = 0; edit < 40; edit++) {
      List<String> paths = new ArrayList<>(texts.keySet());
      String changed = paths.get(random.nextInt(paths.size()));
      texts.put(changed, edited(texts.get(changed), random));
      Project next = project.project().with(changed, texts.get(changed));
      if (random.nextInt(5) == 0) {
        next = next.withFiles(next.files() == demo.files() ? ProjectFiles.NONE : demo.files());
      }
      project = project.with(next);
      Snapshot snapshot = snapshot(edit + 1, project);
      Analyses anew = new Analyses();
      // Not each document is looked at each time, as pages come and go.
      for (String path : paths) {
        if (random.nextInt(3) > 0) {
          assertEquals(
              view(anew, snapshot, path).problems(), view(kept, snapshot, path).problems(), path);
          assertEquals(
              meanings(view(anew, snapshot, path)),
              meanings(view(kept, snapshot, path)),
              path + " after edit " + edit + " of " + changed);
        }
      }
    }
  }

  /** A line that is gone, doubled, moved, switched off or that has another letter. */
  private static String edited(String text, Random random) {
    List<String> lines = new ArrayList<>(text.lines().toList());
    int at = random.nextInt(lines.size());
    String line = lines.get(at);
    switch (random.nextInt(5)) {
      case 0 -> lines.remove(at);
      case 1 -> lines.add(random.nextInt(lines.size()), line);
      case 2 -> lines.add(random.nextInt(lines.size() - 1), lines.remove(at));
      case 3 -> lines.set(at, line.startsWith("|") ? line + " ! off |" : line);
      default -> {
        int letter = random.nextInt(line.length() + 1);
        lines.set(at, line.substring(0, letter) + "x" + line.substring(letter));
      }
    }
    return String.join("\n", lines) + "\n";
  }

  @Test
  void aStepThatIsSwitchedOffLearnsOfItsKeyword() {
    Map<String, String> texts =
        new TreeMap<>(Map.of("a.elmt", "suite A\n\ncase One\nsteps\n| greet | Juno | ! off |\n"));
    Analyses kept = new Analyses();
    CheckedProject project = checked(texts);
    view(kept, snapshot(1, project), "a.elmt");
    String keyword = "keyword greet\ntakes\n| name |\n| who |\nsteps\n| log | <who> |\n";
    project = project.with(project.project().with("k.elmt", keyword));
    assertEquals(
        "greet",
        meanings(view(kept, snapshot(2, project), "a.elmt")).get(1).rows().get(0).keyword());
  }

  @Test
  void whatAnEditDoesNotConcernIsNotWorkedOutAgain() {
    String one = "case One\nsteps\n| log | a |\n\n";
    String text = "suite A\n\n" + one + "case Two\nsteps\n| log | b |\n";
    Analyses kept = new Analyses();
    CheckedProject project = checked(Map.of("a.elmt", text));
    BlockMeaning before = meanings(view(kept, snapshot(1, project), "a.elmt")).get(1);
    project = project.with(project.project().with("a.elmt", text.replace("| b |", "| c |")));
    assertSame(before, meanings(view(kept, snapshot(2, project), "a.elmt")).get(1));
  }

  @Test
  void isNewsToAllPagesThoughOneOfThemHasAsked() {
    Analyses kept = new Analyses();
    CheckedProject project = checked(Map.of("a.elmt", "suite A\n\ncase One\nsteps\n| log | a |\n"));
    assertTrue(kept.isNews(snapshot(1, project), "a.elmt"));
    assertFalse(kept.isNews(snapshot(2, project), "a.elmt"));
    Snapshot changed = snapshot(3, project.with(project.project().with("a.elmt", "suite B\n")));
    view(kept, changed, "a.elmt");
    assertTrue(kept.isNews(changed, "a.elmt"));
    assertFalse(kept.isNews(changed, "a.elmt"));
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3})
  void anAnswerWithWhatTheOneBeforeSaidIsTheWholeAnswer(long seed) {
    Random random = new Random(seed);
    Analyses kept = new Analyses();
    List<BlockMeaning> known = List.of();
    String token = "";
    String text = "suite A\n\n";
    for (int i = 0; i < 12; i++) {
      text += "case " + i % 9 + "\nsteps\n| log | " + i % 4 + " |\n| open | x |\n\n";
    }
    CheckedProject project = checked(Map.of("a.elmt", text));
    for (int edit = 1; edit < 60; edit++) {
      text = edited(text, random);
      project = project.with(project.project().with("a.elmt", text));
      AnalysisView view = kept.view(snapshot(edit, project), "a.elmt", token).orElseThrow();
      List<BlockMeaning> told = new ArrayList<>(known.subList(0, view.above()));
      told.addAll(view.between());
      told.addAll(known.subList(known.size() - view.below(), known.size()));
      assertEquals(meanings(view(kept, snapshot(edit, project), "a.elmt")), told);
      assertEquals(view.starts().size(), told.size());
      known = told;
      token = view.token();
    }
  }
}
