package elmtable.check;

import static org.junit.jupiter.api.Assertions.assertEquals;

import elmtable.data.Workbooks;
import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataSource;
import elmtable.data.source.ProjectFiles;
import elmtable.data.source.Rows;
import elmtable.keyword.builtin.BuiltInKeywords;
import elmtable.plan.Plan;
import elmtable.plan.Planner;
import elmtable.plan.Selection;
import elmtable.project.Project;
import elmtable.project.entry.DataEntry;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.apache.poi.ss.usermodel.Name;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.usermodel.Sheet;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * The demo and files of every format, damaged at random: check, plan and data say what is wrong and
 * throw nothing. {@code -Dmutations=20000} tries so many; the slowest one is printed.
 */
@DisplayName("Damaged projects")
class MutationsTest {
  private static final int COUNT = Integer.getInteger("mutations", 300);
  private static final int MOST_CASES = 2_000;
  private static final String SETS =
      """
      data members
      from: m.json
      key: id

      data records
      from: n.json
      at: /by name

      data prices
      from: p.csv
      kinds: price number

      data recipes
      from: r.xlsx
      range: shares

      data whole sheet
      from: r.xlsx
      header: no

      data batches
      from: b.ods
      where: bags > 1

      data stock
      from: s.db
      query: select * from clay order by kilos

      data loads
      combine: pairs of members, prices, batches

      case <id>
      data: members
      steps
      | log | <lookup('prices', 'a', 'price')> <name> |
      """;

  @TempDir private static Path folder;

  private record FilesInMemory(Map<String, byte[]> files) implements ProjectFiles {
    @Override
    public List<String> paths() {
      return List.copyOf(files.keySet());
    }

    @Override
    public Optional<String> version(String path) {
      return Optional.ofNullable(files.get(path)).map(bytes -> String.valueOf(bytes.length));
    }

    @Override
    public InputStream open(String path) {
      return new ByteArrayInputStream(files.get(path));
    }

    /** One file for each path, so that thousands of mutations leave no thousands behind. */
    @Override
    public Path local(String path) throws IOException {
      return Files.write(folder.resolve(path), files.get(path));
    }
  }

  private static Map<String, String> documents() throws IOException {
    Map<String, String> documents = new TreeMap<>();
    Path demo = Path.of("../demo");
    try (Stream<Path> all = Files.walk(demo)) {
      for (Path file : all.filter(f -> f.toString().matches(".*\\.(elmt|feature)")).toList()) {
        documents.put(demo.relativize(file).toString(), Files.readString(file));
      }
    }
    ProblemExamples.all().stream()
        // But for the query that has no end.
        .filter(example -> !example.code().equals("D113"))
        .forEach(example ->
            example
                .documents()
                .forEach((path, text) -> documents.put(example.code() + path, text)));
    documents.put("sets.elmt", SETS);
    return documents;
  }

  private static Map<String, byte[]> files() throws Exception {
    Map<String, byte[]> files = new TreeMap<>();
    files.put(
        "m.json",
        utf8("[{\"id\": 1, \"name\": \"Juno\", \"n\": 1.5e3}, {\"id\": 2, \"tags\": [1]}]"));
    files.put("n.json", utf8("{\"by name\": {\"a\": {\"x\": true}, \"b\": {\"x\": null}}}"));
    files.put("p.csv", utf8("article,price\nclay,7\n\"a \"\"b\"\"\",8.5\n"));
    files.put(
        "r.xlsx",
        Workbooks.xlsx(book -> {
          Sheet sheet = book.createSheet("x");
          for (int r = 0; r < 20; r++) {
            Row row = sheet.createRow(r);
            row.createCell(0).setCellValue(r == 0 ? "name" : "glaze " + r);
            row.createCell(1).setCellValue(r * 1.5);
            row.createCell(2).setCellValue(r % 2 == 0);
          }
          Name name = book.createName();
          name.setNameName("shares");
          name.setRefersToFormula("x!$A$1:$C$20");
        }));
    String row =
        "<table:table-row table:number-rows-repeated='2'><table:table-cell office:value-type='float'"
            + " office:value='7'><text:p>7</text:p></table:table-cell><table:table-cell"
            + " table:number-columns-repeated='2' office:value-type='string'><text:p>a<text:s text:c='3'/>b</text:p>"
            + "</table:table-cell></table:table-row>";
    String head =
        "<table:table-row><table:table-cell><text:p>bags</text:p></table:table-cell><table:table-cell>"
            + "<text:p>a</text:p></table:table-cell><table:table-cell><text:p>b</text:p></table:table-cell></table:table-row>";
    files.put(
        "b.ods",
        Workbooks.ods("<table:table table:name='x'>" + head + row.repeat(5) + "</table:table>"));
    Path db = folder.resolve("made.db");
    try (Connection connection = DriverManager.getConnection("jdbc:sqlite:" + db);
        Statement statement = connection.createStatement()) {
      statement.execute("create table clay (name text, kilos real, picture blob)");
      for (int i = 0; i < 50; i++) {
        statement.execute("insert into clay values ('grog " + i + "', " + i + ".5, null)");
      }
    }
    files.put("s.db", Files.readAllBytes(db));
    return files;
  }

  private static byte[] utf8(String text) {
    return text.getBytes(StandardCharsets.UTF_8);
  }

  @Test
  void sayWhatIsWrongAndThrowNothing() throws Exception {
    Map<String, String> documents = documents();
    Map<String, byte[]> files = files();
    List<String> thrown = new ArrayList<>();
    long slowest = 0;
    long slowestSeed = 0;
    for (long seed = 1; seed <= COUNT; seed++) {
      long begun = System.nanoTime();
      try {
        look(mutated(new Mutator(seed), documents, files));
      } catch (Throwable failure) {
        thrown.add(
            "seed "
                + seed
                + ": "
                + failure
                + " "
                + List.of(failure.getStackTrace()).stream().limit(6).toList());
      }
      long took = System.nanoTime() - begun;
      if (took > 2_000_000_000L) {
        System.out.printf("seed %d took %.2f s%n", seed, took / 1e9);
      }
      slowestSeed = took > slowest ? seed : slowestSeed;
      slowest = Math.max(slowest, took);
    }
    System.out.printf(
        "%,d damaged projects, the slowest (seed %d) in %.2f s%n",
        COUNT, slowestSeed, slowest / 1e9);
    assertEquals(List.of(), thrown);
  }

  /** A few documents with one of them damaged, or the data sets of one damaged file. */
  private static Project mutated(
      Mutator mutator, Map<String, String> documents, Map<String, byte[]> files) {
    Map<String, String> texts = new TreeMap<>();
    Map<String, byte[]> changed = new TreeMap<>(files);
    if (mutator.below(2) == 0) {
      List<String> paths = List.copyOf(documents.keySet());
      for (int i = 0; i < 3; i++) {
        String path = mutator.oneOf(paths);
        texts.put(path, documents.get(path));
      }
      String path = mutator.oneOf(List.copyOf(texts.keySet()));
      texts.put(path, mutator.text(texts.get(path), List.copyOf(documents.values())));
    } else {
      String path = mutator.oneOf(List.copyOf(files.keySet()));
      texts.put("sets.elmt", setsOf(path));
      changed.put(path, damaged(mutator, path, files.get(path)));
    }
    return Project.of(texts, new FilesInMemory(changed), BuiltInKeywords.registry());
  }

  private static String setsOf(String path) {
    StringBuilder sets = new StringBuilder();
    for (String block : SETS.split("\n\n")) {
      if (block.contains("from: " + path)) {
        sets.append(block).append("\n\n");
      }
    }
    return sets.toString();
  }

  private static byte[] damaged(Mutator mutator, String path, byte[] bytes) {
    boolean archive = path.endsWith(".xlsx") || path.endsWith(".ods");
    if (archive && mutator.below(4) > 0) {
      return mutator.part(bytes);
    }
    return mutator.below(2) == 0
        ? mutator.bytes(bytes)
        : mutator
            .text(new String(bytes, StandardCharsets.ISO_8859_1), List.of("x"))
            .getBytes(StandardCharsets.ISO_8859_1);
  }

  private static void look(Project project) {
    CheckedProject checked = CheckedProject.of(project);
    checked.problems();
    Plan plan = Planner.plan(checked, Selection.everything());
    plan.count();
    plan.executables().limit(MOST_CASES).forEach(one -> {});
    for (DataEntry set : project.index().dataSets()) {
      project.dataSet(set).source().ifPresent(MutationsTest::read);
    }
  }

  private static void read(DataSource source) {
    try (Rows rows = source.open()) {
      while (rows.next() != null) {}
    } catch (BrokenDataException said) {
      // It says in a sentence what is wrong.
      return;
    }
  }
}
