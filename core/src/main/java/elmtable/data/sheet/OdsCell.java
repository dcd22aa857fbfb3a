package elmtable.data.sheet;

import elmtable.formula.CellTexts;
import elmtable.formula.Value;
import elmtable.formula.Values;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/**
 * One cell of an OpenDocument sheet: what its attributes say, and the text that it shows.
 *
 * @param type such as {@code float} or {@code date}, or the empty text
 * @param formula whether its value was worked out
 */
record OdsCell(
    String type,
    String number,
    String date,
    String time,
    String truth,
    boolean formula,
    String shown) {
  private static final String OFFICE = "urn:oasis:names:tc:opendocument:xmlns:office:1.0";
  private static final String TEXT = "urn:oasis:names:tc:opendocument:xmlns:text:1.0";
  private static final String EXTENDED =
      "urn:org:documentfoundation:names:experimental:calc:xmlns:calcext:1.0";
  private static final Pattern ERROR = Pattern.compile("#[A-Z0-9/]+[!?]?|Err:\\d+");
  private static final Pattern TIME =
      Pattern.compile("\\d{1,2}:\\d\\d(:\\d\\d)?( ?[AP]M)?", Pattern.CASE_INSENSITIVE);
  private static final int MOST_BLANKS = 100_000;

  /** Reads from the start of a cell's element to its end. */
  static OdsCell read(XMLStreamReader xml) throws XMLStreamException {
    String type = attribute(xml, OFFICE, "value-type");
    if (attribute(xml, EXTENDED, "value-type").equals("error")) {
      type = "error";
    }
    String number = attribute(xml, OFFICE, "value");
    String date = attribute(xml, OFFICE, "date-value");
    String time = attribute(xml, OFFICE, "time-value");
    String truth = attribute(xml, OFFICE, "boolean-value");
    boolean formula = xml.getAttributeValue(OdsReader.TABLE, "formula") != null;
    return new OdsCell(type, number, date, time, truth, formula, shown(xml));
  }

  private static String attribute(XMLStreamReader xml, String namespace, String name) {
    return Optional.ofNullable(xml.getAttributeValue(namespace, name)).orElse("");
  }

  /** The paragraphs of a cell, without its notes and without readings beside the text. */
  private static String shown(XMLStreamReader xml) throws XMLStreamException {
    StringBuilder shown = new StringBuilder();
    int paragraphs = 0;
    int depth = 1;
    int aside = 0;
    while (depth > 0 && xml.hasNext()) {
      switch (SafeXml.next(xml)) {
        case XMLStreamConstants.START_ELEMENT -> {
          depth++;
          String name = xml.getLocalName();
          aside += isAside(name) ? 1 : 0;
          if (aside == 0 && name.equals("p") && paragraphs++ > 0) {
            shown.append('\n');
          } else if (aside == 0 && paragraphs > 0) {
            shown.append(special(xml, name));
          }
        }
        case XMLStreamConstants.END_ELEMENT -> {
          depth--;
          aside -= depth > 0 && isAside(xml.getLocalName()) ? 1 : 0;
        }
        case XMLStreamConstants.CHARACTERS -> {
          if (aside == 0 && paragraphs > 0) {
            shown.append(xml.getText());
          }
        }
        default -> {}
      }
    }
    return shown.toString();
  }

  private static boolean isAside(String name) {
    return name.equals("annotation") || name.equals("ruby-text");
  }

  /** Blanks, tabs and line breaks have elements of their own. */
  private static String special(XMLStreamReader xml, String name) {
    return switch (name) {
      case "s" -> {
        String count = xml.getAttributeValue(TEXT, "c");
        int blanks = count != null && count.matches("\\d{1,6}") ? Integer.parseInt(count) : 1;
        yield " ".repeat(Math.min(blanks, MOST_BLANKS));
      }
      case "tab" -> "\t";
      case "line-break" -> "\n";
      default -> "";
    };
  }

  /** What is wrong with it, as the end of a sentence, or the empty text. */
  String error() {
    boolean failed = type.equals("error") || formula && ERROR.matcher(shown).matches();
    return failed ? "the cell holds the error " + shown : "";
  }

  String value() {
    return switch (type) {
      case "boolean" -> CellTexts.truth(truth.equals("true"));
      case "date" -> shownDate();
      case "time" -> shownTime();
      case "float", "currency", "percentage" -> shownNumber();
      default -> shown;
    };
  }

  private String shownNumber() {
    boolean exponent = shown.toLowerCase(Locale.ROOT).matches("[-+]?[\\d.,]+e[-+]?\\d+");
    if (!shown.isEmpty() && !exponent) {
      return shown;
    }
    try {
      return CellTexts.shown(Double.parseDouble(number));
    } catch (NumberFormatException noNumber) {
      return shown;
    }
  }

  private String shownDate() {
    if (Values.date(Value.of(date)).isPresent()) {
      return date;
    }
    try {
      LocalDateTime moment = LocalDateTime.parse(date);
      if (TIME.matcher(shown.strip()).matches()) {
        return CellTexts.time(moment.toLocalTime());
      }
      return shown.isEmpty() || shown.indexOf(':') >= 0
          ? CellTexts.moment(moment)
          : moment.toLocalDate().toString();
    } catch (DateTimeException noMoment) {
      return shown;
    }
  }

  private String shownTime() {
    try {
      long seconds = Duration.parse(time).toSeconds();
      return seconds >= 0 && seconds < Duration.ofDays(1).toSeconds()
          ? CellTexts.time(LocalTime.ofSecondOfDay(seconds))
          : CellTexts.span(seconds);
    } catch (DateTimeException noTime) {
      return shown;
    }
  }
}
