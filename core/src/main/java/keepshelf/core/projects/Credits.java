package keepshelf.core.projects;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import keepshelf.core.licensing.Licence;
import keepshelf.core.licensing.Licences;
import keepshelf.core.words.Words;

/** Credits of a project, as its licences demand them, ready to paste. */
public final class Credits {
  /** Forms that credits are written in. */
  public enum Form {
    TEXT,
    MARKDOWN,
    HTML,
    CSV;

    /** The form with this name, in lower case. */
    public static Optional<Form> ofId(String id) {
      for (Form f : values()) {
        if (f.name().equalsIgnoreCase(id)) {
          return Optional.of(f);
        }
      }
      return Optional.empty();
    }
  }

  private static final List<String> GROUPS =
      List.of(
          "Credits",
          Words.of("credits.also-used-no-credit-required"),
          Words.of("credits.not-cleared"));

  private final Licences licences;

  /** With the names and pages of {@code licences}. */
  public Credits(Licences licences) {
    this.licences = licences;
  }

  /** One line of credits. */
  private record Line(
      String group, String title, String by, String licence, String page, String changes) {}

  /** The credits of these uses, in full. */
  public String of(Project p, List<JudgedUse> uses, Form form) {
    return of(p, uses, form, false);
  }

  /**
   * The credits of these uses.
   *
   * @param brief only title, maker and the licence's identifier, where space is short; what was
   *     changed is said all the same, because the licences demand it
   */
  public String of(Project p, List<JudgedUse> uses, Form form, boolean brief) {
    Map<String, List<Line>> groups = new LinkedHashMap<>();
    GROUPS.forEach(g -> groups.put(g, new ArrayList<>()));
    inOrder(p, uses).stream()
        .map(u -> line(u, brief))
        .forEach(l -> Objects.requireNonNull(groups.get(l.group())).add(l));
    return switch (form) {
      case TEXT -> text(p, groups, "", "", false);
      case MARKDOWN -> text(p, groups, "# ", "## ", true);
      case HTML -> html(p, groups);
      case CSV -> csv(groups);
    };
  }

  /** The uses as a person ordered them; those that have no place there follow by name. */
  static List<JudgedUse> inOrder(Project p, List<JudgedUse> uses) {
    List<String> own = p.arrangement().credits();
    return uses.stream()
        // The parts of an ensemble are credited each.
        .filter(u -> u.item().item().parts().isEmpty())
        .sorted(
            Comparator.comparingInt(
                    (JudgedUse u) -> {
                      int at = own.indexOf(id(u));
                      return at < 0 ? Integer.MAX_VALUE : at;
                    })
                .thenComparing(u -> u.item().item().name(), String.CASE_INSENSITIVE_ORDER))
        .toList();
  }

  /** The order, by identifiers of items, in which an item has passed the next one of its group. */
  static List<String> moved(Project p, List<JudgedUse> uses, String item, boolean earlier) {
    List<JudgedUse> order = new ArrayList<>(inOrder(p, uses));
    int step = earlier ? -1 : 1;
    int at = 0;
    while (at < order.size() && !id(order.get(at)).equals(item)) {
      at++;
    }
    for (int to = at + step; at < order.size() && to >= 0 && to < order.size(); to += step) {
      if (group(order.get(to)).equals(group(order.get(at)))) {
        Collections.swap(order, at, to);
        break;
      }
    }
    return order.stream().map(Credits::id).toList();
  }

  private static String id(JudgedUse u) {
    return u.item().item().id();
  }

  private static String group(JudgedUse u) {
    boolean credit = u.reasons().stream().anyMatch(r -> r.rule().equals("credit"));
    return GROUPS.get(!u.verdict().cleared() ? 2 : credit ? 0 : 1);
  }

  private Line line(JudgedUse u, boolean brief) {
    String creator = u.item().pack().creator();
    String source = u.item().pack().source();
    String by =
        brief && creator != null
            ? creator
            : creator == null
                ? source == null ? "" : source
                : source == null || source.equals(creator) ? creator : creator + ", " + source;
    Licence l = u.licence() == null ? null : licences.find(u.licence()).orElse(null);
    boolean changed = u.use().finish() != null || u.item().item().isPartlyMade();
    return new Line(
        group(u),
        u.item().item().name(),
        by,
        u.licence() == null
            ? Words.of("credits.licence-not-known")
            : brief ? u.licence() : licences.title(u.licence()),
        brief || l == null || l.page() == null ? "" : l.page(),
        changed ? Words.of("credits.changed") : "");
  }

  private static String text(
      Project p, Map<String, List<Line>> groups, String first, String second, boolean markdown) {
    StringBuilder out = new StringBuilder(first).append(p.name()).append("\n");
    groups.forEach((name, lines) -> {
      if (lines.isEmpty()) {
        return;
      }
      out.append("\n").append(second).append(name).append("\n\n");
      for (Line l : lines) {
        String licence =
            markdown && !l.page().isEmpty()
                ? "[" + l.licence() + "](" + l.page() + ")"
                : l.licence() + (l.page().isEmpty() ? "" : " (" + l.page() + ")");
        out.append(markdown ? "- " : "")
            .append("“")
            .append(markdown ? escaped(l.title()) : l.title())
            .append("”")
            .append(
                l.by().isEmpty()
                    ? ""
                    : Words.of("credits.by", (markdown ? escaped(l.by()) : l.by())))
            .append(", ")
            .append(licence)
            .append(".")
            .append(l.changes().isEmpty() ? "" : " " + l.changes())
            .append("\n");
      }
    });
    return out.toString();
  }

  private static String escaped(String s) {
    return s.replaceAll("([\\\\`*_\\[\\]<>#|])", "\\\\$1");
  }

  private static String html(Project p, Map<String, List<Line>> groups) {
    StringBuilder out = new StringBuilder("<section>\n<h1>" + safe(p.name()) + "</h1>\n");
    groups.forEach((name, lines) -> {
      if (lines.isEmpty()) {
        return;
      }
      out.append("<h2>").append(name).append("</h2>\n<ul>\n");
      for (Line l : lines) {
        String licence =
            l.page().isEmpty()
                ? safe(l.licence())
                : "<a href=\"" + safe(l.page()) + "\">" + safe(l.licence()) + "</a>";
        out.append("<li>“")
            .append(safe(l.title()))
            .append("”")
            .append(l.by().isEmpty() ? "" : Words.of("credits.by", safe(l.by())))
            .append(", ")
            .append(licence)
            .append(".")
            .append(l.changes().isEmpty() ? "" : " " + l.changes())
            .append("</li>\n");
      }
      out.append("</ul>\n");
    });
    return out.append("</section>\n").toString();
  }

  private static String safe(String s) {
    return s.replace("&", "&amp;")
        .replace("<", "&lt;")
        .replace(">", "&gt;")
        .replace("\"", "&quot;");
  }

  private static String csv(Map<String, List<Line>> groups) {
    StringBuilder out = new StringBuilder("group,title,by,licence,link,changes\n");
    groups.values().stream()
        .flatMap(List::stream)
        .forEach(l ->
            out.append(
                String.join(
                        ",",
                        cell(l.group()),
                        cell(l.title()),
                        cell(l.by()),
                        cell(l.licence()),
                        cell(l.page()),
                        cell(l.changes()))
                    + "\n"));
    return out.toString();
  }

  /** Quoted; what a table would take for a formula is not. */
  private static String cell(String s) {
    String text = s.isEmpty() || "=+-@\t".indexOf(s.charAt(0)) < 0 ? s : "'" + s;
    return "\"" + text.replace("\"", "\"\"") + "\"";
  }
}
