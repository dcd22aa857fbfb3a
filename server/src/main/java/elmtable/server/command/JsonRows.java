package elmtable.server.command;

import java.io.PrintWriter;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Writes rows as a JSON array of objects, or as JSON lines, one after another. */
final class JsonRows {
  private final PrintWriter out;
  private final boolean lines;
  private final List<String> columns;
  private boolean first = true;

  JsonRows(PrintWriter out, boolean lines, List<String> columns) {
    this.out = out;
    this.lines = lines;
    this.columns = columns;
    if (!lines) {
      out.print("[");
    }
  }

  void row(List<String> cells) {
    Map<String, String> members = new LinkedHashMap<>();
    for (int c = 0; c < columns.size(); c++) {
      members.put(columns.get(c), cells.get(c));
    }
    object(members);
  }

  private void object(Map<String, String> members) {
    if (lines) {
      out.println(Json.line(members));
    } else {
      out.print((first ? "\n" : ",\n") + Json.line(members));
    }
    first = false;
  }

  /** The last object of a list that is not whole. */
  void breakOff(String reason) {
    object(Map.of("error", reason));
    end();
  }

  void end() {
    if (!lines) {
      out.println("\n]");
    }
  }
}
