package elmtable.intake;

import elmtable.formula.Escapes;
import elmtable.intake.ManualScenario.Part;
import elmtable.intake.ManualScenario.Sentence;
import elmtable.language.DocumentParser;
import elmtable.language.Printer;
import elmtable.text.Names;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.IntStream;

/** Writes draft cases of manual scenarios; each keeps the link to its scenario. */
public final class DraftCases {
  private DraftCases() {}

  /**
   * A suite in the table language, in its canonical form. A case all of whose sentences are said is
   * no draft.
   *
   * @param sheet the path of the scenarios' sheet
   * @param said for each sentence of a scenario its step, as a row of plain cells; nothing where it
   *     needs a keyword
   */
  public static String suite(
      String name,
      String sheet,
      List<ManualScenario> scenarios,
      Function<ManualScenario, List<Optional<List<String>>>> said) {
    StringBuilder text = new StringBuilder("suite ").append(nameOf(name)).append("\n");
    Set<String> taken = new HashSet<>();
    for (ManualScenario scenario : scenarios) {
      text.append("\ncase ").append(freeName(scenario.title(), taken)).append('\n');
      List<Optional<List<String>>> steps = said.apply(scenario);
      boolean whole = steps.stream().allMatch(Optional::isPresent);
      if (!whole || scenario.sentences().isEmpty()) {
        text.append("draft: yes\n");
      }
      text.append("scenario: ").append(sheet).append(" / ").append(scenario.key()).append('\n');
      section("set-up", scenario, steps, text, Part.PRECONDITION);
      section("steps", scenario, steps, text, Part.STEP, Part.EXPECTED);
    }
    return Printer.print(DocumentParser.parse(text.toString()));
  }

  private static void section(
      String word,
      ManualScenario scenario,
      List<Optional<List<String>>> steps,
      StringBuilder text,
      Part... parts) {
    List<Sentence> sentences = scenario.sentences();
    List<List<String>> rows =
        IntStream.range(0, sentences.size())
            .filter(i -> List.of(parts).contains(sentences.get(i).part()))
            .mapToObj(i -> steps.get(i).orElseGet(() -> List.of(sentences.get(i).text())))
            .toList();
    if (rows.isEmpty()) {
      return;
    }
    text.append(word).append('\n');
    for (List<String> cells : rows) {
      text.append('|');
      for (String cell : cells) {
        text.append(' ').append(cell.isEmpty() ? "" : Escapes.escape(cell)).append(" |");
      }
      text.append('\n');
    }
  }

  private static String nameOf(String text) {
    String name = text.replaceAll("[|<>\\\\/]", " ").replaceAll("\\s+", " ").strip();
    return name.isEmpty() ? "Scenario" : name;
  }

  private static String freeName(String title, Set<String> taken) {
    String name = nameOf(title);
    String free = name;
    for (int number = 2; !taken.add(Names.key(free)); number++) {
      free = name + " " + number;
    }
    return free;
  }
}
