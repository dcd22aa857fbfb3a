package elmtable.report;

import elmtable.run.event.RunEvent;
import java.io.BufferedReader;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.function.Consumer;
import java.util.stream.Stream;

/** The events of an earlier run, as its folder has them; of a run that was broken off, too. */
record EventFile(Path path) {

  /** Those of all runs whose folders are in another one, the newest first. */
  static List<EventFile> in(Path parent) throws IOException {
    if (!Files.isDirectory(parent)) {
      return List.of();
    }
    try (Stream<Path> runs = Files.list(parent)) {
      return runs.map(run -> run.resolve("events.jsonl"))
          .filter(Files::exists)
          .sorted(Comparator.comparingLong((Path file) -> file.toFile().lastModified()).reversed())
          .map(EventFile::new)
          .toList();
    }
  }

  long bytes() {
    return path.toFile().length();
  }

  /** What tells of whole cases: as they were planned, and how they ended. */
  void cases(Consumer<RunEvent> taker) throws IOException {
    try (BufferedReader lines = Files.newBufferedReader(path, StandardCharsets.UTF_8)) {
      String line = lines.readLine();
      while (line != null) {
        String next = lines.readLine();
        // The rest are steps, of which there are many.
        boolean ofCase = line.contains("\"cases planned\"") || line.contains("\"case finished\"");
        if (ofCase && (next != null || isWhole(line))) {
          taker.accept(EventLines.read(line));
        }
        line = next;
      }
    }
  }

  /** The last line of a run whose process was killed may be cut off. */
  private static boolean isWhole(String line) {
    try {
      EventLines.read(line);
      return true;
    } catch (IllegalArgumentException cut) {
      return false;
    }
  }
}
