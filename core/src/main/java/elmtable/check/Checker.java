package elmtable.check;

import elmtable.check.Checked.CheckedBlock;
import elmtable.check.Checked.CheckedDocument;
import elmtable.check.Checked.DocumentProblems;
import elmtable.check.Checked.Inputs;
import elmtable.check.rules.BlockChecks;
import elmtable.check.rules.step.ColumnChecks;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Document.LocatedBlock;
import elmtable.project.DocumentIndex;
import elmtable.project.LookupLog;
import elmtable.project.Project;
import elmtable.project.Symbol;
import elmtable.project.SymbolChanges;
import elmtable.project.entry.CaseEntry;
import elmtable.text.Diagnostic;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Checks every document of a project: its grammar, its names, and each block by its kind. What an
 * earlier check found in a block is taken over when neither the block nor anything it looked up has
 * changed.
 */
final class Checker {
  static final Comparator<Diagnostic> IN_ORDER =
      Comparator.<Diagnostic>comparingInt(d -> d.range().line())
          .thenComparingInt(d -> d.range().start())
          .thenComparing(Diagnostic::severity);

  private final Project project;
  private final Map<String, CheckedDocument> before;
  private final Set<Symbol> changed;

  /** Whether files beside the documents may be others than before. */
  private final boolean otherFiles;

  private Checker(Project project, Checked before) {
    this.project = project;
    this.before = before == null ? Map.of() : before.documents();
    this.changed =
        before == null ? Set.of() : SymbolChanges.between(before.indexes(), project.indexes());
    this.otherFiles = before != null && before.files() != project.files();
  }

  /**
   * @param before what an earlier check of another snapshot gave, or null
   */
  static Checked check(Project project, Checked before) {
    Checker checker = new Checker(project, before);
    Map<String, CheckedDocument> documents = new LinkedHashMap<>();
    // Documents are checked side by side: a check only reads the snapshot.
    List<CheckedDocument> checked =
        project.indexes().values().parallelStream().map(checker::document).toList();
    checked.forEach(document -> documents.put(document.index().document().path(), document));
    Circles circles = Circles.of(project, before);
    UseCounts useCounts = checker.useCounts(before, documents);
    RepeatedSteps repeatedSteps = checker.repeatedSteps(before, documents);
    Map<String, DocumentProblems> documentProblems = new LinkedHashMap<>();
    Map<String, List<Diagnostic>> problems = new LinkedHashMap<>();
    documents.forEach((path, document) -> {
      Inputs inputs =
          new Inputs(
              document,
              project.index().duplicates().getOrDefault(path, List.of()),
              useCounts,
              circles,
              repeatedSteps.notices(path));
      DocumentProblems now =
          documentProblems(inputs, before == null ? null : before.documentProblems().get(path));
      documentProblems.put(path, now);
      problems.put(path, now.problems());
    });
    return new Checked(
        project.indexes(),
        project.files(),
        documents,
        circles,
        useCounts,
        repeatedSteps,
        documentProblems,
        Collections.unmodifiableMap(problems));
  }

  /** The uses of everything, from those of before and what the documents checked anew use. */
  private UseCounts useCounts(Checked known, Map<String, CheckedDocument> documents) {
    List<Set<Symbol>> gone = new ArrayList<>();
    List<Set<Symbol>> come = new ArrayList<>();
    documents.forEach((path, document) -> {
      CheckedDocument old = before.get(path);
      if (old != document) {
        come.add(document.used());
        if (old != null) {
          gone.add(old.used());
        }
      }
    });
    before.forEach((path, old) -> {
      if (!documents.containsKey(path)) {
        gone.add(old.used());
      }
    });
    return (known == null ? UseCounts.none() : known.useCounts()).with(gone, come);
  }

  private RepeatedSteps repeatedSteps(Checked known, Map<String, CheckedDocument> documents) {
    List<CheckedDocument> gone = new ArrayList<>();
    List<CheckedDocument> come = new ArrayList<>();
    documents.forEach((path, document) -> {
      if (!isOf(before.get(path), document)) {
        come.add(document);
      }
    });
    before.forEach((path, old) -> {
      if (!isOf(documents.get(path), old)) {
        gone.add(old);
      }
    });
    return (known == null ? RepeatedSteps.none() : known.repeatedSteps()).with(gone, come);
  }

  /** Whether both are the same document, checked once or twice. */
  private static boolean isOf(CheckedDocument one, CheckedDocument other) {
    return one != null && one.index() == other.index();
  }

  /**
   * What was found in a document itself, with what the project as a whole shows about it; the same
   * list as before where it says the same.
   */
  private static DocumentProblems documentProblems(Inputs inputs, DocumentProblems known) {
    if (known != null && known.inputs().areLike(inputs)) {
      return known;
    }
    DocumentIndex index = inputs.document().index();
    List<Diagnostic> all = new ArrayList<>(inputs.document().problems());
    all.addAll(inputs.duplicates());
    all.addAll(inputs.useCounts().of(index));
    for (LocatedBlock located : index.document().document().blocks()) {
      for (Diagnostic circle : inputs.circles().closedBy(located.block())) {
        all.add(circle.shiftedBy(located.firstLine()));
      }
    }
    for (CaseEntry entry : index.cases()) {
      Diagnostic notice = inputs.notices().get(entry.block());
      if (notice != null) {
        all.add(notice.shiftedBy(entry.located().firstLine()));
      }
    }
    all.sort(IN_ORDER);
    boolean same = known != null && known.problems().equals(all);
    return new DocumentProblems(inputs, same ? known.problems() : List.copyOf(all));
  }

  private CheckedDocument document(DocumentIndex index) {
    CheckedDocument known = before.get(index.document().path());
    if (known != null && known.index() == index && holds(known)) {
      return known;
    }
    Map<Block, CheckedBlock> blocks = new IdentityHashMap<>();
    Map<Block, CaseEntry> cases = new IdentityHashMap<>();
    index.cases().forEach(entry -> cases.put(entry.block(), entry));
    List<Diagnostic> problems = new ArrayList<>(index.document().document().allProblems());
    LostCharacters.in(index.document().text()).ifPresent(problems::add);
    Set<Symbol> used = new HashSet<>();
    Block suite = index.document().document().suite().map(LocatedBlock::block).orElse(null);
    for (LocatedBlock located : index.document().document().blocks()) {
      Block head = located.block().kind() == BlockKind.CASE ? suite : null;
      CheckedBlock block = block(index, located, head, cases, known);
      blocks.put(located.block(), block);
      used.addAll(block.lookups().used);
      block.problems().forEach(problem -> problems.add(problem.shiftedBy(located.firstLine())));
    }
    problems.sort(IN_ORDER);
    // Cases of one scenario have its steps, and so their problems, in common.
    List<Diagnostic> each = problems.stream().distinct().toList();
    return new CheckedDocument(index, blocks, used, each);
  }

  private boolean holds(CheckedDocument document) {
    return changed.isEmpty() && !otherFiles
        || document.blocks().values().stream().allMatch(block -> hold(block.lookups()));
  }

  /** Whether what was looked up then is the same now. */
  private boolean hold(LookupLog lookups) {
    return Collections.disjoint(lookups.symbols, changed)
        && (!otherFiles || lookups.holdsWith(project.files()));
  }

  private CheckedBlock block(
      DocumentIndex index,
      LocatedBlock located,
      Block suite,
      Map<Block, CaseEntry> cases,
      CheckedDocument document) {
    Block block = located.block();
    LookupLog lookups = new LookupLog();
    Project recording = project.recording(lookups);
    boolean winner =
        block.kind() == BlockKind.CASE
            ? cases.containsKey(block)
            : index.keywordAt(located).filter(recording.index()::isFoundByItsName).isPresent();
    CheckedBlock known = document == null ? null : document.blocks().get(block);
    if (known != null
        && known.suite() == suite
        && known.winner() == winner
        && hold(known.lookups())) {
      return known;
    }
    List<Diagnostic> problems =
        block.name().isEmpty() && block.kind() != BlockKind.SUITE
            ? List.of()
            : BlockChecks.of(
                recording, index, located, Optional.ofNullable(cases.get(block)), winner);
    lookups.used.addAll(
        ColumnChecks.uses(block, Optional.ofNullable(suite), lookups.used, project));
    return new CheckedBlock(suite, winner, List.copyOf(problems), lookups);
  }
}
