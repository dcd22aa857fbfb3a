package elmtable.server.view.analysis;

import elmtable.language.Document.LocatedBlock;
import elmtable.language.LineStarts;
import elmtable.project.SourceDocument;
import elmtable.server.message.SheetMessages.AnalysisView;
import elmtable.server.message.SheetMessages.BlockMeaning;
import elmtable.server.message.SheetMessages.BlockProblem;
import elmtable.server.service.Snapshot;
import elmtable.text.CommonEnds;
import elmtable.text.Diagnostic;
import elmtable.text.Fix;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * What only the server can say of documents, worked out once for each snapshot. An answer names
 * itself, so that the next one has only the blocks that changed since.
 */
public final class Analyses {
  /** Answers that a page may still refer to. */
  private static final int ANSWERS_KEPT = 200;

  private final KeptMeanings meanings = new KeptMeanings();
  private final Map<String, Analysis> newest = new HashMap<>();

  /** The ones that pages were told of last. */
  private final Map<String, Analysis> told = new HashMap<>();

  private final Map<String, List<BlockMeaning>> answers =
      new LinkedHashMap<>() {
        private static final long serialVersionUID = 1;

        @Override
        protected boolean removeEldestEntry(Map.Entry<String, List<BlockMeaning>> eldest) {
          return size() > ANSWERS_KEPT;
        }
      };
  private long answerCount;

  /** All that is said of a document. */
  private record Analysis(
      long snapshot,
      String text,
      List<Integer> starts,
      List<BlockMeaning> meanings,
      List<BlockProblem> problems) {
    boolean saysTheSame(Analysis other) {
      return text.equals(other.text)
          && meanings.equals(other.meanings)
          && problems.equals(other.problems);
    }
  }

  /**
   * Whether pages are to be told of a document's analysis in a snapshot: it is another one than
   * they were told of last, whether or not one of them has asked for it already.
   */
  public synchronized boolean isNews(Snapshot snapshot, String path) {
    Optional<Analysis> now = analysis(snapshot, path);
    Analysis before = now.isPresent() ? told.put(path, now.get()) : told.remove(path);
    return now.isPresent() && (before == null || !before.saysTheSame(now.get()));
  }

  /** The analysis of a document, without what {@code since} told already. */
  public synchronized Optional<AnalysisView> view(Snapshot snapshot, String path, String since) {
    return analysis(snapshot, path)
        .map(analysis -> {
          List<BlockMeaning> before = answers.getOrDefault(since, List.of());
          List<BlockMeaning> now = analysis.meanings();
          String token = Long.toString(++answerCount, Character.MAX_RADIX);
          answers.put(token, now);
          CommonEnds same = CommonEnds.of(before, now, BlockMeaning::equals);
          return new AnalysisView(
              snapshot.revision(path).orElseThrow().version(),
              snapshot.number(),
              token,
              analysis.starts(),
              same.above(),
              same.below(),
              same.between(now),
              analysis.problems());
        });
  }

  private Optional<Analysis> analysis(Snapshot snapshot, String path) {
    Analysis known = newest.get(path);
    if (known != null && known.snapshot() == snapshot.number()) {
      return Optional.of(known);
    }
    Optional<Analysis> made =
        snapshot.project().document(path).map(document -> analyse(snapshot, document));
    made.ifPresentOrElse(analysis -> newest.put(path, analysis), () -> newest.remove(path));
    return made;
  }

  private Analysis analyse(Snapshot snapshot, SourceDocument document) {
    List<Diagnostic> problems = snapshot.checked().problems(document.path());
    List<LocatedBlock> blocks = document.document().blocks();
    Map<Integer, List<BlockProblem>> byBlock = new HashMap<>();
    for (Diagnostic problem : problems) {
      int place = blockAt(blocks, problem.range().line());
      int first = place < 0 ? 0 : blocks.get(place).firstLine();
      byBlock.computeIfAbsent(place, any -> new ArrayList<>()).add(view(problem, first));
    }
    LineStarts starts = LineStarts.of(document.text());
    List<Integer> offsets =
        blocks.stream().map(located -> starts.start(located.firstLine())).toList();
    return new Analysis(
        snapshot.number(),
        document.text(),
        offsets,
        meanings.of(snapshot.project(), document, byBlock),
        byBlock.getOrDefault(-1, List.of()));
  }

  /** The place of the block that has a line, -1 for none; blocks stand in the order of lines. */
  private static int blockAt(List<LocatedBlock> blocks, int line) {
    int low = 0;
    int high = blocks.size() - 1;
    while (low <= high) {
      int middle = (low + high) / 2;
      if (line < blocks.get(middle).firstLine()) {
        high = middle - 1;
      } else if (line >= blocks.get(middle).end()) {
        low = middle + 1;
      } else {
        return middle;
      }
    }
    return -1;
  }

  private static BlockProblem view(Diagnostic problem, int firstLine) {
    return new BlockProblem(
        problem.problem().code(),
        problem.severity().name().toLowerCase(Locale.ROOT),
        problem.range().line() - firstLine,
        problem.range().start(),
        problem.range().end(),
        problem.message(),
        problem.fixes().stream().map(Fix::label).toList());
  }
}
