package elmtable.server.view;

import elmtable.server.message.KeywordMessages.KeywordView;
import elmtable.server.message.KeywordMessages.OutputView;
import elmtable.server.message.KeywordMessages.ParameterView;
import elmtable.server.message.SheetMessages.CellView;
import elmtable.server.message.SheetMessages.RowView;
import java.io.StringWriter;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/** The reference of a project's keywords as one HTML page, to be printed or put on a web server. */
public final class KeywordPage {
  private static final String STYLE =
      """
      body { font: 15px/1.5 system-ui, sans-serif; color: #23231f; max-width: 60rem; margin: 2rem auto; padding: 0 1rem; }
      h1 { font-size: 1.6rem; } h2 { margin-top: 2.5rem; border-bottom: 2px solid #23231f; }
      article { margin: 1.5rem 0 2rem; break-inside: avoid; } h3 { margin: 0; font-size: 1.1rem; }
      p { margin: .2rem 0 .6rem; white-space: pre-line; } code, td.value { font-family: ui-monospace, monospace; font-size: 13px; }
      table { border-collapse: collapse; margin: .4rem 0 .8rem; } td, th { border-bottom: 1px solid #d8d5cc; padding: .15rem .9rem .15rem 0; text-align: left; vertical-align: top; }
      th { font-weight: 500; color: #5c5a53; font-size: 13px; } nav ul { columns: 3; padding-left: 1.2rem; } a { color: #23633a; }
      small { color: #5c5a53; } @media print { a { color: inherit; text-decoration: none; } }
      """;

  private final XMLStreamWriter html;

  private KeywordPage(XMLStreamWriter html) {
    this.html = html;
  }

  /**
   * @param project its name, for the title
   */
  public static String of(String project, List<KeywordView> keywords) {
    StringWriter text = new StringWriter();
    try {
      XMLStreamWriter html = XMLOutputFactory.newInstance().createXMLStreamWriter(text);
      text.write("<!DOCTYPE html>\n");
      new KeywordPage(html).write("Keywords of " + project, keywords);
      html.flush();
      return text.toString();
    } catch (XMLStreamException impossible) {
      throw new IllegalStateException(impossible);
    }
  }

  private void write(String title, List<KeywordView> keywords) throws XMLStreamException {
    Map<String, List<KeywordView>> groups =
        keywords.stream()
            .collect(
                Collectors.groupingBy(
                    keyword -> (keyword.path() == null ? "Built in: " : "") + keyword.group(),
                    LinkedHashMap::new,
                    Collectors.toList()));
    html.writeStartElement("html");
    html.writeAttribute("lang", "en");
    html.writeStartElement("head");
    html.writeEmptyElement("meta");
    html.writeAttribute("charset", "utf-8");
    element("title", title);
    element("style", STYLE);
    html.writeEndElement();
    html.writeStartElement("body");
    element("h1", title);
    contents(groups);
    for (Map.Entry<String, List<KeywordView>> group : groups.entrySet()) {
      html.writeStartElement("section");
      element("h2", group.getKey());
      for (KeywordView keyword : group.getValue()) {
        keyword(keyword);
      }
      html.writeEndElement();
    }
    html.writeEndElement();
    html.writeEndElement();
  }

  private void contents(Map<String, List<KeywordView>> groups) throws XMLStreamException {
    html.writeStartElement("nav");
    for (Map.Entry<String, List<KeywordView>> group : groups.entrySet()) {
      element("strong", group.getKey());
      html.writeStartElement("ul");
      for (KeywordView keyword : group.getValue()) {
        html.writeStartElement("li");
        html.writeStartElement("a");
        html.writeAttribute("href", "#" + anchor(keyword));
        html.writeCharacters(keyword.name());
        html.writeEndElement();
        html.writeEndElement();
      }
      html.writeEndElement();
    }
    html.writeEndElement();
  }

  private static String anchor(KeywordView keyword) {
    return (keyword.path() == null ? "built-in-" : "") + keyword.name().replaceAll("\\s+", "-");
  }

  private void keyword(KeywordView keyword) throws XMLStreamException {
    html.writeStartElement("article");
    html.writeAttribute("id", anchor(keyword));
    element("h3", keyword.name());
    if (!keyword.note().isEmpty()) {
      element("p", keyword.note());
    }
    for (String phrase : keyword.phrases()) {
      html.writeStartElement("p");
      element("small", "also said as ");
      element("code", phrase);
      html.writeEndElement();
    }
    takes(keyword.takes());
    gives(keyword.gives());
    steps(keyword.steps());
    html.writeEndElement();
  }

  private void takes(List<ParameterView> takes) throws XMLStreamException {
    if (takes.isEmpty()) {
      return;
    }
    head("takes", "kind", "if left out", "note");
    for (ParameterView parameter : takes) {
      String fallback =
          parameter.kind().equals("secret") && !parameter.fallback().isEmpty()
              ? "•••"
              : parameter.optional() && parameter.fallback().isEmpty()
                  ? "nothing"
                  : parameter.fallback();
      row(parameter.name(), parameter.kind(), fallback, parameter.note());
    }
    html.writeEndElement();
  }

  private void gives(List<OutputView> gives) throws XMLStreamException {
    if (gives.isEmpty()) {
      return;
    }
    head("gives", "kind", "note");
    for (OutputView output : gives) {
      row(output.name(), output.kind(), output.note());
    }
    html.writeEndElement();
  }

  private void steps(List<RowView> steps) throws XMLStreamException {
    if (steps.isEmpty()) {
      return;
    }
    head("steps");
    for (RowView step : steps) {
      row(step.cells().stream().map(CellView::source).toArray(String[]::new));
    }
    html.writeEndElement();
  }

  private void head(String... words) throws XMLStreamException {
    html.writeStartElement("table");
    html.writeStartElement("tr");
    for (String word : words) {
      element("th", word);
    }
    html.writeEndElement();
  }

  private void row(String... cells) throws XMLStreamException {
    html.writeStartElement("tr");
    for (String cell : cells) {
      element("td", cell);
    }
    html.writeEndElement();
  }

  private void element(String name, String text) throws XMLStreamException {
    html.writeStartElement(name);
    html.writeCharacters(text);
    html.writeEndElement();
  }
}
