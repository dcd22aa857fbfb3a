package elmtable.project.entry;

import elmtable.formula.Formula;
import elmtable.formula.Template;
import elmtable.formula.Value;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A name with placeholders in it, of an element or a fixture, such as {@code Row of <member>}. */
public final class NamePattern {
  /** Stands in a name for a reference whose value is not known yet. */
  public static final char UNKNOWN = '\uE000';

  private static final int LONGEST = 500;

  private final List<String> placeholders = new ArrayList<>();
  private final Pattern pattern;
  private final int literalCharacters;

  private NamePattern(Template name) {
    StringBuilder regex = new StringBuilder();
    int literals = 0;
    for (Template.Part part : name.parts()) {
      switch (part) {
        case Template.Plain plain -> {
          regex.append(literal(plain.text()));
          literals += plain.text().strip().length();
        }
        case Template.Grid grid -> {}
        case Template.Expression placeholder -> {
          regex.append("(.+?)");
          placeholders.add(
              placeholder.formula() instanceof Formula.Reference reference
                  ? reference.written()
                  : name.source());
        }
      }
    }
    pattern =
        Pattern.compile(
            regex.toString(), Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE | Pattern.DOTALL);
    literalCharacters = literals;
  }

  /** Of a name longer than anybody would write, the beginning counts. */
  public static NamePattern of(String name) {
    return new NamePattern(
        Template.of(name.length() > LONGEST ? name.substring(0, LONGEST) : name));
  }

  /** Blanks, hyphens and underscores are one in names. */
  private static String literal(String text) {
    StringBuilder regex = new StringBuilder();
    Matcher gaps = Pattern.compile("[ \\t_-]+").matcher(text);
    int from = 0;
    while (gaps.find()) {
      regex.append(Pattern.quote(text.substring(from, gaps.start()))).append("[ \\t_-]+");
      from = gaps.end();
    }
    return regex.append(Pattern.quote(text.substring(from))).toString();
  }

  public boolean hasPlaceholders() {
    return !placeholders.isEmpty();
  }

  public List<String> placeholders() {
    return List.copyOf(placeholders);
  }

  public int literalCharacters() {
    return literalCharacters;
  }

  /**
   * What is written for a renamed thing, given what it wrote before: the same values in the
   * placeholders of the same names. Nothing where the new name has other placeholders.
   *
   * @param used a name as written where it is used, with its references
   */
  public Optional<String> renamed(String used, String newName) {
    Matcher matcher = pattern.matcher(used);
    if (!matcher.matches()) {
      return Optional.empty();
    }
    Template name = Template.of(newName);
    StringBuilder written = new StringBuilder();
    for (Template.Part part : name.parts()) {
      int placeholder = placeholders.indexOf(placeholder(part));
      if (part instanceof Template.Expression && placeholder < 0) {
        return Optional.empty();
      }
      written.append(
          placeholder < 0
              ? newName.substring(part.start(), part.end())
              : matcher.group(placeholder + 1));
    }
    return Optional.of(written.toString());
  }

  private static String placeholder(Template.Part part) {
    return part instanceof Template.Expression placeholder
            && placeholder.formula() instanceof Formula.Reference reference
        ? reference.written()
        : "";
  }

  /**
   * The values of the placeholders where a name fits; a reference that is not known yet fits only a
   * placeholder.
   */
  public Optional<Map<String, Value>> match(String name) {
    Matcher matcher = pattern.matcher(name);
    if (!matcher.matches()) {
      return Optional.empty();
    }
    Map<String, Value> values = new LinkedHashMap<>();
    for (int i = 0; i < placeholders.size(); i++) {
      values.put(placeholders.get(i), Value.of(matcher.group(i + 1)));
    }
    return Optional.of(values);
  }
}
