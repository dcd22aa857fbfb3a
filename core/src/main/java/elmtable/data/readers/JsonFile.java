package elmtable.data.readers;

import com.fasterxml.jackson.core.JacksonException;
import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonPointer;
import com.fasterxml.jackson.core.JsonToken;
import com.fasterxml.jackson.core.exc.StreamConstraintsException;
import com.fasterxml.jackson.databind.ObjectMapper;
import elmtable.data.file.ByteOrderMark;
import elmtable.data.file.FileKind;
import elmtable.data.file.ReaderLimits;
import elmtable.data.file.Unreadable;
import elmtable.data.shaping.Shaping;
import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataRow;
import elmtable.data.source.DataSource;
import elmtable.data.source.ProjectFiles;
import elmtable.data.source.ReadingTime;
import elmtable.data.source.Rows;
import elmtable.formula.CellTexts;
import elmtable.text.Names;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Objects in a JSON file (RFC 8259) at a pointer (RFC 6901), read as a stream: those of an array,
 * or the members of an object, whose names make the first column. The columns are the members of
 * all objects in the order in which they first come; a member that an object lacks, and null, is
 * empty; an object or array inside is its JSON text; true and false are yes and no.
 */
final class JsonFile implements DataSource {
  private static final JsonFactory JSON = new ObjectMapper().getFactory();

  private final ProjectFiles files;
  private final String path;
  private final JsonPointer at;
  private final String nameColumn;
  private List<String> columns;

  /**
   * @param nameColumn the column for the names of named objects
   */
  JsonFile(ProjectFiles files, String path, JsonPointer at, String nameColumn) {
    this.files = files;
    this.path = path;
    this.at = at;
    this.nameColumn = nameColumn;
  }

  @Override
  public synchronized List<String> columns() {
    if (columns == null) {
      Map<String, String> names = new LinkedHashMap<>();
      try (Reading reading = new Reading(List.of())) {
        if (reading.isNamed) {
          names.put(Names.key(nameColumn), nameColumn);
        }
        for (Map<String, String> row = reading.members(); row != null; row = reading.members()) {
          row.keySet().forEach(name -> names.putIfAbsent(Names.key(name), name));
          ReaderLimits.columns(path, names.size());
        }
      }
      columns = List.copyOf(names.values());
    }
    return columns;
  }

  @Override
  public Rows open() {
    return new Reading(columns());
  }

  /** Why and where a file could not be read on, by a parser that may not have been opened. */
  static BrokenDataException unreadable(String path, IOException failed, JsonParser parser) {
    if (failed instanceof StreamConstraintsException) {
      return new BrokenDataException(
          path
              + ", line "
              + parser.currentLocation().getLineNr()
              + ": this is nested too deeply, or a text or number is too long.");
    }
    if (failed instanceof JacksonException json && json.getLocation() != null) {
      return new BrokenDataException(
          path
              + ", line "
              + json.getLocation().getLineNr()
              + ", column "
              + json.getLocation().getColumnNr()
              + ": this is not JSON.");
    }
    return Unreadable.at(path, failed);
  }

  private final class Reading implements Rows {
    private final JsonParser parser;
    private final Map<String, Integer> positions;
    private final boolean isNamed;
    private int number;
    private String name = "";
    private String fault = "";

    Reading(List<String> columns) {
      positions = Shaping.positions(columns);
      JsonParser opened = null;
      try {
        FileKind.of(files, path)
            .ifPresent(kind -> {
              throw new BrokenDataException(path + " cannot be read: it is " + kind + ".");
            });
        opened = JSON.createParser(ByteOrderMark.skip(files.open(path)));
        parser = opened;
        if (!goTo(at)) {
          throw broken(
              at.matches() ? "there is nothing in it" : "there is nothing at “" + at + "”");
        }
        isNamed = parser.currentToken() == JsonToken.START_OBJECT;
        if (!isNamed && parser.currentToken() != JsonToken.START_ARRAY) {
          throw noRecords();
        }
      } catch (IOException failed) {
        throw unreadable(failed, opened);
      }
    }

    private BrokenDataException noRecords() {
      return broken(
          (at.matches() ? "the file" : "what stands at “" + at + "”")
              + " is neither an array of objects nor an object of named ones; name one with “at:"
              + " /pointer”");
    }

    /** Moves to the value that a pointer names. */
    private boolean goTo(JsonPointer pointer) throws IOException {
      parser.nextToken();
      for (JsonPointer rest = pointer; !rest.matches(); rest = rest.tail()) {
        boolean found =
            parser.currentToken() == JsonToken.START_OBJECT
                ? toMember(rest.getMatchingProperty())
                : parser.currentToken() == JsonToken.START_ARRAY && toItem(rest.getMatchingIndex());
        if (!found) {
          return false;
        }
      }
      return parser.currentToken() != null;
    }

    private boolean toMember(String wantedName) throws IOException {
      while (parser.nextToken() == JsonToken.FIELD_NAME) {
        boolean wanted = parser.currentName().equals(wantedName);
        parser.nextToken();
        if (wanted) {
          return true;
        }
        parser.skipChildren();
      }
      return false;
    }

    private boolean toItem(int index) throws IOException {
      for (int i = 0; parser.nextToken() != JsonToken.END_ARRAY; i++) {
        if (i == index) {
          return true;
        }
        parser.skipChildren();
      }
      return false;
    }

    /** The next object's members, or null behind the last. */
    Map<String, String> members() {
      try {
        JsonToken next = parser.nextToken();
        if (next == JsonToken.END_ARRAY || next == JsonToken.END_OBJECT) {
          return null;
        }
        if (next == null) {
          throw broken(isNamed ? "the object does not end" : "the array does not end");
        }
        ReadingTime.check();
        number++;
        fault = "";
        if (isNamed) {
          name = parser.currentName();
          parser.nextToken();
        }
        if (parser.currentToken() == JsonToken.START_OBJECT) {
          return object();
        }
        if (isNamed && number == 1) {
          throw noRecords();
        }
        fault("this is not an object");
        parser.skipChildren();
        return Map.of();
      } catch (IOException failed) {
        throw unreadable(failed, parser);
      }
    }

    private Map<String, String> object() throws IOException {
      Map<String, String> members = new LinkedHashMap<>();
      while (parser.nextToken() == JsonToken.FIELD_NAME) {
        String member = parser.currentName();
        parser.nextToken();
        String cell = cell(member);
        if (members.put(member, cell) != null) {
          fault("a second member has the name “" + member + "”");
        }
        if (isNamed && Names.same(member, nameColumn)) {
          throw broken(
              place()
                  + ": “"
                  + member
                  + "” is a member, and the column of the objects' names; give that another name"
                  + " with “key: …”");
        }
      }
      return members;
    }

    private String place() {
      return "item " + number + ", line " + parser.currentTokenLocation().getLineNr();
    }

    private void fault(String reason) {
      if (fault.isEmpty()) {
        fault = path + ", " + place() + ": " + reason + ".";
      }
    }

    private String cell(String member) throws IOException {
      String cell =
          switch (parser.currentToken()) {
            case VALUE_NULL -> "";
            case VALUE_TRUE, VALUE_FALSE -> CellTexts.truth(parser.getBooleanValue());
            case START_OBJECT, START_ARRAY -> parser.readValueAsTree().toString();
            case VALUE_NUMBER_FLOAT -> number(parser.getText(), member);
            default -> parser.getText();
          };
      String objection = CellTexts.objection(cell);
      if (!objection.isEmpty()) {
        fault(member + ": " + objection);
        return "";
      }
      return cell;
    }

    /** A number as written, but without an exponent. */
    private String number(String written, String member) throws IOException {
      if (written.indexOf('e') < 0 && written.indexOf('E') < 0) {
        return written;
      }
      String plain = CellTexts.plain(parser.getDecimalValue());
      if (plain.isEmpty()) {
        fault(member + ": the number " + written + " has too many digits");
      }
      return plain;
    }

    @Override
    public DataRow next() {
      Map<String, String> members = members();
      if (members == null) {
        return null;
      }
      String[] cells = new String[positions.size()];
      Arrays.fill(cells, "");
      if (isNamed) {
        cells[0] = name;
      }
      Map<Integer, String> taken = new HashMap<>();
      members.forEach((member, value) -> {
        int position = positions.get(Names.key(member));
        if (taken.putIfAbsent(position, member) != null) {
          fault("a second member has the name “" + member + "”");
        }
        cells[position] = value;
      });
      return new DataRow(number, new ArrayList<>(Arrays.asList(cells)), fault, isNamed ? name : "");
    }

    private BrokenDataException unreadable(IOException failed, JsonParser opened) {
      BrokenDataException told = JsonFile.unreadable(path, failed, opened);
      Optional.ofNullable(opened).ifPresent(parser -> close());
      return told;
    }

    private BrokenDataException broken(String reason) {
      close();
      return new BrokenDataException(path + ", " + reason + ".");
    }

    @Override
    public void close() {
      try {
        if (parser != null) {
          parser.close();
        }
      } catch (IOException ignored) {
        // A file that was only read has nothing left to lose.
      }
    }
  }
}
