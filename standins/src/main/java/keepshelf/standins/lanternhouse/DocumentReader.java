package keepshelf.standins.lanternhouse;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javax.xml.XMLConstants;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import org.w3c.dom.Element;
import org.xml.sax.SAXException;

/** Parses a document into nodes; external entities and document types are refused. */
final class DocumentReader {
  private DocumentReader() {}

  static Node read(Path file) throws IOException {
    try (var in = Files.newInputStream(file)) {
      DocumentBuilderFactory f = DocumentBuilderFactory.newDefaultInstance();
      f.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
      f.setFeature("http://apache.org/xml/features/disallow-doctype-decl", true);
      var builder = f.newDocumentBuilder();
      builder.setErrorHandler(null);
      return node(builder.parse(in).getDocumentElement());
    } catch (SAXException | ParserConfigurationException e) {
      throw new IOException("it is not well-formed: " + e.getMessage(), e);
    }
  }

  private static Node node(Element e) {
    Map<String, String> attributes = new LinkedHashMap<>();
    for (int i = 0; i < e.getAttributes().getLength(); i++) {
      var a = e.getAttributes().item(i);
      attributes.put(a.getNodeName(), a.getNodeValue());
    }
    List<Node> children = new ArrayList<>();
    for (var c = e.getFirstChild(); c != null; c = c.getNextSibling()) {
      if (c instanceof Element child) {
        children.add(node(child));
      }
    }
    return new Node(e.getTagName(), attributes, children);
  }
}
