package elmtable.completion;

import elmtable.completion.Completion.Offer;
import elmtable.completion.Completion.Result;
import elmtable.gherkin.GherkinWriter;
import elmtable.project.Project;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;

/** Tags of a feature: those of the project, and those with a meaning and what they name. */
final class TagCompletion {
  /** Tags that name something, with the property that they stand for. */
  private static final Map<String, String> NAMING =
      Map.of("fixture", "fixtures", "data", "data", "browser", "browsers", "key", "key");

  private final Project project;
  private final PropertyCompletion properties;

  TagCompletion(Project project, PropertyCompletion properties) {
    this.project = project;
    this.properties = properties;
  }

  /**
   * @param text the tag without its sign, as far as it is typed
   */
  Result of(String text) {
    int open = text.indexOf('(');
    String property = open < 0 ? null : NAMING.get(text.substring(0, open));
    return property == null ? words(text) : names(text.substring(0, open + 1), property, text);
  }

  private Result words(String text) {
    Set<String> meanings = new TreeSet<>(Set.of("draft"));
    NAMING.keySet().forEach(word -> meanings.add(word + "("));
    Stream<Suggestion> tags =
        properties.of("tags", "").suggestions().stream()
            .map(tag -> GherkinWriter.hyphened(tag.insert()))
            // A text is saved with each letter, so this one may be in the project already.
            .filter(tag -> !tag.equals(text))
            .map(tag -> Suggestion.value(tag, tag, text, "tag", ""));
    Stream<Suggestion> words =
        meanings.stream().map(word -> Suggestion.value(word, word, text, "meaning", ""));
    return Result.beginningFirst(Offer.NAME, text, Stream.concat(tags, words));
  }

  private Result names(String before, String property, String text) {
    String typed = blanks(text.substring(before.length()));
    Stream<Suggestion> names =
        properties.of(property, "").suggestions().stream()
            .filter(name -> !name.insert().equals(PropertyCompletion.NONE))
            .map(name ->
                Suggestion.value(
                    before + GherkinWriter.hyphened(tied(property, name.insert())) + ")",
                    blanks(name.label()),
                    typed,
                    name.why(),
                    name.note()))
            .distinct();
    return Result.beginningFirst(Offer.NAME, typed, names);
  }

  /** Names that other tags say have hyphens, too. */
  private static String blanks(String name) {
    return name.replace('-', ' ').replace('_', ' ');
  }

  private String tied(String property, String name) {
    return property.equals("fixtures")
        ? project.index().fixture(name).map(match -> match.tied(name)).orElse(name)
        : name;
  }
}
