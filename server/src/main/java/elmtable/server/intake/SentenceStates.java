package elmtable.server.intake;

import elmtable.intake.ManualScenario;
import elmtable.intake.ManualScenario.Sentence;
import elmtable.intake.Match;
import elmtable.intake.SentenceMatcher;
import elmtable.server.message.IntakeMessages.MatchView;
import elmtable.server.message.IntakeMessages.SentenceView;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * What can be said of the sentences of a sheet, by what was decided and by the keywords there are.
 */
final class SentenceStates {
  private static final int MOST_MATCHES = 6;

  /** From here on a match is worth a look. */
  private static final double NEARLY = 0.45;

  private final SentenceMatcher matcher;
  private final IntakeNotes notes;

  /** Many scenarios of a sheet say the same of the same page. */
  private final Map<Asked, SentenceView> known = new HashMap<>();

  private record Asked(String text, Optional<String> page) {}

  SentenceStates(SentenceMatcher matcher, IntakeNotes notes) {
    this.matcher = matcher;
    this.notes = notes;
  }

  /** The sentences of a scenario, in their order; each is about the page that was named last. */
  List<SentenceView> of(ManualScenario scenario) {
    List<SentenceView> views = new ArrayList<>();
    Optional<String> page = Optional.empty();
    for (Sentence sentence : scenario.sentences()) {
      Optional<String> before = page;
      page = matcher.pageIn(sentence.text()).or(() -> before);
      String part = sentence.part().name().toLowerCase(Locale.ROOT);
      Optional<String> on = page;
      SentenceView same =
          known.computeIfAbsent(
              new Asked(sentence.text(), on), asked -> stateOf(part, asked.text(), asked.page()));
      views.add(
          new SentenceView(
              part, same.text(), same.state(), same.decided(), same.cells(), same.matches()));
    }
    return views;
  }

  private SentenceView stateOf(String part, String text, Optional<String> page) {
    List<Match> matches = matcher.matches(text, page, MOST_MATCHES);
    List<MatchView> views =
        matches.stream()
            .filter(match -> match.score() >= NEARLY / 2)
            .map(match ->
                new MatchView(match.keyword(), match.score(), match.cells(), match.missing()))
            .toList();
    List<String> decided = notes.steps().get(text);
    if (decided != null) {
      return new SentenceView(part, text, "said", true, decided, views);
    }
    if (notes.needsKeyword().contains(text)) {
      return new SentenceView(part, text, "not", true, null, views);
    }
    Optional<Match> best = matches.stream().findFirst();
    boolean said =
        best.filter(Match::isSaid).filter(match -> match.missing().isEmpty()).isPresent();
    boolean nearly = best.filter(match -> match.score() >= NEARLY).isPresent();
    return new SentenceView(
        part,
        text,
        said ? "said" : nearly ? "nearly" : "not",
        false,
        said || nearly ? best.get().cells() : null,
        views);
  }
}
