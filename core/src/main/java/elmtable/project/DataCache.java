package elmtable.project;

import elmtable.data.DataSource;
import elmtable.data.DataSummary;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/**
 * What reading each file's rows showed, kept over all snapshots of a project until the file or its
 * reading changes.
 */
final class DataCache {
  private static final int MOST = 500;

  private record Key(DataSource source, String version) {}

  private final Map<Key, DataSummary> summaries = new ConcurrentHashMap<>();

  DataSummary summary(DataSource source, String version) {
    if (source.hasTemplates()) {
      return DataSummary.of(source);
    }
    if (summaries.size() > MOST) {
      summaries.clear();
    }
    return summaries.computeIfAbsent(new Key(source, version), key -> DataSummary.of(source));
  }
}
