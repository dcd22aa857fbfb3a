package elmtable.plan;

import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataRow;
import elmtable.data.source.Rows;
import elmtable.project.CaseData;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** The keys of the rows that a case is run with. */
final class RowKeys {
  private RowKeys() {}

  static Set<String> of(List<CaseData.Part> parts, RowChoice chosen) {
    Set<String> keys = new HashSet<>();
    for (CaseData.Part part : parts) {
      if (part.source().isPresent()) {
        add(part, chosen, keys);
      }
    }
    return keys;
  }

  private static void add(CaseData.Part part, RowChoice chosen, Set<String> keys) {
    try (Rows rows = part.source().get().open()) {
      for (DataRow row = rows.next(); row != null; row = rows.next()) {
        if (chosen.has(row) && !row.key().isEmpty()) {
          keys.add(row.key());
        }
      }
    } catch (BrokenDataException broken) {
      // The case carries this as an error of its own; the keys up to there are known.
      return;
    }
  }
}
