package elmtable.data.file;

import elmtable.data.source.BrokenDataException;
import java.io.FileNotFoundException;
import java.io.IOException;
import java.nio.file.NoSuchFileException;
import java.util.zip.ZipException;
import javax.xml.stream.XMLStreamException;
import org.xml.sax.SAXParseException;

/**
 * Says in our own words why a library could not read a file. What a library throws is meant for its
 * programmer, and names switches that nobody here can turn.
 */
public final class Unreadable {
  private Unreadable() {}

  /**
   * @param place file, and part or row of it
   */
  public static BrokenDataException at(String place, Throwable failed) {
    return failed instanceof BrokenDataException broken
        ? broken
        : new BrokenDataException(place + " cannot be read: " + reason(failed) + ".");
  }

  public static String reason(Throwable failed) {
    for (Throwable each = failed; each != null; each = causeOf(each)) {
      String known = known(each);
      if (!known.isEmpty()) {
        return known;
      }
    }
    return "it is damaged";
  }

  private static Throwable causeOf(Throwable failed) {
    return failed.getCause() == null && failed instanceof XMLStreamException xml
        ? xml.getNestedException()
        : failed.getCause();
  }

  private static String known(Throwable failed) {
    String message = String.valueOf(failed.getMessage());
    if (message.contains("DOCTYPE") || message.contains("DTD")) {
      return "it has a document type, which is not read";
    }
    if (message.contains("Zip bomb") || failed instanceof InflationGuard.TooMuchException) {
      return "it unpacks to far more than it takes, and is not read on";
    }
    return switch (failed) {
      case ZipException damaged -> "it is no archive, or a damaged one";
      case XMLStreamException xml
          when xml.getLocation() != null && xml.getNestedException() == null ->
          xml(xml.getLocation().getLineNumber(), xml.getLocation().getColumnNumber());
      case SAXParseException xml -> xml(xml.getLineNumber(), xml.getColumnNumber());
      case FileNotFoundException missing -> "there is no such file";
      case NoSuchFileException missing -> "there is no such file";
      case StackOverflowError deep -> "it is nested too deeply";
      case IOException other when other.getClass() == IOException.class && isOurs(message) ->
          message;
      default -> "";
    };
  }

  private static boolean isOurs(String message) {
    return message.startsWith("it ");
  }

  private static String xml(int line, int column) {
    return line > 0
        ? "its XML is wrong or breaks off in line " + line + ", column " + column
        : "its XML is wrong or breaks off";
  }
}
