package keepshelf.core.format.materialx;

import java.io.StringWriter;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/** Indented elements; attributes are given as pairs of name and value. */
final class XmlText {
  private final StringWriter out = new StringWriter();
  private final XMLStreamWriter xml;
  private int depth;

  XmlText() {
    try {
      xml = XMLOutputFactory.newDefaultFactory().createXMLStreamWriter(out);
      xml.writeStartDocument("UTF-8", "1.0");
    } catch (XMLStreamException e) {
      throw new IllegalStateException(e);
    }
  }

  void open(String element, String... attributes) {
    write(false, element, attributes);
    depth++;
  }

  void leaf(String element, String... attributes) {
    write(true, element, attributes);
  }

  /** An input with a plain value. */
  void value(String name, String type, String value) {
    leaf("input", "name", name, "type", type, "value", value);
  }

  /** An input that a node of the same level feeds. */
  void from(String name, String type, String node) {
    leaf("input", "name", name, "type", type, "nodename", node);
  }

  private void write(boolean empty, String element, String... attributes) {
    try {
      indent();
      if (empty) {
        xml.writeEmptyElement(element);
      } else {
        xml.writeStartElement(element);
      }
      for (int i = 0; i < attributes.length; i += 2) {
        xml.writeAttribute(attributes[i], attributes[i + 1]);
      }
    } catch (XMLStreamException e) {
      throw new IllegalStateException(e);
    }
  }

  void close() {
    try {
      depth--;
      indent();
      xml.writeEndElement();
    } catch (XMLStreamException e) {
      throw new IllegalStateException(e);
    }
  }

  private void indent() throws XMLStreamException {
    xml.writeCharacters("\n" + "  ".repeat(depth));
  }

  /** The whole document. */
  String text() {
    try {
      xml.writeEndDocument();
      xml.close();
    } catch (XMLStreamException e) {
      throw new IllegalStateException(e);
    }
    return out.append('\n').toString();
  }
}
