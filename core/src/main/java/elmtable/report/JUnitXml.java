package elmtable.report;

import elmtable.run.event.Failure;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.LongArrayList;
import java.io.BufferedOutputStream;
import java.io.ByteArrayOutputStream;
import java.io.Closeable;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.RandomAccessFile;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/**
 * A run's outcome in the XML form that JUnit's Ant task introduced and that build servers read.
 * Each case is written to a file beside when it ends, and put under its suite at the end, so that a
 * million cases take sixteen bytes each.
 */
final class JUnitXml implements Closeable {
  private static final XMLOutputFactory FACTORY = XMLOutputFactory.newInstance();

  private final Path file;
  private final Path parts;
  private final OutputStream partsOut;
  private final Map<Integer, RunEvent.Planned> open = new TreeMap<>();
  private final Map<String, Suite> suites = new LinkedHashMap<>();
  private String run = "";
  private long written;

  /** What is known of a suite: its counts, and where its cases lie. */
  private static final class Suite {
    private final LongArrayList starts = new LongArrayList();
    private final IntArrayList lengths = new IntArrayList();
    private int failures;
    private int errors;
    private int skipped;
    private double millis;
  }

  /**
   * @param file what is written at the end
   */
  JUnitXml(Path file) throws IOException {
    this.file = file;
    this.parts = file.resolveSibling(file.getFileName() + ".part");
    this.partsOut = new BufferedOutputStream(Files.newOutputStream(parts));
  }

  void on(RunEvent event) throws IOException {
    switch (event) {
      case RunEvent.RunStarted started -> run = started.run();
      case RunEvent.CasesPlanned planned -> {
        for (RunEvent.Planned one : planned.cases()) {
          open.put(one.number(), one);
          suites.computeIfAbsent(one.suite(), name -> new Suite());
        }
      }
      case RunEvent.CaseFinished done -> {
        RunEvent.Planned planned = open.remove(done.number());
        if (planned != null) {
          add(planned, done);
        }
      }
      case RunEvent.RunFinished finished -> finish();
      default -> {}
    }
  }

  private void add(RunEvent.Planned planned, RunEvent.CaseFinished done) throws IOException {
    Suite suite = suites.get(planned.suite());
    suite.millis += done == null ? 0 : done.millis();
    switch (element(done)) {
      case "failure" -> suite.failures++;
      case "error" -> suite.errors++;
      case "skipped" -> suite.skipped++;
      default -> {}
    }
    byte[] part = testCase(planned, done);
    suite.starts.add(written);
    suite.lengths.add(part.length);
    partsOut.write(part);
    written += part.length;
  }

  private void finish() throws IOException {
    for (RunEvent.Planned never : open.values()) {
      add(never, null);
    }
    open.clear();
    partsOut.flush();
    try (RandomAccessFile from = new RandomAccessFile(parts.toFile(), "r");
        OutputStream out = new BufferedOutputStream(Files.newOutputStream(file))) {
      write(out, "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n" + start("testsuites", run));
      for (Map.Entry<String, Suite> suite : suites.entrySet()) {
        suite(suite.getKey(), suite.getValue(), from, out);
      }
      write(out, "\n</testsuites>");
    }
  }

  private static void suite(String name, Suite suite, RandomAccessFile from, OutputStream out)
      throws IOException {
    write(
        out,
        "\n  "
            + start(
                "testsuite",
                name,
                "tests",
                String.valueOf(suite.starts.size()),
                "failures",
                String.valueOf(suite.failures),
                "errors",
                String.valueOf(suite.errors),
                "skipped",
                String.valueOf(suite.skipped),
                "time",
                seconds(suite.millis)));
    for (int i = 0; i < suite.starts.size(); i++) {
      // Cases that ended one after another are read at once.
      long start = suite.starts.getLong(i);
      int length = suite.lengths.getInt(i);
      while (i + 1 < suite.starts.size()
          && suite.starts.getLong(i + 1) == start + length
          && length < 1 << 16) {
        i++;
        length += suite.lengths.getInt(i);
      }
      byte[] part = new byte[length];
      from.seek(start);
      from.readFully(part);
      out.write(part);
    }
    write(out, "\n  </testsuite>");
  }

  private static void write(OutputStream out, String text) throws IOException {
    out.write(text.getBytes(StandardCharsets.UTF_8));
  }

  /** An element's start, with its name and other attributes. */
  private static String start(String element, String name, String... attributes)
      throws IOException {
    String whole =
        fragment(xml -> {
          xml.writeStartElement(element);
          xml.writeAttribute("name", clean(name));
          for (int i = 0; i < attributes.length; i += 2) {
            xml.writeAttribute(attributes[i], attributes[i + 1]);
          }
          xml.writeCharacters("");
        });
    return whole.endsWith(">") ? whole : whole + ">";
  }

  private interface Fragment {
    void write(XMLStreamWriter xml) throws XMLStreamException;
  }

  private static String fragment(Fragment fragment) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (Writer out = new OutputStreamWriter(bytes, StandardCharsets.UTF_8)) {
      XMLStreamWriter xml = FACTORY.createXMLStreamWriter(out);
      fragment.write(xml);
      xml.flush();
    } catch (XMLStreamException broken) {
      throw new IOException(broken);
    }
    return bytes.toString(StandardCharsets.UTF_8);
  }

  private static byte[] testCase(RunEvent.Planned planned, RunEvent.CaseFinished done)
      throws IOException {
    return fragment(
            xml -> {
              newLine(xml, 2);
              xml.writeStartElement("testcase");
              xml.writeAttribute("classname", clean(planned.suite()));
              xml.writeAttribute("name", clean(planned.name()));
              xml.writeAttribute("file", planned.document());
              xml.writeAttribute("line", String.valueOf(planned.line()));
              xml.writeAttribute("time", seconds(done == null ? 0 : done.millis()));
              reason(done, xml);
              xml.writeEndElement();
            })
        .getBytes(StandardCharsets.UTF_8);
  }

  private static void reason(RunEvent.CaseFinished done, XMLStreamWriter xml)
      throws XMLStreamException {
    String element = element(done);
    if (element.isEmpty()) {
      return;
    }
    Failure failure = done == null ? null : done.failure();
    newLine(xml, 3);
    xml.writeStartElement(element);
    xml.writeAttribute("message", failure == null ? "It did not run." : clean(failure.message()));
    if (failure != null && failure.wanted() != null) {
      xml.writeCharacters(clean("wanted: " + failure.wanted() + "\nfound: " + failure.found()));
    }
    xml.writeEndElement();
    newLine(xml, 2);
  }

  private static String element(RunEvent.CaseFinished done) {
    Outcome outcome = done == null ? Outcome.NOT_RUN : done.outcome();
    return switch (outcome) {
      case PASSED -> "";
      case FAILED -> "failure";
      case ERROR -> "error";
      case BLOCKED, SKIPPED, NOT_RUN -> "skipped";
    };
  }

  private static String seconds(double millis) {
    return String.format(Locale.ROOT, "%.3f", millis / 1000);
  }

  /** XML 1.0 has no place for most control characters, not even as references. */
  private static String clean(String text) {
    return text.codePoints()
        .filter(c -> c >= ' ' || c == '\n' || c == '\t' || c == '\r')
        .filter(c -> c != 0xFFFE && c != 0xFFFF)
        .collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append)
        .toString();
  }

  private static void newLine(XMLStreamWriter xml, int depth) throws XMLStreamException {
    xml.writeCharacters("\n" + "  ".repeat(depth));
  }

  @Override
  public void close() throws IOException {
    partsOut.close();
    Files.deleteIfExists(parts);
  }
}
