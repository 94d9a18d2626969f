package keepshelf.standins.lanternhouse;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** An element of a MaterialX document: category, attributes, inputs by name, children. */
record Node(String category, Map<String, String> attributes, List<Node> children) {
  String name() {
    return attributes.getOrDefault("name", "");
  }

  String type() {
    return attributes.getOrDefault("type", "");
  }

  String get(String attribute) {
    return attributes.get(attribute);
  }

  /** The input elements by name. */
  Map<String, Node> inputs() {
    Map<String, Node> out = new LinkedHashMap<>();
    for (Node c : children) {
      if (c.category().equals("input")) {
        out.put(c.name(), c);
      }
    }
    return out;
  }

  /** The child of this name, or null. */
  Node child(String name) {
    for (Node c : children) {
      if (c.name().equals(name) && !c.category().equals("input")) {
        return c;
      }
    }
    return null;
  }

  List<Node> of(String wantedCategory) {
    return children.stream().filter(c -> c.category().equals(wantedCategory)).toList();
  }
}
