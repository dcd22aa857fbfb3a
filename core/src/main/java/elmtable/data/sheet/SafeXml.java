package elmtable.data.sheet;

import java.io.InputStream;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/** XML read as a stream, without document types and what they could pull in from outside. */
final class SafeXml {
  private SafeXml() {}

  static XMLStreamReader reader(InputStream in) throws XMLStreamException {
    XMLInputFactory factory = XMLInputFactory.newFactory();
    factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
    factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
    factory.setProperty(XMLInputFactory.IS_COALESCING, true);
    factory.setXMLReporter(null);
    return factory.createXMLStreamReader(in);
  }

  /** The next event. A document type, or an entity that only one could explain, is refused. */
  static int next(XMLStreamReader xml) throws XMLStreamException {
    int event = xml.next();
    if (event == XMLStreamConstants.DTD || event == XMLStreamConstants.ENTITY_REFERENCE) {
      throw new XMLStreamException("a DTD is not read", xml.getLocation());
    }
    return event;
  }
}
