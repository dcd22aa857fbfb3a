package elmtable.data.sheet;

/** Reads the rows of one sheet of a spreadsheet, one after another. */
interface SheetReader extends AutoCloseable {
  /**
   * The next row, or null behind the last. Throws {@link BrokenDataException} where the file cannot
   * be read on.
   */
  SheetRow next();

  @Override
  void close();
}
