package elmtable.data.sheet;

import elmtable.formula.CellTexts;
import java.time.LocalDateTime;
import java.util.Locale;
import java.util.regex.Pattern;
import org.apache.poi.ss.usermodel.DataFormatter;
import org.apache.poi.ss.usermodel.DateUtil;

/** How a format of a workbook shows a number: as it is, as a date or time, or by its pattern. */
record NumberShape(int index, String pattern, Kind kind) {
  private static final DataFormatter FORMATS = new DataFormatter(Locale.ROOT);
  private static final Pattern SPAN = Pattern.compile("\\[(h+|m+|s+)]", Pattern.CASE_INSENSITIVE);
  private static final Pattern QUOTED = Pattern.compile("\"[^\"]*\"|\\\\.|\\[[^\\]]*]|_.|\\*.");
  private static final int SECONDS_A_DAY = 86_400;

  static final NumberShape GENERAL = new NumberShape(0, "General", Kind.GENERAL);

  private enum Kind {
    GENERAL,
    PATTERN,
    SPAN,
    DATE,
    TIME,
    MOMENT
  }

  static NumberShape of(int index, String pattern) {
    return new NumberShape(index, pattern, kind(index, pattern));
  }

  private static Kind kind(int index, String pattern) {
    if (pattern.equals("General") || pattern.isEmpty()) {
      return Kind.GENERAL;
    }
    if (!DateUtil.isADateFormat(index, pattern)) {
      return Kind.PATTERN;
    }
    if (SPAN.matcher(pattern).find()) {
      return Kind.SPAN;
    }
    String letters = QUOTED.matcher(pattern).replaceAll("").toLowerCase(Locale.ROOT);
    boolean hasTime = letters.matches("(?s).*[hs].*");
    boolean hasDate = letters.matches("(?s).*[dy].*") || !hasTime;
    return hasTime ? hasDate ? Kind.MOMENT : Kind.TIME : Kind.DATE;
  }

  /** Throws a {@link RuntimeException} of the library where the pattern does not suit the value. */
  String shown(double value, boolean from1904) {
    return switch (kind) {
      case GENERAL -> CellTexts.shown(value);
      case PATTERN -> FORMATS.formatRawCellContents(value, index, pattern, from1904).strip();
      case SPAN -> CellTexts.span(Math.round(value * SECONDS_A_DAY));
      case DATE, TIME, MOMENT ->
          DateUtil.isValidExcelDate(value)
              ? shown(DateUtil.getLocalDateTime(value, from1904, true))
              : CellTexts.shown(value);
    };
  }

  private String shown(LocalDateTime moment) {
    return switch (kind) {
      case DATE -> moment.toLocalDate().toString();
      case TIME -> CellTexts.time(moment.toLocalTime());
      default -> CellTexts.moment(moment);
    };
  }
}
