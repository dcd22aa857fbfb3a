package elmtable.data;

import java.util.List;

/** Where rows come from. Opening it twice gives the same rows. */
public interface DataSource {
  /** The names of the columns. Throws {@link BrokenData} where they cannot be read. */
  List<String> columns();

  /** Whether cells may hold references, as in rows typed in; cells of files are plain text. */
  boolean hasTemplates();

  /** From the first row on. Throws {@link BrokenData} where the source cannot be opened. */
  Rows open();
}
