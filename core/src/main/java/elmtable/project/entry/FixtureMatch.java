package elmtable.project.entry;

import elmtable.block.FixtureBlock;
import elmtable.formula.Template;
import elmtable.formula.Value;
import elmtable.text.Names;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A fixture that a name means.
 *
 * @param places what stands in the places of its name, by their names; as written, perhaps with
 *     references
 */
public record FixtureMatch(NamedBlock named, Map<String, String> places) {
  public FixtureBlock block() {
    return new FixtureBlock(named.block());
  }

  /**
   * The name that was matched, for a tag: a blank in what fills a place is an underscore, as a
   * hyphen there stays one.
   */
  public String tied(String name) {
    String tied = name;
    for (String value : places.values()) {
      tied = tied.replace(value, value.replace(' ', '_'));
    }
    return tied;
  }

  /** How it fits a name, if it does. */
  public static Optional<FixtureMatch> of(NamedBlock named, NamePattern pattern, String written) {
    Template name = Template.of(written);
    StringBuilder standIn = new StringBuilder();
    List<String> references = new ArrayList<>();
    for (Template.Part part : name.parts()) {
      if (part instanceof Template.Plain plain) {
        standIn.append(plain.text());
      } else {
        standIn.append(NamePattern.UNKNOWN);
        references.add(written.substring(part.start(), part.end()));
      }
    }
    return pattern
        .match(standIn.toString())
        .map(values -> new FixtureMatch(named, filled(values, references)));
  }

  private static Map<String, String> filled(Map<String, Value> values, List<String> references) {
    Map<String, String> places = new LinkedHashMap<>();
    int next = 0;
    for (Map.Entry<String, Value> value : values.entrySet()) {
      StringBuilder written = new StringBuilder();
      String text = value.getValue().text();
      for (int i = 0; i < text.length(); i++) {
        boolean reference = text.charAt(i) == NamePattern.UNKNOWN && next < references.size();
        written.append(reference ? references.get(next++) : String.valueOf(text.charAt(i)));
      }
      places.put(Names.key(value.getKey()), unquoted(written.toString()));
    }
    return places;
  }

  private static String unquoted(String value) {
    boolean quoted = value.length() > 1 && value.startsWith("\"") && value.endsWith("\"");
    return quoted ? value.substring(1, value.length() - 1) : value;
  }
}
