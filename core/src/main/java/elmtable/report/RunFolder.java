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

  private RunFolder(Path folder) throws IOException {
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

  @Override
  public synchronized void on(RunEvent event) {
    try {
      lines.write(EventLines.write(event));
      lines.newLine();
      lines.flush();
      results.on(event);
    } catch (IOException full) {
      throw new UncheckedIOException(full);
    }
  }

  @Override
  public synchronized String keep(byte[] content, String suffix) {
    try {
      Path evidence = Files.createDirectories(folder.resolve("evidence"));
      String name = String.format("%04d%s", ++kept, suffix);
      Files.write(evidence.resolve(name), content);
      return "evidence/" + name;
    } catch (IOException full) {
      throw new UncheckedIOException(full);
    }
  }

  @Override
  public synchronized void close() throws IOException {
    results.close();
    lines.close();
  }
}
