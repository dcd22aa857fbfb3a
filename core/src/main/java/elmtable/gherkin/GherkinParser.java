package elmtable.gherkin;

import elmtable.gherkin.Dialect.Opening;
import elmtable.gherkin.GherkinDocument.Background;
import elmtable.gherkin.GherkinDocument.Examples;
import elmtable.gherkin.GherkinDocument.Fault;
import elmtable.gherkin.GherkinDocument.Feature;
import elmtable.gherkin.GherkinDocument.Row;
import elmtable.gherkin.GherkinDocument.Rule;
import elmtable.gherkin.GherkinDocument.Scenario;
import elmtable.gherkin.GherkinDocument.Step;
import elmtable.gherkin.GherkinDocument.Tag;
import elmtable.gherkin.GherkinDocument.Title;
import elmtable.gherkin.GherkinLines.Opened;
import elmtable.text.SourceText;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Reads Gherkin. It never gives up: a line that it cannot read becomes a fault with its place, and
 * reading goes on behind it.
 */
public final class GherkinParser {
  private static final Pattern LANGUAGE =
      Pattern.compile("#\\s*language\\s*:\\s*([a-zA-Z\\-_]+)\\s*");

  private final GherkinLines lines;
  private final StepArguments arguments;
  private final List<Fault> faults = new ArrayList<>();
  private final List<Fault> warnings = new ArrayList<>();

  private GherkinParser(String text) {
    lines = new GherkinLines(SourceText.lines(text));
    arguments = new StepArguments(lines, faults);
  }

  public static GherkinDocument parse(String text) {
    return new GherkinParser(text).document();
  }

  private GherkinDocument document() {
    language();
    Optional<Feature> feature = Optional.empty();
    List<Tag> tags = new ArrayList<>();
    while (!lines.atEnd()) {
      if (lines.isBlank() || lines.isComment()) {
        lines.next();
      } else if (lines.isTags()) {
        tags.addAll(lines.tags(faults));
        lines.next();
      } else if (lines.opens(Opening.FEATURE)) {
        Feature read = feature(take(), tags);
        tags.clear();
        feature = feature.or(() -> Optional.of(read));
      } else {
        unexpected("a feature, as “" + word(Opening.FEATURE) + ": Name”");
      }
    }
    tagsBeforeNothing(tags);
    faults.sort(
        Comparator.<Fault>comparingInt(fault -> fault.range().line())
            .thenComparingInt(fault -> fault.range().start()));
    return new GherkinDocument(lines.dialect.code(), feature, faults, warnings);
  }

  /** A comment above everything else may name the language. */
  private void language() {
    while (!lines.atEnd() && (lines.isBlank() || lines.isComment())) {
      Matcher matcher = LANGUAGE.matcher(lines.text());
      if (matcher.matches()) {
        Optional<Dialect> dialect = Dialect.of(matcher.group(1));
        if (dialect.isEmpty()) {
          fault(
              "The language “"
                  + matcher.group(1)
                  + "” is not known; there are "
                  + String.join(", ", Dialect.codes())
                  + ".");
        }
        lines.dialect = dialect.orElse(lines.dialect);
        lines.next();
        return;
      }
      lines.next();
    }
  }

  private Title take() {
    Title title = lines.opened().orElseThrow().title();
    lines.next();
    return title;
  }

  private Feature feature(Title title, List<Tag> tags) {
    List<Tag> own = List.copyOf(tags);
    String description = description(() -> endsDescription(Opening.EXAMPLES), true);
    Body body = body(false);
    List<Rule> rules = new ArrayList<>();
    while (!lines.atEnd()) {
      Title rule = take();
      String note = description(() -> endsDescription(Opening.EXAMPLES), false);
      Body inside = body(true);
      rules.add(new Rule(rule, body.nextTags, note, inside.background, inside.scenarios));
      body.nextTags = inside.nextTags;
    }
    return new Feature(title, own, description, body.background, body.scenarios, rules);
  }

  /** What stands in a feature or a rule, up to the next rule. */
  private static final class Body {
    private Optional<Background> background = Optional.empty();
    private final List<Scenario> scenarios = new ArrayList<>();
    private List<Tag> nextTags = List.of();
  }

  private Body body(boolean inRule) {
    Body body = new Body();
    List<Tag> tags = new ArrayList<>();
    while (!lines.atEnd()) {
      if (lines.isBlank() || lines.isComment()) {
        lines.next();
        continue;
      }
      if (lines.isTags()) {
        tags.addAll(lines.tags(faults));
        lines.next();
        continue;
      }
      Optional<Opened> opened = lines.opened();
      switch (opened.map(Opened::opening).orElse(Opening.FEATURE)) {
        case RULE -> {
          body.nextTags = List.copyOf(tags);
          return body;
        }
        case SCENARIO, OUTLINE -> {
          body.scenarios.add(scenario(take(), tags));
          tags.clear();
        }
        case BACKGROUND -> background(body, tags, inRule);
        case FEATURE, EXAMPLES ->
            unexpected(
                "“"
                    + word(Opening.SCENARIO)
                    + ":”, “"
                    + word(Opening.RULE)
                    + ":”, tags or a comment");
      }
    }
    tagsBeforeNothing(tags);
    return body;
  }

  private void background(Body body, List<Tag> tags, boolean inRule) {
    if (!tags.isEmpty()) {
      fault("A background has no tags; put them before a scenario.");
      tags.clear();
    } else if (body.background.isPresent()) {
      fault("There is a background here already; put its steps together.");
    } else if (!body.scenarios.isEmpty()) {
      fault("A background stands before all scenarios of its " + (inRule ? "rule." : "feature."));
    }
    Title title = take();
    String description =
        description(() -> lines.step().isPresent() || endsDescription(Opening.EXAMPLES), false);
    List<Step> steps = steps();
    if (body.background.isEmpty() && body.scenarios.isEmpty()) {
      body.background = Optional.of(new Background(title, description, steps));
    }
  }

  private Scenario scenario(Title title, List<Tag> tags) {
    List<Tag> own = List.copyOf(tags);
    String description =
        description(() -> lines.step().isPresent() || endsDescription(null), false);
    List<Step> steps = steps();
    List<Examples> examples = new ArrayList<>();
    while (!lines.atEnd()) {
      int before = lines.line();
      List<Tag> next = tagsBefore(Opening.EXAMPLES);
      if (lines.atEnd() || !lines.opens(Opening.EXAMPLES)) {
        lines.goTo(before);
        break;
      }
      examples.add(examples(take(), next));
    }
    return new Scenario(title, own, description, steps, examples, lastLineBefore(lines.line()));
  }

  private int lastLineBefore(int end) {
    int here = lines.line();
    int last = end - 1;
    while (last > 0) {
      lines.goTo(last);
      if (!lines.isBlank() && !lines.isComment()) {
        break;
      }
      last--;
    }
    lines.goTo(here);
    return last;
  }

  /** Tags, where an opening follows them; their faults are reported only then. */
  private List<Tag> tagsBefore(Opening opening) {
    List<Tag> tags = new ArrayList<>();
    List<Fault> wrong = new ArrayList<>();
    while (!lines.atEnd() && (lines.isBlank() || lines.isComment() || lines.isTags())) {
      if (lines.isTags()) {
        tags.addAll(lines.tags(wrong));
      }
      lines.next();
    }
    if (!lines.atEnd() && lines.opens(opening)) {
      faults.addAll(wrong);
    }
    return tags;
  }

  private Examples examples(Title title, List<Tag> tags) {
    String description = description(() -> lines.isRow() || endsDescription(null), false);
    List<Row> rows = arguments.rows();
    while (!lines.atEnd() && !lines.isTags() && lines.opened().isEmpty()) {
      if (!lines.isBlank() && !lines.isComment()) {
        unexpected("a row of the table");
      } else {
        lines.next();
      }
    }
    return new Examples(
        title,
        tags,
        description,
        rows.stream().findFirst(),
        rows.isEmpty() ? rows : rows.subList(1, rows.size()));
  }

  /** Steps up to the next title or tags. */
  private List<Step> steps() {
    List<Step> steps = new ArrayList<>();
    while (!lines.atEnd() && !lines.isTags() && !opensSomething()) {
      Optional<GherkinLines.StepLine> step = lines.step();
      if (step.isPresent()) {
        lines.next();
        steps.add(arguments.read(step.get()));
      } else if (lines.isBlank() || lines.isComment()) {
        lines.next();
      } else {
        unexpected("a step, which begins with “*” or a word such as Given");
      }
    }
    return steps;
  }

  private boolean opensSomething() {
    Optional<Opened> opened = lines.opened();
    return opened.isPresent() && opened.get().opening() != Opening.FEATURE;
  }

  /** Whether the line ends a description: tags, or the title of something but {@code not}. */
  private boolean endsDescription(Opening not) {
    if (lines.isTags()) {
      return true;
    }
    Optional<Opening> opening = lines.opened().map(Opened::opening);
    boolean backgroundFits = not != null;
    return opening.isPresent()
        && opening.get() != Opening.FEATURE
        && opening.get() != not
        && (backgroundFits || opening.get() != Opening.BACKGROUND);
  }

  /** Free text up to a line that ends it, without its common indentation and without comments. */
  private String description(BooleanSupplier ends, boolean ofFeature) {
    List<String> text = new ArrayList<>();
    while (!lines.atEnd() && !ends.getAsBoolean()) {
      if (!lines.isComment()) {
        text.add(lines.raw().stripTrailing());
        if (ofFeature && lines.step().isPresent()) {
          warnings.add(
              new Fault(
                  lines.range(),
                  "This reads like a step, but it stands in the feature's description; put it"
                      + " under a scenario."));
        }
      }
      lines.next();
    }
    return Indents.removed(text);
  }

  private void tagsBeforeNothing(List<Tag> tags) {
    if (!tags.isEmpty()) {
      faults.add(
          new Fault(
              tags.get(0).range(),
              "These tags stand before nothing; remove them, or write"
                  + " the scenario that they are for."));
    }
  }

  private String word(Opening opening) {
    List<String> words = lines.dialect.titles().get(opening);
    return words.get(words.size() - 1);
  }

  private void fault(String message) {
    faults.add(new Fault(lines.range(), message));
  }

  private void unexpected(String expected) {
    fault("Unexpected line. Expected " + expected + ".");
    lines.next();
  }
}
