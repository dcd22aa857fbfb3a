package elmtable.text;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NamesTest {
  @ParameterizedTest
  @CsvSource({
    "Sign in, sign-in",
    "sign   in, SIGN_IN",
    "Straße, STRASSE",
    "Caf\u00e9, Cafe\u0301",
    "set-up, Set up",
  })
  void areTheSameWhateverCaseBlanksAndComposition(String a, String b) {
    assertTrue(Names.same(a, b), Names.key(a) + " and " + Names.key(b));
  }

  @Test
  void areOtherwiseDifferent() {
    assertFalse(Names.same("sign in", "signin"));
    assertFalse(Names.same("row 1", "row 2"));
  }

  @Test
  void nearestIsProposedOnlyWhereItIsNear() {
    List<String> names = List.of("peak", "price", "programme");
    assertEquals(Optional.of("peak"), Names.nearest("peek", names));
    assertEquals(Optional.of("programme"), Names.nearest("progamme", names));
    assertEquals(Optional.empty(), Names.nearest("kiln", names));
  }

  @Test
  void aSwapOfNeighboursIsOneEdit() {
    assertEquals(1, Names.distance("expect", "expcet"));
    assertEquals(3, Names.distance("kitten", "sitting"));
  }
}
