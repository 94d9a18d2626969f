package keepshelf.core.sources.order;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.james.mime4j.dom.Body;
import org.apache.james.mime4j.dom.Entity;
import org.apache.james.mime4j.dom.Message;
import org.apache.james.mime4j.dom.Multipart;
import org.apache.james.mime4j.dom.TextBody;
import org.apache.james.mime4j.message.DefaultMessageBuilder;
import org.apache.james.mime4j.stream.MimeConfig;

/** What an e-mail about an order says, and plain texts of {@code name: value} lines. */
final class OrderMail {
  private static final Pattern PAIR =
      Pattern.compile(
          "\\s*[-*•]?\\s*([\\p{L}][\\p{L}\\p{N} ._#/-]{0,40}?)\\s*[:=]\\s*(\\S.*?)\\s*");

  private OrderMail() {}

  static OrderTable table(InputStream in) throws IOException {
    DefaultMessageBuilder b = new DefaultMessageBuilder();
    b.setMimeEntityConfig(MimeConfig.PERMISSIVE);
    Message m = b.parseMessage(in);
    OrderTable t = body(m);
    // The day of the message is the day of the order when its text says none.
    String day =
        m.getDate() == null
            ? null
            : m.getDate().toInstant().atZone(ZoneOffset.UTC).toLocalDate().toString();
    return day == null || t.rows().isEmpty() ? t : with(t, "Message date", day);
  }

  private static OrderTable with(OrderTable t, String name, String value) {
    List<List<String>> lines = new ArrayList<>();
    List<String> head = new ArrayList<>(t.columns());
    head.add(name);
    lines.add(head);
    for (List<String> r : t.rows()) {
      List<String> row = new ArrayList<>(r);
      row.add(value);
      lines.add(row);
    }
    return OrderTable.of(lines);
  }

  /** The richest table of all parts: HTML first, as it has real tables. */
  private static OrderTable body(Entity e) throws IOException {
    Body b = e.getBody();
    if (b instanceof Multipart parts) {
      OrderTable best = OrderTable.NONE;
      for (Entity p : parts.getBodyParts()) {
        OrderTable t = body(p);
        int size = t.rows().size() * t.columns().size();
        best = size > best.rows().size() * best.columns().size() ? t : best;
      }
      return best;
    }
    if (b instanceof Message m) {
      return body(m);
    }
    if (b instanceof TextBody t) {
      ByteArrayOutputStream out = new ByteArrayOutputStream();
      t.writeTo(out);
      String text = out.toString(charset(t.getMimeCharset()));
      return "text/html".equalsIgnoreCase(e.getMimeType())
          ? OrderPage.table(text)
          : OrderFile.separated(text);
    }
    return OrderTable.NONE;
  }

  private static Charset charset(String name) {
    try {
      return name == null ? StandardCharsets.UTF_8 : Charset.forName(name);
    } catch (IllegalArgumentException e) {
      return StandardCharsets.UTF_8;
    }
  }

  /** How many lines are a name and a value. */
  static long pairLines(String text) {
    return text.lines().filter(l -> PAIR.matcher(l).matches()).count();
  }

  /**
   * Lines of {@code name: value}; a name that comes again begins the next row. What stands before
   * the names that repeat, as the day of an order, holds for all rows.
   */
  static OrderTable pairs(String text) {
    List<String[]> all = new ArrayList<>();
    Map<String, Integer> times = new LinkedHashMap<>();
    text.lines()
        .forEach(l -> {
          Matcher m = PAIR.matcher(l);
          if (m.matches() && !m.group(2).startsWith("//")) {
            all.add(new String[] {m.group(1), m.group(2)});
            times.merge(m.group(1), 1, Integer::sum);
          }
        });
    int most = times.values().stream().mapToInt(n -> n).max().orElse(0);
    if (times.size() < 2) {
      return OrderTable.NONE;
    }
    Map<String, String> once = new LinkedHashMap<>();
    List<Map<String, String>> rows = new ArrayList<>();
    Map<String, String> row = new LinkedHashMap<>();
    for (String[] p : all) {
      if (most > 1 && times.getOrDefault(p[0], 0) == 1) {
        once.put(p[0], p[1]);
        continue;
      }
      if (row.containsKey(p[0])) {
        rows.add(row);
        row = new LinkedHashMap<>();
      }
      row.put(p[0], p[1]);
    }
    rows.add(row);
    Set<String> columns = new LinkedHashSet<>(once.keySet());
    rows.forEach(r -> columns.addAll(r.keySet()));
    List<List<String>> lines = new ArrayList<>();
    lines.add(List.copyOf(columns));
    for (Map<String, String> r : rows) {
      lines.add(columns.stream().map(c -> r.getOrDefault(c, once.getOrDefault(c, ""))).toList());
    }
    return OrderTable.of(lines);
  }
}
