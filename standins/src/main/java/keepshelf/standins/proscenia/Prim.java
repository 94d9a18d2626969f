package keepshelf.standins.proscenia;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** One prim of a stage with its properties as text. */
final class Prim {
  /**
   * A property.
   *
   * @param type as it is declared
   * @param value as it is written, or null when it is only declared
   * @param target what it is connected to, or null
   */
  private record Property(String type, String value, String target) {}

  private final String type;
  private final String name;
  private final String path;
  private final Map<String, Property> properties = new LinkedHashMap<>();
  private final Map<String, String> metadata = new LinkedHashMap<>();
  private final List<Prim> children = new ArrayList<>();

  Prim(String type, String name, String path) {
    this.type = type;
    this.name = name;
    this.path = path;
  }

  String name() {
    return name;
  }

  /** Its path without the first slash. */
  String path() {
    return path;
  }

  void child(Prim p) {
    children.add(p);
  }

  void meta(String key, String value) {
    metadata.put(key, value);
  }

  void property(String propertyType, String key, String value, String target) {
    properties.put(key, new Property(propertyType, value, target));
  }

  String metadata(String key) {
    return metadata.get(key);
  }

  /** The prims of a type, in the order they are written. */
  List<Prim> all(String wanted) {
    List<Prim> out = new ArrayList<>();
    if (wanted.equals(type)) {
      out.add(this);
    }
    children.forEach(c -> out.addAll(c.all(wanted)));
    return out;
  }

  /** The prim at a path without its first slash, or null. */
  Prim at(String wanted) {
    if (wanted.equals(path)) {
      return this;
    }
    for (Prim c : children) {
      Prim found = c.at(wanted);
      if (found != null) {
        return found;
      }
    }
    return null;
  }

  /** Names of the inputs that are declared. */
  List<String> inputs() {
    return properties.keySet().stream()
        .filter(k -> k.startsWith("inputs:"))
        .map(k -> k.substring("inputs:".length()))
        .toList();
  }

  boolean declares(String key) {
    return properties.containsKey(key);
  }

  String type(String key) {
    Property p = properties.get(key);
    return p == null ? null : p.type();
  }

  /** What a property is connected to, or null. */
  String connection(String key) {
    Property p = properties.get(key);
    return p == null ? null : p.target();
  }

  /** A text, token or asset without its marks; null when there is none. */
  String text(String key) {
    Property p = properties.get(key);
    return p == null || p.value() == null ? null : p.value().replaceAll("^[\"@]|[\"@]$", "");
  }

  /** The numbers of a value; 0s when there are none. */
  double[] numbers(String key) {
    Property p = properties.get(key);
    if (p == null || p.value() == null) {
      return new double[4];
    }
    return Arrays.stream(p.value().replaceAll("[()\\[\\]]", " ").split("[,\\s]+"))
        .filter(s -> !s.isBlank())
        .mapToDouble(Double::parseDouble)
        .toArray();
  }
}
