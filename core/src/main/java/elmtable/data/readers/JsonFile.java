package elmtable.data.readers;

import com.fasterxml.jackson.core.JacksonException;
import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonPointer;
import com.fasterxml.jackson.core.JsonToken;
import com.fasterxml.jackson.databind.ObjectMapper;
import elmtable.data.shaping.Shaping;
import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataRow;
import elmtable.data.source.DataSource;
import elmtable.data.source.ProjectFiles;
import elmtable.data.source.Rows;
import elmtable.text.Names;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * An array of objects in a JSON file (RFC 8259), at a pointer (RFC 6901), read as a stream. The
 * columns are the members of all objects in the order in which they first come; a member that an
 * object lacks, and null, is empty; an object or array inside is its JSON text; true and false are
 * yes and no.
 */
final class JsonFile implements DataSource {
  private static final JsonFactory JSON = new ObjectMapper().getFactory();

  private final ProjectFiles files;
  private final String path;
  private final JsonPointer at;
  private List<String> columns;

  JsonFile(ProjectFiles files, String path, JsonPointer at) {
    this.files = files;
    this.path = path;
    this.at = at;
  }

  @Override
  public synchronized List<String> columns() {
    if (columns == null) {
      Map<String, String> names = new LinkedHashMap<>();
      try (Reading reading = new Reading(List.of())) {
        for (Map<String, String> row = reading.members(); row != null; row = reading.members()) {
          row.keySet().forEach(name -> names.putIfAbsent(Names.key(name), name));
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

  private final class Reading implements Rows {
    private final JsonParser parser;
    private final Map<String, Integer> positions;
    private int number;
    private String fault = "";

    Reading(List<String> columns) {
      positions = Shaping.positions(columns);
      JsonParser opened = null;
      try {
        opened = JSON.createParser(ByteOrderMark.skip(files.open(path)));
        parser = opened;
        if (!goTo(at)) {
          throw broken("there is nothing at “" + at + "”");
        }
        if (parser.currentToken() != JsonToken.START_ARRAY) {
          throw broken(
              (at.matches() ? "the file" : "what stands at “" + at + "”")
                  + " is not an array of objects; name one with “at: /pointer”");
        }
      } catch (IOException failed) {
        throw unreadable(failed, opened);
      }
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

    private boolean toMember(String name) throws IOException {
      while (parser.nextToken() == JsonToken.FIELD_NAME) {
        boolean wanted = parser.currentName().equals(name);
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
        if (parser.nextToken() == JsonToken.END_ARRAY) {
          return null;
        }
        if (parser.currentToken() == null) {
          throw broken("the array does not end");
        }
        number++;
        fault = "";
        Map<String, String> members = new LinkedHashMap<>();
        if (parser.currentToken() != JsonToken.START_OBJECT) {
          fault =
              path
                  + ", item "
                  + number
                  + ", line "
                  + parser.currentTokenLocation().getLineNr()
                  + ": this is not an object.";
          parser.skipChildren();
          return members;
        }
        while (parser.nextToken() == JsonToken.FIELD_NAME) {
          String name = parser.currentName();
          parser.nextToken();
          members.put(name, cell());
        }
        return members;
      } catch (IOException failed) {
        throw unreadable(failed, parser);
      }
    }

    private String cell() throws IOException {
      return switch (parser.currentToken()) {
        case VALUE_NULL -> "";
        case VALUE_TRUE -> "yes";
        case VALUE_FALSE -> "no";
        case START_OBJECT, START_ARRAY -> parser.readValueAsTree().toString();
        default -> parser.getText();
      };
    }

    @Override
    public DataRow next() {
      Map<String, String> members = members();
      if (members == null) {
        return null;
      }
      String[] cells = new String[positions.size()];
      Arrays.fill(cells, "");
      Map<Integer, String> taken = new HashMap<>();
      members.forEach((name, value) -> {
        int position = positions.get(Names.key(name));
        if (taken.putIfAbsent(position, name) != null && fault.isEmpty()) {
          fault = path + ", item " + number + ": a second member has the name “" + name + "”.";
        }
        cells[position] = value;
      });
      return new DataRow(number, new ArrayList<>(Arrays.asList(cells)), fault);
    }

    private BrokenDataException unreadable(IOException failed, JsonParser opened) {
      if (failed instanceof JacksonException json && json.getLocation() != null) {
        return broken(
            "line "
                + json.getLocation().getLineNr()
                + ", column "
                + json.getLocation().getColumnNr()
                + ": this is not JSON ("
                + json.getOriginalMessage()
                + ")");
      }
      if (opened != null) {
        close();
      }
      return new BrokenDataException(path + " cannot be read: " + failed.getMessage() + ".");
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
