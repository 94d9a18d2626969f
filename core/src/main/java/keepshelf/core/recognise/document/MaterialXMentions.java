package keepshelf.core.recognise.document;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.xml.XMLConstants;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.found.SourceFile;
import org.jspecify.annotations.Nullable;
import org.w3c.dom.Element;
import org.w3c.dom.Node;
import org.w3c.dom.NodeList;
import org.xml.sax.SAXException;
import org.xml.sax.helpers.DefaultHandler;

/** Follows each input of each surface in a MaterialX document up to the pictures it comes from. */
final class MaterialXMentions {
  private static final int DEEPEST = 40;

  private final SourceFile document;
  private final MentionCollector to;
  private final Map<String, Element> nodes = new HashMap<>();
  private final List<Element> shaders = new ArrayList<>();
  private final Set<Step> followed = new HashSet<>();

  MaterialXMentions(SourceFile document, MentionCollector to) {
    this.document = document;
    this.to = to;
  }

  void read(byte[] bytes) throws IOException {
    Element root;
    try {
      DocumentBuilderFactory f = DocumentBuilderFactory.newDefaultInstance();
      f.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
      f.setFeature("http://apache.org/xml/features/disallow-doctype-decl", true);
      f.setXIncludeAware(false);
      f.setExpandEntityReferences(false);
      var builder = f.newDocumentBuilder();
      // Without one the parser prints what it finds.
      builder.setErrorHandler(new DefaultHandler());
      root = builder.parse(new ByteArrayInputStream(bytes)).getDocumentElement();
    } catch (ParserConfigurationException | SAXException e) {
      throw new IOException(e);
    }
    collect(root, "");
    for (Element s : shaders) {
      for (Element input : inputs(s)) {
        MapRole role =
            s.getTagName().equals("displacement")
                ? input.getAttribute("name").equals("displacement") ? MapRole.HEIGHT : null
                : MaterialDocuments.role(input.getAttribute("name"));
        if (role != null) {
          followed.clear();
          follow(input, scope(s), new Trail(role, null, false), material(root, s), 0);
        }
      }
    }
  }

  /** The name of the material that a shader belongs to, else the shader's own. */
  private static String material(Element root, Element shader) {
    String name = shader.getAttribute("name");
    for (Element m : children(root)) {
      boolean uses =
          m.getTagName().equals("surfacematerial")
              && inputs(m).stream().anyMatch(i -> i.getAttribute("nodename").equals(name));
      if (uses) {
        return m.getAttribute("name");
      }
    }
    return name;
  }

  private void collect(Element parent, String scope) {
    for (Element e : children(parent)) {
      String name = e.getAttribute("name");
      String type = e.getAttribute("type");
      if (e.getTagName().equals("nodegraph")) {
        nodes.put(name, e);
        collect(e, name);
      } else if (!e.getTagName().equals("nodedef")) {
        nodes.put(scope + "/" + name, e);
        if (type.equals("surfaceshader") || type.equals("displacementshader")) {
          shaders.add(e);
          relief(e);
        }
        size(e);
      }
    }
  }

  private void relief(Element e) {
    if (e.getTagName().equals("displacement")) {
      number(value(e, "scale")).ifPresent(v -> to.reliefMetres = v);
    }
  }

  private void size(Element e) {
    String size = value(e, "realworldimagesize");
    if (size != null) {
      number(size.split(",")[0]).ifPresent(v -> to.tileMetres = v);
    }
  }

  private static java.util.Optional<Double> number(@Nullable String s) {
    try {
      double v = s == null ? 0 : Double.parseDouble(s.trim());
      return v > 0 && v < 1000 ? java.util.Optional.of(v) : java.util.Optional.empty();
    } catch (NumberFormatException e) {
      return java.util.Optional.empty();
    }
  }

  private static @Nullable String value(Element e, String input) {
    for (Element i : inputs(e)) {
      if (i.getAttribute("name").equals(input) && i.hasAttribute("value")) {
        return i.getAttribute("value");
      }
    }
    return null;
  }

  private static String scope(Element e) {
    return e.getParentNode() instanceof Element p && p.getTagName().equals("nodegraph")
        ? p.getAttribute("name")
        : "";
  }

  /** What was met on the way up from a surface input. */
  private record Trail(MapRole role, @Nullable String channel, boolean inverted) {}

  private record Step(Element input, String scope, Trail trail) {}

  private void follow(Element input, String scope, Trail trail, String material, int depth) {
    // Graphs may join again and again: what was followed once says the same the second time.
    if (depth > DEEPEST || !followed.add(new Step(input, scope, trail))) {
      return;
    }
    String output = input.getAttribute("output");
    Element from = null;
    String inside = scope;
    if (input.hasAttribute("nodegraph")) {
      inside = input.getAttribute("nodegraph");
      Element out = nodes.get(inside + "/" + output);
      if (out == null) {
        return;
      }
      follow(out, inside, trail, material, depth + 1);
      return;
    }
    if (input.hasAttribute("nodename")) {
      from = nodes.get(scope + "/" + input.getAttribute("nodename"));
    } else if (input.hasAttribute("interfacename")) {
      Element graph = nodes.get(scope);
      if (graph != null) {
        for (Element i : inputs(graph)) {
          if (i.getAttribute("name").equals(input.getAttribute("interfacename"))) {
            follow(i, "", trail, material, depth + 1);
          }
        }
      }
    }
    if (from == null) {
      return;
    }
    String channel = channel(from, output, trail.channel());
    String tag = from.getTagName();
    boolean inverted = trail.inverted() ^ (tag.equals("invert") || oneMinus(from));
    String file = value(from, "file");
    if (file == null && interfaceFile(from, inside) != null) {
      file = interfaceFile(from, inside);
    }
    if (file != null) {
      MapRole role = trail.role() == MapRole.ROUGHNESS && inverted ? MapRole.GLOSS : trail.role();
      String prefix = from.getAttribute("fileprefix");
      to.add(document, prefix + file, role, channel, material);
      return;
    }
    Trail next = new Trail(trail.role(), channel, inverted);
    for (Element i : inputs(from)) {
      follow(i, inside, next, material, depth + 1);
    }
  }

  private @Nullable String interfaceFile(Element image, String graph) {
    for (Element i : inputs(image)) {
      if (i.getAttribute("name").equals("file") && i.hasAttribute("interfacename")) {
        Element g = nodes.get(graph);
        return g == null ? null : value(g, i.getAttribute("interfacename"));
      }
    }
    return null;
  }

  private static boolean oneMinus(Element e) {
    String first = value(e, "in1");
    return e.getTagName().equals("subtract") && first != null && first.trim().startsWith("1");
  }

  private static @Nullable String channel(Element node, String output, @Nullable String before) {
    if (node.getTagName().equals("extract")) {
      int i = Math.clamp(index(value(node, "index")), 0, 3);
      return "rgba".substring(i, i + 1);
    }
    if (node.getTagName().startsWith("separate") && output.startsWith("out")) {
      return switch (output) {
        case "outr", "outx" -> "r";
        case "outg", "outy" -> "g";
        case "outb", "outz" -> "b";
        case "outa", "outw" -> "a";
        default -> before;
      };
    }
    return before;
  }

  /** The first where nothing that can be counted is said. */
  private static int index(@Nullable String said) {
    return said != null && said.trim().matches("\\d{1,4}") ? Integer.parseInt(said.trim()) : 0;
  }

  private static List<Element> inputs(Element e) {
    return children(e).stream().filter(c -> c.getTagName().equals("input")).toList();
  }

  private static List<Element> children(Element e) {
    List<Element> out = new ArrayList<>();
    NodeList all = e.getChildNodes();
    for (int i = 0; i < all.getLength(); i++) {
      Node n = all.item(i);
      if (n instanceof Element c) {
        out.add(c);
      }
    }
    return out;
  }
}
