package keepshelf.core.sources.order;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import keepshelf.core.words.Words;

/**
 * A list of orders as a table.
 *
 * @param columns what stands above them; never empty texts, each once
 * @param rows what stands in them, a text for each column, possibly empty
 */
public record OrderTable(List<String> columns, List<List<String>> rows) {
  /** Copies the lists. */
  public OrderTable {
    columns = List.copyOf(columns);
    rows = List.copyOf(rows);
  }

  /** Nothing. */
  static final OrderTable NONE = new OrderTable(List.of(), List.of());

  /**
   * Of lines of cells, the first of which are the columns' names. Columns without a name get a
   * number; lines are made as long as the longest; empty lines and empty columns are left out.
   */
  static OrderTable of(List<List<String>> lines) {
    List<List<String>> full =
        lines.stream()
            .map(l -> l.stream().map(OrderTable::cell).toList())
            .filter(l -> l.stream().anyMatch(c -> !c.isEmpty()))
            .toList();
    int wide = full.stream().mapToInt(List::size).max().orElse(0);
    if (full.isEmpty() || wide == 0) {
      return NONE;
    }
    List<String> columns = new ArrayList<>();
    List<Integer> used = new ArrayList<>();
    for (int i = 0; i < wide; i++) {
      int at = i;
      String name = i < full.getFirst().size() ? full.getFirst().get(i) : "";
      if (!name.isEmpty() || full.stream().anyMatch(l -> at < l.size() && !l.get(at).isEmpty())) {
        used.add(i);
        columns.add(free(columns, name.isEmpty() ? Words.of("orderTable.column", i + 1) : name));
      }
    }
    List<List<String>> rows = new ArrayList<>();
    for (List<String> l : full.subList(1, full.size())) {
      rows.add(used.stream().map(i -> i < l.size() ? l.get(i) : "").toList());
    }
    return new OrderTable(columns, rows);
  }

  private static String cell(String s) {
    return s == null ? "" : s.replaceAll("[\\s\\u00a0\\u202f\\ufeff]+", " ").strip();
  }

  private static String free(List<String> taken, String name) {
    String out = name;
    for (int n = 2; taken.contains(out); n++) {
      out = name + " (" + n + ")";
    }
    return out;
  }

  /** The column of this name, whatever the case, or its number from one; -1 when there is none. */
  public int column(String name) {
    String n = name.strip();
    for (int i = 0; i < columns.size(); i++) {
      if (columns.get(i).equalsIgnoreCase(n)) {
        return i;
      }
    }
    if (n.matches("\\d{1,3}")) {
      int i = Integer.parseInt(n) - 1;
      return i < columns.size() ? i : -1;
    }
    for (int i = 0; i < columns.size(); i++) {
      if (folded(columns.get(i)).equals(folded(n))) {
        return i;
      }
    }
    return -1;
  }

  private static String folded(String s) {
    return s.toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]", "");
  }

  /** What stands in a row; empty for no column. */
  public String at(int row, int column) {
    return column < 0 ? "" : rows.get(row).get(column);
  }
}
