package elmtable.check;

import elmtable.check.Checked.CheckedDocument;
import elmtable.check.StepWindows.Window;
import elmtable.language.Block;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.Map;

/** Where the cases of some documents begin; found out for a document once somebody asks. */
final class PlacesOfCases {
  private final Map<String, CheckedDocument> documents = new HashMap<>();
  private final Map<String, Map<Block, Integer>> places = new HashMap<>();

  PlacesOfCases(Collection<CheckedDocument> documents) {
    documents.forEach(document -> this.documents.put(document.path(), document));
  }

  /** By path and line; only windows of these documents are compared with those of their own. */
  Comparator<Window> inOrder() {
    return Comparator.comparing(Window::path).thenComparingInt(this::line);
  }

  private int line(Window window) {
    return window.block().isScenario() ? window.line() : first(window) + window.line();
  }

  private int first(Window window) {
    return places.computeIfAbsent(window.path(), this::read).get(window.block());
  }

  private Map<Block, Integer> read(String path) {
    Map<Block, Integer> lines = new IdentityHashMap<>();
    documents
        .get(path)
        .index()
        .cases()
        .forEach(entry -> lines.put(entry.block(), entry.located().firstLine()));
    return lines;
  }
}
