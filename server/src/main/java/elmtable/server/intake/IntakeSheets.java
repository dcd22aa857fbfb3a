package elmtable.server.intake;

import elmtable.data.DataSets;
import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataSource;
import elmtable.intake.DraftCases;
import elmtable.intake.ManualScenario;
import elmtable.intake.ManualScenario.Sentence;
import elmtable.intake.ScenarioSheet;
import elmtable.intake.ScenarioSheet.Column;
import elmtable.intake.SentenceMatcher;
import elmtable.project.Project;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.DataEntry;
import elmtable.server.message.BlockMessages.PlaceView;
import elmtable.server.message.IntakeMessages.Decision;
import elmtable.server.message.IntakeMessages.IntakeView;
import elmtable.server.message.IntakeMessages.ScenarioView;
import elmtable.server.message.IntakeMessages.SentenceView;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/** The sheets of manual scenarios of a project, with what was decided for their sentences. */
public final class IntakeSheets {
  /** Where sheets lie in a project. */
  public static final String FOLDER = "intake/";

  private static final String PATTERN = "intake/.*\\.(xlsx|ods|csv|tsv)";

  private final Notebook files;

  /** Puts a file into the project. */
  @FunctionalInterface
  public interface Notebook {
    void put(String path, InputStream content) throws IOException;
  }

  /** What was written and not found in the folder yet, which is looked at only now and then. */
  private final Map<String, IntakeNotes> written = new HashMap<>();

  public IntakeSheets(Notebook files) {
    this.files = files;
  }

  /** A sheet that the project does not have. */
  public static final class MissingSheetException extends RuntimeException {
    private static final long serialVersionUID = 1;

    MissingSheetException(String path) {
      super("The project has no sheet “" + path + "”.", null, false, false);
    }
  }

  /** The paths of all sheets. */
  public static List<String> paths(Project project) {
    return project.files().paths().stream().filter(path -> path.matches(PATTERN)).toList();
  }

  private synchronized IntakeNotes notes(Project project, String sheet) {
    IntakeNotes known = written.get(sheet);
    Optional<IntakeNotes> found = read(project, IntakeNotes.pathOf(sheet));
    if (known != null && found.filter(known::equals).isPresent()) {
      // From here on the folder tells, whoever changes it.
      written.remove(sheet);
    }
    return known != null ? known : found.orElseGet(IntakeNotes::none);
  }

  private static Optional<IntakeNotes> read(Project project, String path) {
    if (!project.files().paths().contains(path)) {
      return Optional.empty();
    }
    try (InputStream in = project.files().open(path)) {
      return Optional.of(IntakeNotes.read(in));
    } catch (IOException unreadable) {
      throw new BrokenDataException(
          "What was decided for the sheet, in "
              + path
              + ", cannot be read: "
              + unreadable.getMessage());
    }
  }

  private synchronized void keep(String sheet, IntakeNotes notes) throws IOException {
    files.put(IntakeNotes.pathOf(sheet), new ByteArrayInputStream(notes.write()));
    written.put(sheet, notes);
  }

  /** Remembers the columns of a sheet, and what was decided for sentences. */
  public void decide(
      Project project, String sheet, Map<String, String> mapping, List<Decision> decisions)
      throws IOException {
    require(project, sheet);
    IntakeNotes before = notes(project, sheet);
    Map<String, List<String>> steps = new TreeMap<>(before.steps());
    Set<String> needs = new TreeSet<>(before.needsKeyword());
    for (Decision decision : decisions) {
      steps.remove(decision.sentence());
      needs.remove(decision.sentence());
      if (decision.cells() != null && !decision.cells().isEmpty()) {
        steps.put(decision.sentence(), decision.cells());
      } else if (!Boolean.TRUE.equals(decision.undecided())) {
        needs.add(decision.sentence());
      }
    }
    keep(
        sheet,
        new IntakeNotes(
            mapping == null ? before.mapping() : mapping,
            steps,
            List.copyOf(needs),
            before.drafted()));
  }

  private static void require(Project project, String sheet) {
    if (!paths(project).contains(sheet)) {
      throw new MissingSheetException(sheet);
    }
  }

  private static DataSource source(Project project, String sheet) {
    String set = "the sheet that is taken in";
    Project with = project.with("intake.elmt", "data " + set + "\nfrom: " + sheet + "\n");
    DataEntry entry = with.index().dataSet(set).orElseThrow();
    DataSets.Reading reading = with.dataSet(entry);
    return reading
        .source()
        .orElseThrow(() -> new BrokenDataException(reading.problems().get(0).message()));
  }

  private static Map<Column, String> mapping(IntakeNotes notes, DataSource source) {
    if (notes.mapping().isEmpty()) {
      return ScenarioSheet.guess(source);
    }
    List<String> headings = source.columns();
    Map<Column, String> mapping = new LinkedHashMap<>();
    notes
        .mapping()
        .forEach((word, heading) ->
            Column.named(word)
                .filter(column -> headings.contains(heading))
                .ifPresent(column -> mapping.put(column, heading)));
    return mapping;
  }

  /** A sheet with its scenarios, and how much of them can be said. */
  public IntakeView view(Project project, String sheet) {
    require(project, sheet);
    try {
      IntakeNotes notes = notes(project, sheet);
      DataSource source = source(project, sheet);
      Map<Column, String> mapping = mapping(notes, source);
      List<ManualScenario> scenarios = ScenarioSheet.read(source, mapping);
      Map<String, PlaceView> covered = covered(project, sheet);
      SentenceStates states = new SentenceStates(matcher(project, notes), notes);
      List<ScenarioView> views = new ArrayList<>();
      for (ManualScenario scenario : scenarios) {
        views.add(
            new ScenarioView(
                scenario.key(),
                scenario.repeated() ? true : null,
                scenario.title(),
                scenario.row(),
                states.of(scenario),
                covered.remove(scenario.key()),
                isChanged(notes, scenario) ? true : null));
      }
      Map<String, String> words = new TreeMap<>();
      mapping.forEach((column, heading) -> words.put(column.word(), heading));
      return new IntakeView(
          sheet,
          source.columns(),
          words,
          views,
          count(views, "said"),
          count(views, "nearly"),
          count(views, "not"),
          List.copyOf(covered.keySet()),
          null);
    } catch (BrokenDataException broken) {
      return new IntakeView(
          sheet, List.of(), Map.of(), List.of(), 0, 0, 0, List.of(), broken.getMessage());
    }
  }

  private static boolean isChanged(IntakeNotes notes, ManualScenario scenario) {
    List<String> before = notes.drafted().get(scenario.key());
    return before != null && !before.equals(texts(scenario));
  }

  private static List<String> texts(ManualScenario scenario) {
    return scenario.sentences().stream().map(Sentence::text).toList();
  }

  private static int count(List<ScenarioView> scenarios, String state) {
    return (int)
        scenarios.stream()
            .flatMap(scenario -> scenario.sentences().stream())
            .filter(sentence -> sentence.state().equals(state))
            .count();
  }

  private static SentenceMatcher matcher(Project project, IntakeNotes notes) {
    Map<String, String> accepted = new HashMap<>();
    notes.steps().forEach((sentence, cells) -> accepted.put(sentence, cells.get(0)));
    return new SentenceMatcher(project, accepted);
  }

  /** The cases that are linked to scenarios of a sheet, by the scenarios' keys. */
  private static Map<String, PlaceView> covered(Project project, String sheet) {
    Map<String, PlaceView> covered = new TreeMap<>();
    for (var suite : project.index().suites()) {
      for (CaseEntry entry : suite.cases()) {
        String link = entry.block().value("scenario");
        int slash = link.lastIndexOf(" / ");
        if (slash > 0 && link.substring(0, slash).strip().equals(sheet)) {
          covered.put(
              link.substring(slash + 3).strip(),
              new PlaceView(entry.path(), entry.located().headerLine() + 1, entry.name()));
        }
      }
    }
    return covered;
  }

  /** Draft cases of some scenarios, as a document's text; remembers what they were made of. */
  public String draft(Project project, String sheet, String name, List<String> keys)
      throws IOException {
    require(project, sheet);
    IntakeNotes notes = notes(project, sheet);
    DataSource source = source(project, sheet);
    List<ManualScenario> chosen =
        ScenarioSheet.read(source, mapping(notes, source)).stream()
            .filter(scenario -> keys.contains(scenario.key()))
            .toList();
    SentenceStates states = new SentenceStates(matcher(project, notes), notes);
    String text =
        DraftCases.suite(
            name,
            sheet,
            chosen,
            scenario -> states.of(scenario).stream().map(IntakeSheets::said).toList());
    Map<String, List<String>> drafted = new TreeMap<>(notes.drafted());
    chosen.forEach(scenario -> drafted.put(scenario.key(), texts(scenario)));
    keep(sheet, new IntakeNotes(notes.mapping(), notes.steps(), notes.needsKeyword(), drafted));
    return text;
  }

  private static Optional<List<String>> said(SentenceView sentence) {
    return sentence.state().equals("said") ? Optional.of(sentence.cells()) : Optional.empty();
  }
}
