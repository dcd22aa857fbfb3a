package elmtable.server.view;

import elmtable.binding.Binder;
import elmtable.binding.EnclosingBlock;
import elmtable.binding.LocatedStep;
import elmtable.binding.VisibleNames;
import elmtable.language.Line;
import elmtable.project.Project;
import elmtable.project.SourceDocument;
import elmtable.refactoring.Extraction;
import elmtable.refactoring.Preview;
import elmtable.refactoring.Refactorings;
import elmtable.refactoring.RenameTarget;
import elmtable.refactoring.Repeats;
import elmtable.server.message.BlockMessages.PlaceView;
import elmtable.server.message.RefactoringMessages.PreviewDocument;
import elmtable.server.message.RefactoringMessages.RefactoringPreview;
import elmtable.server.message.RefactoringMessages.RefactoringRequest;
import elmtable.server.message.RefactoringMessages.RepeatView;
import elmtable.server.message.RefactoringMessages.TakenView;
import elmtable.server.message.SheetMessages.RowView;
import elmtable.server.service.LineDifference;
import elmtable.server.service.Revision;
import elmtable.server.service.Snapshot;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** Makes previews of refactorings, and the list of what is worth one. */
public final class RefactoringViews {
  private final Snapshot snapshot;
  private final Project project;

  public RefactoringViews(Snapshot snapshot) {
    this.snapshot = snapshot;
    this.project = snapshot.project();
  }

  /** Steps that stand in several places, those that save most first. */
  public List<RepeatView> repeats() {
    return Repeats.of(snapshot.checked()).stream().map(this::repeat).toList();
  }

  private RepeatView repeat(Repeats.Repeat repeat) {
    return new RepeatView(
        repeat.count(),
        repeat.saved(),
        steps(repeat.places().get(0), repeat.count()),
        repeat.places().stream().map(this::place).toList());
  }

  private PlaceView place(Extraction.Place place) {
    String title =
        project
            .document(place.document())
            .map(SourceDocument::document)
            .flatMap(document -> document.blockAt(place.line()))
            .map(located -> located.block().name())
            .orElse("");
    return new PlaceView(place.document(), place.line() + 1, title);
  }

  /** Steps with what is visible at each; those before them are passed through for that. */
  private List<RowView> steps(Extraction.Place place, int count) {
    LocatedStep first = LocatedStep.find(project, place.document(), place.line()).orElseThrow();
    StepRows rows = new StepRows(new Binder(project.index()));
    EnclosingBlock block = EnclosingBlock.of(project, place.document(), first.located());
    VisibleNames names = block.names();
    List<RowView> views = new ArrayList<>();
    for (Line.Row row : first.block().section(first.section()).orElseThrow().rows()) {
      views.add(rows.of(row, first.located(), names, block.context()));
    }
    int from = Math.min(first.index(), views.size());
    return views.subList(from, Math.min(views.size(), from + count));
  }

  /** Nothing where the document's version is another one, or what is asked for is not known. */
  public Optional<RefactoringPreview> preview(RefactoringRequest ask) {
    boolean current =
        snapshot.revision(ask.path()).filter(r -> r.version() == ask.version()).isPresent();
    return current ? previewNow(ask) : Optional.empty();
  }

  private Optional<RefactoringPreview> previewNow(RefactoringRequest ask) {
    String path = ask.path();
    int line = ask.line() - 1;
    int count = ask.count() == null ? 1 : ask.count();
    int cell = ask.cell() == null ? 0 : ask.cell();
    String name = ask.name() == null ? "" : ask.name();
    var checked = snapshot.checked();
    return switch (ask.what()) {
      case "extract keyword" ->
          Optional.of(view(Refactorings.extraction(checked, path, line, count, name, except(ask))));
      case "inline" -> plain(Refactorings.inline(checked, path, line));
      case "parameter" -> plain(Refactorings.toParameter(checked, path, line, cell, name));
      case "column" -> plain(Refactorings.toColumn(checked, path, line, cell, name));
      case "environment value" ->
          plain(Refactorings.toEnvironmentValue(checked, path, line, cell, name));
      case "data set" -> plain(Refactorings.toDataSet(checked, path, line, name));
      case "own rows" -> plain(Refactorings.toOwnRows(checked, path, line));
      case "set-up" -> plain(Refactorings.toSetUp(checked, path, line, count));
      case "fixture" -> plain(Refactorings.toFixture(checked, path, line, count, name));
      case "add element" -> plain(Refactorings.addElement(checked, path, line, cell));
      case "rename" -> plain(rename(path, line, name));
      case "move" -> plain(Refactorings.move(checked, path, line, name));
      default -> Optional.empty();
    };
  }

  private static Set<Extraction.Place> except(RefactoringRequest ask) {
    return ask.except() == null
        ? Set.of()
        : ask.except().stream()
            .map(place -> new Extraction.Place(place.path(), place.line() - 1))
            .collect(Collectors.toSet());
  }

  /** Renames the block whose name stands in a line, or the element of a page's row. */
  private Preview rename(String path, int line, String name) {
    return RenameTarget.at(project, path, line)
        .map(thing -> Refactorings.rename(snapshot.checked(), thing, name))
        .orElseGet(() ->
            new Preview(
                List.of(), List.of(), Optional.of("Nothing here has a name that is used.")));
  }

  private Optional<RefactoringPreview> plain(Preview preview) {
    return Optional.of(view(preview, List.of(), List.of(), List.of()));
  }

  private RefactoringPreview view(Extraction extraction) {
    return view(
        extraction.preview(),
        extraction.places().stream().map(this::place).toList(),
        extraction.takes().stream()
            .map(taken -> new TakenView(taken.name(), taken.kind(), taken.arguments()))
            .toList(),
        extraction.gives());
  }

  private RefactoringPreview view(
      Preview preview, List<PlaceView> places, List<TakenView> takes, List<String> gives) {
    return new RefactoringPreview(
        preview.refusal().orElse(null),
        preview.warnings(),
        documents(preview),
        places,
        takes,
        gives);
  }

  private List<PreviewDocument> documents(Preview preview) {
    List<PreviewDocument> documents = new ArrayList<>();
    new TreeMap<>(preview.texts(project))
        .forEach((path, after) -> {
          String before = project.document(path).map(SourceDocument::text).orElse("");
          documents.add(
              new PreviewDocument(
                  path,
                  snapshot.revision(path).map(Revision::version).orElse(0L),
                  before,
                  after,
                  LineDifference.between(before, after)));
        });
    return documents;
  }
}
