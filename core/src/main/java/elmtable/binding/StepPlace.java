package elmtable.binding;

import elmtable.keyword.Signature;
import elmtable.project.CaseEntry;
import elmtable.project.KeywordEntry;
import java.util.List;
import java.util.Optional;

/**
 * Where a step stands.
 *
 * @param pages the pages in force
 * @param enclosing the keyword whose step it is, or nothing in a case
 */
public record StepPlace(List<String> pages, Optional<Signature> enclosing) {
  public StepPlace {
    pages = List.copyOf(pages);
  }

  public static StepPlace of(CaseEntry entry) {
    return new StepPlace(entry.pages(), Optional.empty());
  }

  public static StepPlace of(KeywordEntry.Composed keyword) {
    return new StepPlace(keyword.block().list("pages"), Optional.of(keyword.signature()));
  }
}
