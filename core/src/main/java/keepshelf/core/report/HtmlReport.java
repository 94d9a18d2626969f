package keepshelf.core.report;

import com.samskivert.mustache.Mustache;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import keepshelf.core.projects.Project;
import keepshelf.core.projects.Reason;
import keepshelf.core.projects.Verdict;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/** A report as one XHTML page that needs nothing beside it. */
final class HtmlReport {
  private HtmlReport() {}

  /** UTF-8. */
  static byte[] of(JobReport r) throws IOException {
    try (InputStream in = HtmlReport.class.getResourceAsStream("report.html")) {
      String template = new String(in.readAllBytes(), StandardCharsets.UTF_8);
      return Mustache.compiler()
          .defaultValue("")
          .withEscaper(HtmlReport::escaped)
          .compile(template)
          .execute(facts(r))
          .getBytes(StandardCharsets.UTF_8);
    }
  }

  /** What XML cannot hold is left out. */
  private static String escaped(String s) {
    StringBuilder out = new StringBuilder();
    s.codePoints()
        .filter(c -> c >= 32 || c == '\n' || c == '\t')
        .filter(c -> c < 0xD800 || c > 0xDFFF && c != 0xFFFE && c != 0xFFFF)
        .forEach(c -> {
          switch (c) {
            case '&' -> out.append("&amp;");
            case '<' -> out.append("&lt;");
            case '>' -> out.append("&gt;");
            case '"' -> out.append("&quot;");
            default -> out.appendCodePoint(c);
          }
        });
    return out.toString();
  }

  private static Map<String, Object> facts(JobReport r) {
    Map<String, Object> m = new LinkedHashMap<>();
    Project p = r.project();
    m.put("name", p.name());
    m.put("date", r.date());
    m.put("terms", terms(p));
    m.put("notes", p.notes() == null ? List.of() : List.of(p.notes()));
    m.put("counts", counts(r));
    List<Map<String, Object>> uses = new ArrayList<>();
    r.uses().forEach(e -> uses.add(use(e)));
    m.put("uses", uses);
    m.put("none", uses.isEmpty());
    m.put("credits", r.credits());
    List<Map<String, Object>> texts = new ArrayList<>();
    for (JobReport.LicenceText t : r.texts()) {
      Map<String, Object> text = new LinkedHashMap<>();
      text.put("title", t.title());
      text.put("id", t.id());
      text.put("page", t.page() == null ? List.of() : List.of(t.page()));
      text.put("text", t.text().isEmpty() ? Words.of("htmlReport.no-text-licence-kept") : t.text());
      text.put("summary", !t.full() && !t.text().isEmpty());
      texts.add(text);
    }
    m.put("texts", texts);
    return m;
  }

  private static List<Map<String, Object>> terms(Project p) {
    List<Map<String, Object>> out = new ArrayList<>();
    term(out, "Client", p.client());
    term(out, Words.of("htmlReport.kind-job"), p.kind().id());
    term(
        out,
        Words.of("htmlReport.what-handed-over"),
        switch (p.handedOver()) {
          case PICTURES -> Words.of("htmlReport.pictures-films-only");
          case FILES -> Words.of("htmlReport.files");
          case PRODUCT -> Words.of("htmlReport.product-contains-files");
          case NOTHING -> "nothing";
        });
    term(out, Words.of("htmlReport.people-job"), String.valueOf(p.seats()));
    term(out, "Models", p.asks().training() ? Words.of("htmlReport.trained-with-files") : null);
    term(out, "Territory", p.territory());
    term(
        out,
        "Time",
        p.from() == null && p.to() == null
            ? null
            : (p.from() == null ? "" : p.from()) + " – " + (p.to() == null ? "" : p.to()));
    return out;
  }

  private static void term(List<Map<String, Object>> out, String name, @Nullable String value) {
    if (value != null && !value.isBlank()) {
      out.add(Map.of("name", name, "value", value));
    }
  }

  private static List<Map<String, Object>> counts(JobReport r) {
    List<Map<String, Object>> out = new ArrayList<>();
    out.add(
        Map.of("many", r.uses().size(), "what", Words.of("htmlReport.items-used"), "class", "all"));
    Verdict.counts(r.uses().stream().map(JobReport.Entry::use).toList())
        .forEach((v, n) -> {
          if (n > 0) {
            out.add(Map.of("many", n, "what", words(v), "class", v.id()));
          }
        });
    return out;
  }

  private static String words(Verdict v) {
    return switch (v) {
      case ALLOWED -> "allowed";
      case CREDIT -> Words.of("htmlReport.allowed-with-credit");
      case CONDITION -> Words.of("htmlReport.allowed-with-condition");
      case UNKNOWN -> Words.of("htmlReport.not-known");
      case NOT_ALLOWED -> Words.of("htmlReport.not-allowed");
    };
  }

  private static Map<String, Object> use(JobReport.Entry e) {
    Map<String, Object> m = new LinkedHashMap<>();
    var s = e.use().item();
    m.put("name", s.item().name());
    List<String> from = new ArrayList<>();
    from.add(s.pack().source() != null ? s.pack().source() : s.pack().name());
    if (s.pack().creator() != null && !s.pack().creator().equals(s.pack().source())) {
      from.add(s.pack().creator());
    }
    String version = e.use().use().version();
    if (version != null) {
      from.add(Words.of("htmlReport.version", version));
    }
    if (e.use().use().finish() != null) {
      from.add(Words.of("htmlReport.finish", e.use().use().finish()));
    }
    m.put("from", String.join(" · ", from));
    m.put(
        "picture",
        e.picture() == null ? List.of() : List.of(Base64.getEncoder().encodeToString(e.picture())));
    m.put("licence", e.licence() == null ? Words.of("htmlReport.not-known") : e.licence().title());
    m.put("verdict", words(e.use().verdict()));
    m.put("class", e.use().verdict().id());
    m.put(
        "reasons",
        e.use().reasons().stream().map((Reason x) -> Map.of("sentence", x.sentence())).toList());
    m.put("got", e.got());
    m.put("receipt", e.receipt() == null ? List.of() : List.of(e.receipt()));
    m.put("installed", e.installed() == null ? List.of() : List.of(e.installed()));
    List<String> how = new ArrayList<>();
    if (e.use().use().since() != null) {
      how.add(
          Words.of(
              "htmlReport.found-files-2",
              e.use().use().how().equals("by-tracing") ? 1 : 0,
              e.use().use().since()));
    }
    m.put("how", how);
    m.put(
        "files",
        e.files().stream()
            .map(f -> Map.of("path", f.path(), "sha256", f.sha256(), "bytes", f.bytes()))
            .toList());
    return m;
  }
}
