package elmtable.project;

import elmtable.language.Document.Placed;

/** A named data set. */
public record DataEntry(String path, Placed placed) {
  public String name() {
    return placed.block().name();
  }
}
