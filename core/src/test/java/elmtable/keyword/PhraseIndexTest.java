package elmtable.keyword;

import static org.junit.jupiter.api.Assertions.assertEquals;

import elmtable.formula.Kind;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PhraseIndexTest {
  private static final List<Parameter> TAKES =
      List.of(
          parameter("shelves", "number"),
          parameter("programme", "choice Bisque, Glaze fire, Raku"),
          parameter("member", "text"),
          parameter("note", "text"));

  private static Parameter parameter(String name, String kind) {
    return new Parameter(name, Kind.read(kind).orElseThrow(), "", false, "");
  }

  private static Signature keyword(String name, String... phrases) {
    return new Signature(name, "", "", List.of(phrases), TAKES, List.of());
  }

  private static final PhraseIndex INDEX =
      PhraseIndex.of(
          List.of(
              keyword("request", "I request <shelves> shelves of <programme>"),
              keyword("request any", "I request <note>"),
              keyword(
                  "signed in",
                  "<member> is signed in",
                  "[the] member <member> is [already] signed in"),
              keyword("see", "[then] the page says \"<note>\""),
              keyword("costs", "it costs <shelves>€ [in all]"),
              keyword("of", "the <member> of <note>"),
              keyword("escaped", "a \\<b and \\[c]"),
              keyword("twin one", "the <member> waits"),
              keyword("twin two", "the <note> waits")));

  private static String found(String sentence) {
    List<String> all = new ArrayList<>();
    for (PhraseMatch match : INDEX.find(sentence)) {
      StringBuilder text = new StringBuilder(match.keyword().name());
      for (PhraseMatch.Placeholder place : match.placeholders()) {
        text.append(", ")
            .append(place.parameter())
            .append('=')
            .append(sentence, place.start(), place.end());
      }
      all.add(text.toString());
    }
    return String.join(" & ", all);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '!',
      value = {
        "I request 3 shelves of Raku                 ! request, shelves=3, programme=Raku",
        "i  REQUEST 3 shelves  of glaze fire         ! request, shelves=3, programme=glaze fire",
        "I request many shelves of Raku              ! request any, note=many shelves of Raku",
        "I request <n> shelves of <programme>        ! request, shelves=<n>, programme=<programme>",
        "I request <n + 1> shelves of Raku           ! request, shelves=<n + 1>, programme=Raku",
        "Juno Farrow is signed in                    ! signed in, member=Juno Farrow",
        "the member \"Juno\" is already signed in    ! signed in, member=Juno",
        "member Juno is signed in                    ! signed in, member=Juno",
        "then the page says \"Booked: 1 shelf\"      ! see, note=Booked: 1 shelf",
        "it costs 12.50€                             ! costs, shelves=12.50",
        "it costs 12.50€ in all                      ! costs, shelves=12.50",
        "it costs much€                              ! ''",
        "the keeper of the kiln of glass             ! of, member=keeper, note=the kiln of glass",
        "the \"keeper of kilns\" of glass            ! of, member=keeper of kilns, note=glass",
        "a <b and [c]                                ! escaped",
        "the kiln waits                              ! twin one, member=kiln & twin two, note=kiln",
        "nothing like it                             ! ''",
        "<sentence>                                  ! ''",
      })
  void theBestPhraseIsFound(String sentence, String match) {
    assertEquals(match, found(sentence.strip()));
  }

  @Test
  void theMiddleOfManyIsFoundAndALongSentenceEnds() {
    List<Signature> many = new ArrayList<>();
    for (int i = 0; i < 5_000; i++) {
      many.add(keyword("k" + i, "I do task " + i + " with <member> and <note>"));
    }
    PhraseIndex index = PhraseIndex.of(many);
    assertEquals("k2500", index.find("I do task 2500 with a and b and c").get(0).keyword().name());
    PhraseIndex greedy =
        PhraseIndex.of(List.of(keyword("all", "<shelves> <member> <note> <programme> x")));
    assertEquals(List.of(), greedy.find("a ".repeat(400) + "y"));
  }
}
