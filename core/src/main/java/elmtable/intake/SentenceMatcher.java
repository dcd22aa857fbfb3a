package elmtable.intake;

import elmtable.binding.ElementFinder;
import elmtable.intake.Words.Word;
import elmtable.keyword.PhraseMatch;
import elmtable.keyword.Signature;
import elmtable.project.Project;
import elmtable.project.entry.KeywordEntry;
import elmtable.text.Names;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Finds the keywords that may say what a sentence of a manual scenario says. A keyword is known by
 * its name, its phrases, its note, and for built-in ones by other ways to say the same; words are
 * compared by their stems and weighed by how rarely they occur (inverse document frequency). What a
 * keyword cannot take from the sentence, and what of the sentence no keyword explains, counts
 * against it. Everything is worked out here; nothing leaves the machine.
 */
public final class SentenceMatcher {
  private static final String SAYINGS = "sayings.txt";

  /** A note says it less directly than a name. */
  private static final double OF_NOTE = 0.7;

  private static final double OF_SAYING = 0.6;
  private static final double OF_SENTENCE = 0.4;

  /** However rare a word is, there is more in a sentence. */
  private static final double MOST_OF_ONE_WORD = 4;

  /** What stays of a score where nothing is given for the required parameters. */
  private static final double WITHOUT_ARGUMENTS = 0.6;

  /** What stays of the score of a way to say the opposite. */
  private static final double OF_OPPOSITE = 0.4;

  /** What stays of the score of an expectation where the sentence says to do something. */
  private static final double OF_OTHER_MOOD = 0.8;

  /**
   * A way to say what a keyword does.
   *
   * @param parameters the stems of its parameters' names
   * @param directions of its verbs
   */
  private record Saying(
      Signature keyword,
      Set<String> stems,
      Set<String> parameters,
      Map<String, String> directions,
      double worth,
      boolean denies) {}

  /** What every candidate asks of a sentence, worked out once. */
  private final class Sentence {
    private final Recognition.Seen seen;
    private final Set<String> stems = new HashSet<>();
    private final double[] weights;
    private final boolean denies;
    private final String accepted;

    Sentence(String text, Optional<String> page) {
      seen = recognition.of(text, page);
      seen.words().forEach(word -> stems.add(word.stem()));
      weights = seen.words().stream().mapToDouble(this::weightOf).toArray();
      denies = SentenceMatcher.denies(seen.words());
      accepted = SentenceMatcher.this.accepted.getOrDefault(text, "");
    }

    private double weightOf(Word word) {
      return word.stop()
          ? 0
          : Math.min(weight(word.stem().isEmpty() ? word.text() : word.stem()), MOST_OF_ONE_WORD);
    }

    /** How much of it a saying and its arguments account for, from 0 to 1. */
    double explainedBy(Saying saying, Arguments arguments) {
      double explained = 0;
      double all = 0;
      for (int i = 0; i < weights.length; i++) {
        all += weights[i];
        String stem = seen.words().get(i).stem();
        boolean is =
            weights[i] > 0
                && (saying.stems().contains(stem)
                    || saying.parameters().contains(stem)
                    || arguments.uses(i)
                    || seen.isNamed(i));
        explained += is ? weights[i] : 0;
      }
      return all == 0 ? 0 : explained / all;
    }
  }

  private final Project project;
  private final List<Saying> sayings = new ArrayList<>();
  private final Map<String, List<Integer>> byStem = new HashMap<>();
  private final Map<String, Double> weights = new HashMap<>();
  private final Map<String, String> accepted;
  private final Recognition recognition;

  /**
   * @param accepted sentences that were given a keyword before, by the keyword's name; they count
   *     as that keyword's own ways to say it
   */
  public SentenceMatcher(Project project, Map<String, String> accepted) {
    this.project = project;
    this.accepted = accepted;
    this.recognition = new Recognition(project);
    Map<String, List<String>> ways = waysToSay();
    for (KeywordEntry entry : project.index().keywords()) {
      Signature keyword = entry.signature();
      Set<String> parameters = parameterStems(keyword);
      add(keyword, parameters, keyword.name(), 1);
      keyword
          .phrases()
          .forEach(
              phrase -> add(keyword, parameters, phrase.replaceAll("<[^>]*>|[\\[\\]]", " "), 1));
      ways.getOrDefault(Names.key(keyword.name()), List.of())
          .forEach(way -> add(keyword, parameters, way, 1));
      if (entry instanceof KeywordEntry.Composed) {
        add(keyword, parameters, keyword.note().split("(?<=[.!?])\\s")[0], OF_NOTE);
      }
    }
    accepted.forEach((sentence, name) ->
        project
            .index()
            .keyword(name)
            .ifPresent(
                entry -> add(entry.signature(), parameterStems(entry.signature()), sentence, 1)));
    byStem.forEach((stem, in) -> weights.put(stem, weightIn(in.size())));
  }

  private static Set<String> parameterStems(Signature keyword) {
    Set<String> stems = new HashSet<>();
    keyword.takes().forEach(taken -> stems.addAll(Words.stems(taken.name())));
    return stems;
  }

  private static Map<String, List<String>> waysToSay() {
    Map<String, List<String>> ways = new HashMap<>();
    try (InputStream in = SentenceMatcher.class.getResourceAsStream(SAYINGS)) {
      String text = new String(in.readAllBytes(), StandardCharsets.UTF_8);
      for (String line : text.lines().toList()) {
        int colon = line.indexOf(':');
        if (!line.startsWith("#") && colon > 0) {
          ways.put(
              Names.key(line.substring(0, colon)), List.of(line.substring(colon + 1).split("\\|")));
        }
      }
      return ways;
    } catch (IOException missing) {
      throw new UncheckedIOException(missing);
    }
  }

  private void add(Signature keyword, Set<String> parameters, String text, double worth) {
    List<Word> words = Words.of(text);
    Set<String> stems = new HashSet<>();
    words.stream()
        .filter(word -> !word.stop() && word.role() == Words.Role.PLAIN)
        .forEach(word -> stems.add(word.stem()));
    if (stems.isEmpty()) {
      // A saying such as “is” has nothing else.
      words.forEach(word -> stems.add(word.stem()));
    }
    if (stems.isEmpty()) {
      return;
    }
    int place = sayings.size();
    sayings.add(new Saying(keyword, stems, parameters, Directions.of(words), worth, denies(words)));
    stems.forEach(stem -> byStem.computeIfAbsent(stem, s -> new ArrayList<>()).add(place));
  }

  private static final Set<String> DENIALS =
      Set.of("not", "no", "gone", "disappear", "cannot", "never", "remov", "vanish", "longer");

  private static boolean denies(List<Word> words) {
    return words.stream().anyMatch(word -> DENIALS.contains(word.stem()));
  }

  private double weight(String stem) {
    Double known = weights.get(stem);
    return known == null ? weightIn(0) : known;
  }

  /** The weight of a stem that is in so many sayings. */
  private double weightIn(int count) {
    return Math.log(1 + (double) sayings.size() / (1 + count));
  }

  /** The page that a sentence names; those after it are about that page until they name another. */
  public Optional<String> pageIn(String sentence) {
    return recognition.pageIn(sentence);
  }

  /** As {@link #matches(String, Optional, int)}, for a sentence that stands alone. */
  public List<Match> matches(String sentence, int most) {
    return matches(sentence, pageIn(sentence), most);
  }

  /**
   * The best keywords for a sentence, best first; none where nothing is like it.
   *
   * @param page that it is about
   */
  public List<Match> matches(String sentence, Optional<String> page, int most) {
    List<Match> matches = new ArrayList<>();
    for (PhraseMatch phrase : project.index().phrased(sentence)) {
      List<String> cells = new ArrayList<>(List.of(phrase.keyword().name()));
      Map<String, String> given = new LinkedHashMap<>();
      phrase
          .placeholders()
          .forEach(place ->
              given.put(
                  Names.key(place.parameter()), sentence.substring(place.start(), place.end())));
      phrase
          .keyword()
          .takes()
          .forEach(taken -> cells.add(given.getOrDefault(Names.key(taken.name()), "")));
      matches.add(new Match(phrase.keyword().name(), 1, trimmed(cells), List.of()));
    }
    Sentence asked = new Sentence(sentence, page);
    Map<String, Match> best = new HashMap<>();
    for (int place : candidates(asked)) {
      Saying saying = sayings.get(place);
      Match match = match(saying, asked);
      best.merge(saying.keyword().name(), match, (a, b) -> a.score() >= b.score() ? a : b);
    }
    best.values().stream()
        .filter(
            match -> matches.stream().noneMatch(known -> known.keyword().equals(match.keyword())))
        .sorted(Comparator.comparingDouble(Match::score).reversed().thenComparing(Match::keyword))
        .limit(most)
        .forEach(matches::add);
    return matches.subList(0, Math.min(most, matches.size()));
  }

  private Set<Integer> candidates(Sentence sentence) {
    Set<Integer> places = new HashSet<>();
    sentence.stems.forEach(stem -> places.addAll(byStem.getOrDefault(stem, List.of())));
    return places;
  }

  private Match match(Saying saying, Sentence sentence) {
    double whole = 0;
    double matched = 0;
    for (String stem : saying.stems()) {
      double weight = weight(stem);
      whole += weight;
      matched += sentence.stems.contains(stem) ? weight : 0;
    }
    Arguments arguments = Arguments.of(saying.keyword(), sentence.seen, saying.stems());
    double score =
        OF_SAYING * matched / whole + OF_SENTENCE * sentence.explainedBy(saying, arguments);
    double filled = arguments.filledPart();
    score *= WITHOUT_ARGUMENTS + (1 - WITHOUT_ARGUMENTS) * filled;
    score *= saying.worth();
    if (saying.denies() != sentence.denies) {
      score *= 0.6;
    }
    if (Directions.areOpposite(saying.directions(), sentence.seen.directions())) {
      score *= OF_OPPOSITE;
    }
    if (isExpectation(saying.keyword()) && isImperative(sentence.seen, saying)) {
      score *= OF_OTHER_MOOD;
    }
    if (sentence.accepted.equals(saying.keyword().name())) {
      score = 1;
    }
    List<String> cells = new ArrayList<>(List.of(saying.keyword().name()));
    cells.addAll(arguments.cells());
    return new Match(
        saying.keyword().name(), Math.min(1, score), trimmed(cells), arguments.missing());
  }

  private static boolean isExpectation(Signature keyword) {
    return keyword.name().startsWith("expect ");
  }

  /** Whether the sentence begins with the saying's verb, as it is called. */
  private static boolean isImperative(Recognition.Seen seen, Saying saying) {
    return !seen.words().isEmpty()
        && seen.words().get(0).role() == Words.Role.PLAIN
        && saying.stems().contains(seen.words().get(0).stem());
  }

  private static List<String> trimmed(List<String> cells) {
    int end = cells.size();
    while (end > 1 && cells.get(end - 1).isEmpty()) {
      end--;
    }
    return cells.subList(0, end);
  }

  /** The finder of elements is the one of the steps, so that a name means the same. */
  static boolean isUnambiguous(Project project, String name) {
    return new ElementFinder(project.index()).find(name, List.of())
        instanceof ElementFinder.Found.One;
  }
}
