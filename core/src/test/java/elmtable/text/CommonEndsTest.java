package elmtable.text;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class CommonEndsTest {
  @Test
  void bothListsAreTheirCommonEndsAndWhatLiesBetween() {
    Random random = new Random(7);
    for (int i = 0; i < 2_000; i++) {
      List<Integer> one = letters(random);
      List<Integer> other = new ArrayList<>(one);
      for (int edits = random.nextInt(3); edits > 0; edits--) {
        int from = random.nextInt(other.size() + 1);
        other.subList(from, from + random.nextInt(other.size() - from + 1)).clear();
        other.addAll(from, letters(random));
      }
      CommonEnds ends = CommonEnds.of(one, other, Integer::equals);
      List<Integer> left = ends.between(one);
      List<Integer> come = ends.between(other);
      assertEquals(one.subList(0, ends.above()), other.subList(0, ends.above()));
      assertEquals(
          one.subList(one.size() - ends.below(), one.size()),
          other.subList(other.size() - ends.below(), other.size()));
      // Nothing more is the same at either end.
      if (!left.isEmpty() && !come.isEmpty()) {
        assertNotEquals(left.getFirst(), come.getFirst());
        assertNotEquals(left.getLast(), come.getLast());
      }
    }
  }

  private static List<Integer> letters(Random random) {
    return IntStream.range(0, random.nextInt(6)).mapToObj(i -> random.nextInt(3)).toList();
  }
}
