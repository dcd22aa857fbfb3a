package elmtable.text;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import com.fasterxml.jackson.databind.ObjectMapper;
import elmtable.Corpus;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class TextChangeTest {
  private static final ObjectMapper JSON = new ObjectMapper();
  private static final String LETTERS = "ab|c \n<é>";

  @Test
  void followsTheLawsOfChangesOnRandomTexts() {
    Random random = new Random(10);
    for (int i = 0; i < 5_000; i++) {
      String text = text(random, 40);
      TextChange a = change(text, random);
      TextChange b = change(text, random);
      assertEquals(text, a.invert(text).apply(a.apply(text)));
      assertEquals(
          a.compose(b.map(a, false)).apply(text),
          b.compose(a.map(b, true)).apply(text),
          () -> text + a + b);
      TextChange next = change(a.apply(text), random);
      assertEquals(next.apply(a.apply(text)), a.compose(next).apply(text));
      assertEquals(a, TextChange.ofJson(a.toJson()));
    }
  }

  @Test
  void mapsPlacesAsItMapsText() {
    TextChange change = TextChange.replace(10, 2, 5, "four");
    assertEquals(List.of(1, 2, 2, 6, 11), places(change, false, 1, 2, 4, 5, 10));
    assertEquals(List.of(1, 2, 6, 6, 11), places(change, true, 1, 2, 4, 5, 10));
    TextChange insertion = TextChange.replace(4, 2, 2, "xx");
    assertEquals(List.of(2), places(insertion, false, 2));
    assertEquals(List.of(4), places(insertion, true, 2));
  }

  private static List<Integer> places(TextChange change, boolean after, int... places) {
    return IntStream.of(places).mapToObj(place -> change.mapPlace(place, after)).toList();
  }

  @Test
  void readsTheListsOfTheInterface() throws Exception {
    TextChange change = JSON.readValue("[3,[2,\"one\",\"two\"],4,[1]]", TextChange.class);
    assertEquals("abcone\ntwofghi", change.apply("abcdefghi-"));
    assertEquals("[3,[2,\"one\",\"two\"],4,[1]]", JSON.writeValueAsString(change));
  }

  @Test
  void refusesListsThatAreNoChange() {
    for (String bad :
        List.of(
            "[-1]", "[1.5]", "[[]]", "[[1,2]]", "[null]", "[\"a\"]", "[[0,\"a\\nb\"]]", "[[-1]]")) {
      assertThrows(
          IllegalArgumentException.class,
          () -> TextChange.ofJson(JSON.readerForListOf(Object.class).readValue(bad)),
          bad);
    }
    assertThrows(IllegalArgumentException.class, () -> TextChange.none(3).apply("ab"));
  }

  /** The interface's tests hold CodeMirror's changes to the same file. */
  @Test
  void isTheCorpusOfTheInterfaceToo() throws Exception {
    Random random = new Random(6);
    List<Map<String, Object>> cases = new ArrayList<>();
    for (int i = 0; i < 300; i++) {
      String text = text(random, 24);
      TextChange a = change(text, random);
      TextChange b = change(text, random);
      TextChange next = change(a.apply(text), random);
      cases.add(
          Map.of(
              "text", text,
              "a", a,
              "b", b,
              "next", next,
              "applied", a.apply(text),
              "inverted", a.invert(text),
              "composed", a.compose(next),
              "mapped", a.map(b, false),
              "mappedBefore", a.map(b, true),
              "places", placesOf(a, text.length())));
    }
    Corpus.check("changes.json", cases);
  }

  private static List<List<Integer>> placesOf(TextChange change, int length) {
    return IntStream.rangeClosed(0, length)
        .mapToObj(place -> List.of(change.mapPlace(place, false), change.mapPlace(place, true)))
        .toList();
  }

  private static String text(Random random, int most) {
    int[] points = LETTERS.codePoints().toArray();
    StringBuilder text = new StringBuilder();
    for (int i = random.nextInt(most); i > 0; i--) {
      text.appendCodePoint(points[random.nextInt(points.length)]);
    }
    return text.toString();
  }

  private static TextChange change(String text, Random random) {
    List<Integer> cuts =
        new ArrayList<>(
            Stream.generate(() -> random.nextInt(text.length() + 1))
                .limit(2L * random.nextInt(4))
                .toList());
    Collections.sort(cuts);
    List<TextChange.Replacement> replacements = new ArrayList<>();
    for (int i = 0; i < cuts.size(); i += 2) {
      replacements.add(new TextChange.Replacement(cuts.get(i), cuts.get(i + 1), text(random, 5)));
    }
    return TextChange.replaceAll(text.length(), replacements);
  }
}
