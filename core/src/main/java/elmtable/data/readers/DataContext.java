package elmtable.data.readers;

import elmtable.data.source.ProjectFiles;
import elmtable.language.Block;
import java.util.Optional;

/** What a data set can refer to. */
public interface DataContext {
  ProjectFiles files();

  /** The block of another data set. */
  Optional<Block> set(String name);

  /**
   * A property with its references filled in. Throws {@link BrokenDataException} where one has no
   * value.
   */
  String filled(String written);

  /** Nothing but files. */
  static DataContext of(ProjectFiles files) {
    return new DataContext() {
      @Override
      public ProjectFiles files() {
        return files;
      }

      @Override
      public Optional<Block> set(String name) {
        return Optional.empty();
      }

      @Override
      public String filled(String written) {
        return written;
      }
    };
  }
}
