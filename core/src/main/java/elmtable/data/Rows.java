package elmtable.data;

import java.util.function.Consumer;

/** Rows one after another, read as they are asked for. */
public interface Rows extends AutoCloseable {
  /**
   * The next row, or null behind the last. Throws {@link BrokenData} where the source cannot be
   * read on.
   */
  DataRow next();

  /**
   * Passes over rows, which may cost less than making them.
   *
   * @param most how many at most
   * @param faults is told what is wrong with a row
   * @return how many there were
   */
  default long pass(long most, Consumer<String> faults) {
    long passed = 0;
    for (; passed < most; passed++) {
      DataRow row = next();
      if (row == null) {
        break;
      }
      if (!row.isSound()) {
        faults.accept(row.fault());
      }
    }
    return passed;
  }

  @Override
  void close();
}
