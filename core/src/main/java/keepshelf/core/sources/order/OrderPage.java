package keepshelf.core.sources.order;

import java.util.ArrayList;
import java.util.List;
import keepshelf.core.words.Words;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;

/**
 * The list of orders in a saved page: its longest table, or the longest run of elements of one kind
 * when the page has no table. Nothing of the page is loaded or run.
 */
final class OrderPage {
  private static final int MOST_ROWS = 100_000;

  private OrderPage() {}

  static OrderTable table(String html) {
    Document d = Jsoup.parse(html);
    d.select("script, style, template, noscript, head").remove();
    OrderTable best = OrderTable.NONE;
    for (Element t : d.select("table")) {
      OrderTable o = ofTable(t);
      boolean more =
          o.rows().size() * o.columns().size() > best.rows().size() * best.columns().size();
      best = o.columns().size() > 1 && more ? o : best;
    }
    return best.rows().isEmpty() ? ofRepeated(d) : best;
  }

  private static OrderTable ofTable(Element table) {
    List<List<String>> lines = new ArrayList<>();
    for (Element tr : table.select("tr")) {
      if (tr.closest("table") != table || lines.size() > MOST_ROWS) {
        continue;
      }
      List<String> cells = new ArrayList<>();
      for (Element c : tr.children()) {
        if (c.normalName().equals("td") || c.normalName().equals("th")) {
          // Tables that lay out a page have tables in their cells: those are read for themselves.
          cells.add(c.selectFirst("table") == null ? said(c) : "");
          for (int i = 1; i < Math.min(50, span(c)); i++) {
            cells.add("");
          }
        }
      }
      lines.add(cells);
    }
    boolean named = table.selectFirst("th") != null;
    return OrderTable.of(named ? fromHead(lines, table) : lines);
  }

  private static List<List<String>> fromHead(List<List<String>> lines, Element table) {
    Element head = table.selectFirst("tr:has(> th)");
    int at = head == null ? 0 : table.select("tr").indexOf(head);
    return at > 0 && at < lines.size() ? lines.subList(at, lines.size()) : lines;
  }

  private static int span(Element c) {
    String s = c.attr("colspan");
    return s.matches("\\d{1,3}") ? Integer.parseInt(s) : 1;
  }

  /**
   * The words of a cell; a day that stands there for machines is better than the one for people.
   */
  private static String said(Element c) {
    Element time = c.selectFirst("time[datetime]");
    return time != null && c.text().equals(time.text()) ? time.attr("datetime") : c.text();
  }

  /** Elements of the same kind under one parent, their innermost texts as cells. */
  private static OrderTable ofRepeated(Document d) {
    List<Element> best = List.of();
    for (Element parent : d.select("body, body *")) {
      for (Element first : parent.children()) {
        if (parent.children().size() <= best.size()) {
          break;
        }
        String kind = first.normalName() + "." + first.className();
        List<Element> same =
            parent.children().stream()
                .filter(e -> (e.normalName() + "." + e.className()).equals(kind))
                .toList();
        if (same.size() > best.size() && leaves(same.getFirst()).size() > 1) {
          best = same;
        }
      }
    }
    if (best.size() < 2) {
      return OrderTable.NONE;
    }
    List<List<String>> lines = new ArrayList<>();
    int wide = best.stream().mapToInt(e -> leaves(e).size()).max().orElse(0);
    List<String> head = new ArrayList<>();
    for (int i = 0; i < wide; i++) {
      head.add(name(best, i));
    }
    lines.add(head);
    best.forEach(e -> lines.add(leaves(e).stream().map(OrderPage::said).toList()));
    return OrderTable.of(lines);
  }

  /** What the class of the cells says, when it is the same in all rows. */
  private static String name(List<Element> rows, int i) {
    List<String> all =
        rows.stream()
            .map(OrderPage::leaves)
            .filter(l -> l.size() > i)
            .map(l -> l.get(i).className())
            .distinct()
            .toList();
    return all.size() == 1 && !all.getFirst().isBlank()
        ? all.getFirst()
        : Words.of("orderPage.column", i + 1);
  }

  private static List<Element> leaves(Element e) {
    return e.select("*").stream()
        .filter(x -> x != e && x.children().stream().noneMatch(Element::hasText) && x.hasText())
        .toList();
  }
}
