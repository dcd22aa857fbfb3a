package elmtable.text;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.List;
import org.junit.jupiter.api.Test;

class SourceTextTest {
  @Test
  void readsBothLineEndsAndDropsTheMark() {
    assertEquals(List.of("a", "b", "", "c"), SourceText.lines("\uFEFFa\r\nb\n\nc\n"));
    assertEquals(List.of(), SourceText.lines(""));
  }

  @Test
  void makesSeveralEditsInOneLineEachAtItsPlace() {
    List<Edit> edits =
        List.of(
            new Edit(new Range(0, 0, 3), "one"),
            new Edit(new Range(0, 4, 7), "second"),
            new Edit(new Range(1, 0, 0), "> "));
    assertEquals("one second\n> note\n", SourceText.apply("abc def\nnote\n", edits));
  }
}
