package keepshelf.core.sources.order;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import tools.jackson.databind.JsonNode;

/**
 * The longest list of objects anywhere in a JSON document as a table. Lists at the same place, as
 * the lines of each order, are one table, whose rows say what the order around them says too.
 */
final class OrderJson {
  private static final int DEEP = 12;

  private final Map<String, List<Map<String, String>>> found = new LinkedHashMap<>();

  private OrderJson() {}

  static OrderTable table(JsonNode root) {
    OrderJson j = new OrderJson();
    j.walk(root, "", Map.of(), 0);
    List<Map<String, String>> best = List.of();
    for (List<Map<String, String>> rows : j.found.values()) {
      // What lies deeper comes later and says more.
      best = rows.size() >= best.size() ? rows : best;
    }
    Set<String> columns = new LinkedHashSet<>();
    best.forEach(r -> columns.addAll(r.keySet()));
    List<List<String>> lines = new ArrayList<>();
    lines.add(List.copyOf(columns));
    for (Map<String, String> r : best) {
      lines.add(columns.stream().map(c -> r.getOrDefault(c, "")).toList());
    }
    return OrderTable.of(lines);
  }

  private void walk(JsonNode n, String path, Map<String, String> around, int deep) {
    if (deep > DEEP) {
      return;
    }
    if (n.isArray()) {
      for (JsonNode x : n) {
        if (x.isObject()) {
          Map<String, String> row = new LinkedHashMap<>();
          flatten("", x, row, deep);
          around.forEach((k, v) -> {
            if (!v.equals(row.putIfAbsent(k, v))) {
              row.putIfAbsent("of all: " + k, v);
            }
          });
          found.computeIfAbsent(path, p -> new ArrayList<>()).add(row);
          lists(x, path, row, deep);
        }
      }
    } else if (n.isObject()) {
      Map<String, String> row = new LinkedHashMap<>(around);
      flatten("", n, row, deep);
      lists(n, path, row, deep);
    }
  }

  private void lists(JsonNode object, String path, Map<String, String> around, int deep) {
    object
        .properties()
        .forEach(e -> {
          if (e.getValue().isArray()) {
            walk(e.getValue(), path + "/" + e.getKey(), around, deep + 1);
          } else if (e.getValue().isObject()) {
            lists(e.getValue(), path + "/" + e.getKey(), around, deep + 1);
          }
        });
  }

  private static void flatten(String prefix, JsonNode n, Map<String, String> to, int deep) {
    n.properties()
        .forEach(e -> {
          String name = prefix.isEmpty() ? e.getKey() : prefix + " " + e.getKey();
          JsonNode v = e.getValue();
          if (v.isObject() && deep < DEEP) {
            flatten(name, v, to, deep + 1);
          } else if (v.isArray()) {
            List<String> parts = new ArrayList<>();
            v.forEach(x -> {
              if (x.isValueNode() && !x.isNull()) {
                parts.add(x.asString());
              }
            });
            if (!parts.isEmpty()) {
              to.put(name, String.join(", ", parts));
            }
          } else if (v.isValueNode() && !v.isNull()) {
            to.put(name, v.asString());
          }
        });
  }
}
