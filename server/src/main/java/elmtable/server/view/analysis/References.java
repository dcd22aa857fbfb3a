package elmtable.server.view.analysis;

import elmtable.binding.VisibleNames;
import elmtable.formula.Template;
import elmtable.language.Mark;
import elmtable.server.message.SheetMessages.ReferenceView;
import elmtable.server.view.TextPieces;
import java.util.ArrayList;
import java.util.List;

/** Finds the references of a cell, each with where its value comes from. */
final class References {
  private final int cell;
  private final VisibleNames names;
  private final List<ReferenceView> found = new ArrayList<>();

  private References(int cell, VisibleNames names) {
    this.cell = cell;
    this.names = names;
  }

  /** Those of a template that begins {@code offset} characters into the cell's text. */
  static List<ReferenceView> of(int cell, int offset, Template template, VisibleNames names) {
    References references = new References(cell, names);
    for (Template.Part part : template.parts()) {
      if (part instanceof Template.Expression place) {
        references.add(
            offset + Math.max(0, place.start()),
            offset + place.end(),
            TextPieces.origin(place.formula(), names));
      }
    }
    if (template.parts().isEmpty() && !template.problems().isEmpty()) {
      references.add(offset, offset + template.source().length(), "unknown");
    }
    return references.found;
  }

  /** Those of a mark; the names that it gives are among them. */
  static List<ReferenceView> of(int cell, Mark mark, VisibleNames names) {
    References references = new References(cell, names);
    switch (mark) {
      case Mark.OnlyIf onlyIf -> references.formula(onlyIf.formula(), onlyIf.cell().source());
      case Mark.Keep keep -> references.names(keep.names(), keep.cell().source());
      case Mark.ForEach each -> references.names(List.of(each.name()), each.cell().source());
      case Mark.Options ignored -> {}
    }
    return references.found;
  }

  /** A bare formula, whose references stand without brackets. */
  private void formula(Template formula, String source) {
    int offset = source.length() - formula.source().length();
    for (var reference : formula.references()) {
      String text = formula.source().substring(reference.start(), reference.end());
      Template.ofFormula(text).parts().stream()
          .filter(Template.Expression.class::isInstance)
          .map(Template.Expression.class::cast)
          .forEach(place ->
              add(
                  offset + reference.start(),
                  offset + reference.end(),
                  TextPieces.origin(place.formula(), names)));
    }
  }

  private void names(List<String> given, String source) {
    int from = 1;
    for (String name : given) {
      int at = source.indexOf(name, from);
      if (at > 0) {
        add(at, at + name.length(), "kept");
        from = at + name.length();
      }
    }
  }

  private void add(int from, int to, String origin) {
    found.add(new ReferenceView(cell, from, to, origin));
  }
}
