package elmtable.data.readers;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonToken;
import elmtable.data.file.ByteOrderMark;
import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataRow;
import elmtable.data.source.ProjectFiles;
import elmtable.data.source.Rows;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;

/**
 * The parts of a file that have rows of their own: tables, arrays of objects. All of these throw
 * {@link BrokenDataException} where it cannot be read.
 */
public final class FileParts {
  private static final JsonFactory JSON = new JsonFactory();

  /** So far inside of each other arrays are looked for. */
  private static final int DEEPEST = 4;

  private static final String TABLES =
      "select name from sqlite_schema where type in ('table', 'view') and name not like 'sqlite\\_%'"
          + " escape '\\' order by name";

  private FileParts() {}

  /** The names of an SQLite file's tables and views. */
  public static List<String> tables(ProjectFiles files, String path) {
    List<String> names = new ArrayList<>();
    try (Rows rows = new QueryRows(files, path, "", TABLES).open()) {
      for (DataRow row = rows.next(); row != null; row = rows.next()) {
        names.add(row.cells().get(0));
      }
    }
    return names;
  }

  /** JSON pointers (RFC 6901) to arrays of objects and to objects of named ones. */
  public static List<String> records(ProjectFiles files, String path) {
    List<String> found = new ArrayList<>();
    JsonParser opened = null;
    try (JsonParser json = JSON.createParser(ByteOrderMark.skip(files.open(path)))) {
      opened = json;
      json.nextToken();
      look(json, "", 0, found);
      return found;
    } catch (IOException failed) {
      throw JsonFile.unreadable(path, failed, opened);
    }
  }

  /** Looks at the value that the parser stands on, and leaves the parser at its end. */
  private static void look(JsonParser json, String pointer, int depth, List<String> found)
      throws IOException {
    if (json.currentToken() == JsonToken.START_ARRAY) {
      if (json.nextToken() == JsonToken.START_OBJECT) {
        found.add(pointer);
      }
      while (json.currentToken() != JsonToken.END_ARRAY && json.currentToken() != null) {
        json.skipChildren();
        json.nextToken();
      }
    } else if (json.currentToken() == JsonToken.START_OBJECT && depth < DEEPEST) {
      lookInside(json, pointer, depth, found);
    } else {
      json.skipChildren();
    }
  }

  private static void lookInside(JsonParser json, String pointer, int depth, List<String> found)
      throws IOException {
    int before = found.size();
    int objects = 0;
    int members = 0;
    while (json.nextToken() == JsonToken.FIELD_NAME) {
      String member = json.currentName().replace("~", "~0").replace("/", "~1");
      members++;
      objects += json.nextToken() == JsonToken.START_OBJECT ? 1 : 0;
      look(json, pointer + "/" + member, depth + 1, found);
    }
    // Objects in which there are lists are no rows themselves.
    if (members > 1 && objects == members && found.size() == before) {
      found.add(pointer);
    }
  }
}
