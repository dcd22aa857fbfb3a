package elmtable.report;

import elmtable.run.event.EvidenceKeeper;
import elmtable.run.event.RunEvent;
import elmtable.run.event.RunListener;
import java.io.BufferedWriter;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;

/**
 * A folder of its own for one run: {@code events.jsonl}, written as the run goes, pictures and page
 * sources under {@code evidence}, and {@code junit.xml} at the end.
 */
public final class RunFolder implements RunListener, EvidenceKeeper, AutoCloseable {
  private static final DateTimeFormatter STAMP = DateTimeFormatter.ofPattern("yyyy-MM-dd-HHmmss");

  private final Path folder;
  private final BufferedWriter lines;
  private final JUnitXml results;
  private int kept;

  /** Why no more was written; null while all was. */
  private IOException unwritten;

  RunFolder(Path folder) throws IOException {
    this.folder = folder;
    this.lines = Files.newBufferedWriter(folder.resolve("events.jsonl"), StandardCharsets.UTF_8);
    this.results = new JUnitXml(folder.resolve("junit.xml"));
  }

  /**
   * Makes a folder for a run inside another: {@code run-} and the time, with a number behind it if
   * need be.
   */
  public static RunFolder in(Path parent) throws IOException {
    String stamp = "run-" + LocalDateTime.now().format(STAMP);
    Path folder = parent.resolve(stamp);
    Files.createDirectories(parent);
    for (int n = 2; Files.exists(folder); n++) {
      folder = parent.resolve(stamp + "-" + n);
    }
    Files.createDirectory(folder);
    return new RunFolder(folder);
  }

  public Path path() {
    return folder;
  }

  /** What comes after a failure is not written: {@link #close} tells of it. */
  @Override
  public synchronized void on(RunEvent event) {
    if (unwritten != null) {
      return;
    }
    try {
      lines.write(EventLines.write(event));
      lines.newLine();
      lines.flush();
      results.on(event);
    } catch (IOException full) {
      unwritten = full;
      throw new UncheckedIOException(full);
    }
  }

  @Override
  public synchronized String keep(byte[] content, String suffix) {
    String name = String.format("evidence/%04d%s", ++kept, suffix);
    Path file = folder.resolve(name);
    try {
      Files.createDirectories(file.getParent());
      Files.write(file, content);
      return name;
    } catch (IOException full) {
      // A part of a picture is worth nothing, and takes room that events need.
      deleteQuietly(file, full);
      throw new UncheckedIOException(name + " cannot be written: " + full.getMessage(), full);
    }
  }

  private static void deleteQuietly(Path file, IOException cause) {
    try {
      Files.deleteIfExists(file);
    } catch (IOException left) {
      cause.addSuppressed(left);
    }
  }

  /** Throws where not all of the run could be written. */
  @Override
  public synchronized void close() throws IOException {
    try (lines) {
      results.close();
    } catch (IOException full) {
      unwritten = unwritten == null ? full : unwritten;
    }
    if (unwritten != null) {
      throw unwritten;
    }
  }
}
