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
public record BindingContext(List<String> pages, Optional<Signature> enclosing) {
  public BindingContext {
    pages = List.copyOf(pages);
  }

  public static BindingContext of(CaseEntry entry) {
    return new BindingContext(entry.pages(), Optional.empty());
  }

  public static BindingContext of(KeywordEntry.Composed keyword) {
    return new BindingContext(keyword.block().list("pages"), Optional.of(keyword.signature()));
  }
}
