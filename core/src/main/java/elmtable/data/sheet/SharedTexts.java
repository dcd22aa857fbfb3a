package elmtable.data.sheet;

import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/** The texts that a workbook's cells name by number (ECMA-376 part 1, 18.4.9). */
final class SharedTexts {
  /** A character that XML cannot hold, by its number (ECMA-376 part 1, 22.9.2.19). */
  private static final Pattern ESCAPED = Pattern.compile("_x([0-9A-Fa-f]{4})_");

  private SharedTexts() {}

  /** All texts in their order; phonetic readings beside them are passed over. */
  static List<String> read(InputStream in) throws XMLStreamException {
    List<String> texts = new ArrayList<>();
    XMLStreamReader xml = SafeXml.reader(in);
    StringBuilder text = new StringBuilder();
    int phonetic = 0;
    while (xml.hasNext()) {
      int event = SafeXml.next(xml);
      if (event == XMLStreamConstants.START_ELEMENT) {
        switch (xml.getLocalName()) {
          case "si" -> text.setLength(0);
          case "rPh" -> phonetic++;
          case "t" -> text.append(phonetic == 0 ? xml.getElementText() : "");
          default -> {}
        }
      } else if (event == XMLStreamConstants.END_ELEMENT) {
        switch (xml.getLocalName()) {
          case "si" -> texts.add(decoded(text.toString()));
          case "rPh" -> phonetic--;
          default -> {}
        }
      }
    }
    return texts;
  }

  static String decoded(String text) {
    return text.contains("_x")
        ? ESCAPED
            .matcher(text)
            .replaceAll(found ->
                Matcher.quoteReplacement(
                    Character.toString((char) Integer.parseInt(found.group(1), 16))))
        : text;
  }
}
