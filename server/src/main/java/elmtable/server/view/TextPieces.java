package elmtable.server.view;

import elmtable.binding.Origin;
import elmtable.binding.VisibleNames;
import elmtable.formula.Formula;
import elmtable.formula.Template;
import elmtable.server.message.SheetMessages.TextPiece;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** Divides texts into plain pieces and references, each with where its value comes from. */
public final class TextPieces {
  private TextPieces() {}

  static List<TextPiece> of(Template template, VisibleNames names) {
    List<TextPiece> parts = new ArrayList<>();
    for (Template.Part part : template.parts()) {
      switch (part) {
        case Template.Plain plain -> parts.add(new TextPiece(plain.text(), null));
        case Template.Grid grid -> {}
        case Template.Expression place -> {
          int from = Math.max(0, place.start() + 1);
          int to = place.start() < 0 ? place.end() : place.end() - 1;
          parts.add(
              new TextPiece(
                  template.source().substring(from, to).strip(), origin(place.formula(), names)));
        }
      }
    }
    if (parts.isEmpty() && !template.source().isEmpty()) {
      parts.add(new TextPiece(template.source(), template.problems().isEmpty() ? null : "unknown"));
    }
    return parts;
  }

  /**
   * The origin of a formula is that of its first reference; one without references is worked out by
   * itself.
   */
  public static String origin(Formula formula, VisibleNames names) {
    List<String> origins = new ArrayList<>();
    formula.walk(part -> {
      if (part instanceof Formula.Reference reference) {
        Optional<Origin> origin = names.origin(reference);
        origins.add(origin.map(TextPieces::word).orElse("unknown"));
      }
    });
    if (origins.contains("unknown")) {
      return "unknown";
    }
    return origins.isEmpty() ? "environment" : origins.get(0);
  }

  /** The five tints of the interface. */
  private static String word(Origin origin) {
    return switch (origin) {
      case COLUMN, PARAMETER, ENVIRONMENT -> origin.name().toLowerCase(Locale.ROOT);
      case KEPT, FIXTURE, PUBLISHED -> "kept";
      case SUITE, RUN -> "environment";
    };
  }
}
