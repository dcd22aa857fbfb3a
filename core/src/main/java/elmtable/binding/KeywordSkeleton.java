package elmtable.binding;

import elmtable.language.Cell;
import elmtable.language.Step;
import elmtable.text.Names;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The beginning of a keyword for a step that no keyword answers to yet: its name or phrase, and a
 * parameter for each value that the step gives.
 */
public final class KeywordSkeleton {
  /** What is a value in a sentence: a text in quotes, a reference, a number. */
  private static final Pattern VALUE =
      Pattern.compile("\"([^\"]*)\"|<([^<>]+)>|(?<![\\w.,-])[-+]?\\d+(?:\\.\\d+)?(?![\\w,-])");

  private final Map<String, String> kinds = new LinkedHashMap<>();

  private KeywordSkeleton() {}

  /** A draft of a {@code keyword} block, in the table language. */
  public static String of(Step step) {
    return new KeywordSkeleton().write(step);
  }

  private String write(Step step) {
    String sentence = step.first().name();
    StringBuilder phrase = new StringBuilder();
    Matcher values = VALUE.matcher(sentence);
    int done = 0;
    while (values.find()) {
      String name = values.group(2) != null ? plain(values.group(2)) : "";
      String kind = values.group(1) == null && values.group(2) == null ? "number" : "";
      phrase.append(sentence, done, values.start()).append('<').append(add(name, kind)).append('>');
      done = values.end();
    }
    phrase.append(sentence.substring(done));
    boolean isSentence = !kinds.isEmpty() || step.sentence();
    for (Cell cell : step.arguments()) {
      add("", step.sentence() ? "text" : "");
    }
    if (!step.table().isEmpty()) {
      add("rows", "table");
    }
    return text(name(phrase.toString()), isSentence ? phrase.toString() : "");
  }

  /** A parameter's name; one that is taken already gets a number. */
  private String add(String wanted, String kind) {
    String base = wanted.isEmpty() ? (kind.equals("number") ? "number" : "value") : wanted;
    String name = base;
    for (int i = 2; kinds.containsKey(Names.key(name)); i++) {
      name = base + " " + i;
    }
    kinds.put(Names.key(name), kind);
    return name;
  }

  private static String plain(String reference) {
    return reference.replaceAll("[\\[\\]|<>]", "").strip();
  }

  /** The phrase without its placeholders. */
  private static String name(String phrase) {
    String name = phrase.replaceAll("<[^>]*>", "").replaceAll("[|\\[\\]<>]", "");
    return name.replaceAll("\\s+", " ").strip();
  }

  private String text(String name, String phrase) {
    List<String> lines = new ArrayList<>();
    lines.add("keyword " + (name.isEmpty() ? "new keyword" : name));
    if (!phrase.isEmpty() && !phrase.equals(name)) {
      lines.add("phrase: " + phrase);
    }
    lines.add("draft: yes");
    if (!kinds.isEmpty()) {
      lines.add("takes");
      lines.add("| name | kind |");
      kinds.forEach((parameter, kind) -> lines.add("| " + parameter + " | " + kind + " |"));
    }
    lines.add("steps");
    lines.add("| |");
    return String.join("\n", lines) + "\n";
  }
}
