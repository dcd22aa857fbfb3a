package elmtable.language;

import elmtable.Corpus;
import elmtable.language.Document.LocatedBlock;
import elmtable.text.Names;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/**
 * The interface reads and prints tables by itself; a corpus holds it to this parser and printer.
 */
class StructureCorpusTest {
  private static final List<String> LINES =
      List.of(
          "suite S",
          "case one <two>",
          "Case  spaced ",
          "keyword k",
          "page",
          "data",
          "data set",
          "  data  ",
          "environment e",
          "browser b",
          " case indented",
          "casex y",
          "# comment",
          "  # comment",
          "> note",
          ">",
          ">note",
          "tags: a, b",
          "where : x = 1",
          "one two three four five: no",
          "keep session:yes",
          ": nothing",
          "steps",
          "Set up",
          "tear_down",
          "values",
          "rows",
          "takes",
          "| a | b |",
          "|a|b",
          "| \\| | \\\\| c",
          "  | x |   | ",
          "||",
          "|",
          "| é̈ | 漢字 | 👍 |",
          "| a \\= b | \\? x | \\n |",
          "| step | 1 | ? a |",
          "",
          "   ",
          "\u00a0",
          "<<<<<<< here",
          "=======",
          ">>>>>>> there",
          "what is this",
          "| a |\u2003");

  private static final List<String> CELLS =
      List.of(
          "",
          "a",
          "some words",
          "é̈",
          "漢字",
          "👍 ok",
          "\\|",
          "\\?",
          "\\\\n",
          "a \\= b",
          "<x>",
          "<a('>')>",
          "\\! x",
          "\\=1",
          "\u200bx",
          "ﬀ",
          "? a",
          "=> kept",
          "a = b");

  @Test
  void theInterfaceReadsWhatTheParserReads() throws IOException {
    List<Map<String, Object>> examples = new ArrayList<>();
    for (String text : demo()) {
      examples.add(example(text));
    }
    Random random = new Random(3);
    for (int i = 0; i < 250; i++) {
      StringBuilder text = new StringBuilder();
      for (int n = random.nextInt(14); n > 0; n--) {
        text.append(LINES.get(random.nextInt(LINES.size())));
        text.append(n == 1 && random.nextBoolean() ? "" : "\n");
      }
      examples.add(example(text.toString()));
    }
    Corpus.check("structures.json", examples);
  }

  private static List<String> demo() throws IOException {
    List<String> texts = new ArrayList<>();
    try (Stream<Path> files = Files.walk(Path.of("../demo"))) {
      for (Path file : files.filter(f -> f.toString().endsWith(".elmt")).sorted().toList()) {
        texts.add(Files.readString(file));
      }
    }
    return texts;
  }

  private static Map<String, Object> example(String text) {
    Document document = DocumentParser.parse(text);
    Map<String, Object> example = new LinkedHashMap<>();
    example.put("text", text);
    example.put("blocks", document.blocks().stream().map(StructureCorpusTest::block).toList());
    return example;
  }

  private static Map<String, Object> block(LocatedBlock located) {
    Block block = located.block();
    Map<String, Object> shown = new LinkedHashMap<>();
    shown.put("start", located.firstLine());
    shown.put("header", block.header().line());
    shown.put("lines", block.lineCount());
    shown.put("kind", block.kind().word());
    shown.put("name", block.name());
    shown.put("note", block.noteText());
    shown.put(
        "properties",
        block.properties().stream()
            .map(p -> List.of(p.range().line(), Names.key(p.word()), p.value()))
            .toList());
    shown.put(
        "sections",
        block.sections().stream()
            .map(section ->
                List.of(
                    section.section().word(),
                    section.word().map(word -> word.range().line()).orElse(-1),
                    section.rows().stream().map(StructureCorpusTest::row).toList()))
            .toList());
    return shown;
  }

  private static List<Object> row(Line.Row row) {
    return List.of(
        row.range().line(),
        row.closed(),
        row.cells().stream().map(c -> List.of(c.source(), c.range().start())).toList());
  }

  @Test
  void theInterfacePrintsWhatThePrinterPrints() throws IOException {
    Random random = new Random(4);
    List<Map<String, Object>> examples = new ArrayList<>();
    for (int i = 0; i < 200; i++) {
      StringBuilder text = new StringBuilder("case c\nsteps\n");
      for (int rows = 1 + random.nextInt(4); rows > 0; rows--) {
        text.append(" ".repeat(random.nextInt(2))).append('|');
        for (int cells = 1 + random.nextInt(4); cells > 0; cells--) {
          text.append(" ".repeat(random.nextInt(3)));
          text.append(CELLS.get(random.nextInt(CELLS.size())));
          text.append(" ".repeat(random.nextInt(4)));
          text.append(cells == 1 && random.nextInt(5) == 0 ? "" : "|");
        }
        text.append(" ".repeat(random.nextInt(2))).append('\n');
      }
      String printed = Printer.print(DocumentParser.parse(text.toString()));
      examples.add(Map.of("text", text.toString(), "printed", printed));
    }
    Corpus.check("tables.json", examples);
  }
}
