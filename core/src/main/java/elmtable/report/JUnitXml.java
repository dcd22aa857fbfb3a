package elmtable.report;

import elmtable.run.event.Failure;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/** A run's outcome in the XML form that JUnit's Ant task introduced and that build servers read. */
final class JUnitXml {
  private JUnitXml() {}

  static void write(List<RunEvent> events, Path file) throws IOException {
    try (OutputStream out = Files.newOutputStream(file)) {
      XMLStreamWriter xml = XMLOutputFactory.newInstance().createXMLStreamWriter(out, "UTF-8");
      xml.writeStartDocument("UTF-8", "1.0");
      suites(events, xml);
      xml.writeEndDocument();
      xml.close();
    } catch (XMLStreamException broken) {
      throw new IOException(broken);
    }
  }

  private static void suites(List<RunEvent> events, XMLStreamWriter xml) throws XMLStreamException {
    Map<Integer, RunEvent.CaseFinished> finished = new LinkedHashMap<>();
    Map<String, List<RunEvent.Planned>> bySuite = new LinkedHashMap<>();
    String run = "";
    for (RunEvent event : events) {
      if (event instanceof RunEvent.RunStarted started) {
        run = started.run();
        started
            .cases()
            .forEach(c -> bySuite.computeIfAbsent(c.suite(), s -> new ArrayList<>()).add(c));
      } else if (event instanceof RunEvent.CaseFinished done) {
        finished.put(done.number(), done);
      }
    }
    newLine(xml, 0);
    xml.writeStartElement("testsuites");
    xml.writeAttribute("name", run);
    for (Map.Entry<String, List<RunEvent.Planned>> suite : bySuite.entrySet()) {
      suite(suite.getKey(), suite.getValue(), finished, xml);
    }
    newLine(xml, 0);
    xml.writeEndElement();
  }

  private static void suite(
      String name,
      List<RunEvent.Planned> cases,
      Map<Integer, RunEvent.CaseFinished> finished,
      XMLStreamWriter xml)
      throws XMLStreamException {
    int[] counts = new int[3];
    double millis = 0;
    for (RunEvent.Planned planned : cases) {
      RunEvent.CaseFinished done = finished.get(planned.number());
      millis += done == null ? 0 : done.millis();
      switch (element(done)) {
        case "failure" -> counts[0]++;
        case "error" -> counts[1]++;
        case "skipped" -> counts[2]++;
        default -> {}
      }
    }
    newLine(xml, 1);
    xml.writeStartElement("testsuite");
    xml.writeAttribute("name", clean(name));
    xml.writeAttribute("tests", String.valueOf(cases.size()));
    xml.writeAttribute("failures", String.valueOf(counts[0]));
    xml.writeAttribute("errors", String.valueOf(counts[1]));
    xml.writeAttribute("skipped", String.valueOf(counts[2]));
    xml.writeAttribute("time", seconds(millis));
    for (RunEvent.Planned planned : cases) {
      testCase(planned, finished.get(planned.number()), xml);
    }
    newLine(xml, 1);
    xml.writeEndElement();
  }

  private static void testCase(
      RunEvent.Planned planned, RunEvent.CaseFinished done, XMLStreamWriter xml)
      throws XMLStreamException {
    newLine(xml, 2);
    xml.writeStartElement("testcase");
    xml.writeAttribute("classname", clean(planned.suite()));
    xml.writeAttribute("name", clean(planned.name()));
    xml.writeAttribute("file", planned.document());
    xml.writeAttribute("line", String.valueOf(planned.line()));
    xml.writeAttribute("time", seconds(done == null ? 0 : done.millis()));
    String element = element(done);
    if (!element.isEmpty()) {
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
    xml.writeEndElement();
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
}
