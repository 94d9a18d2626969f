package keepshelf.core.format.template;

import com.samskivert.mustache.Mustache;
import com.samskivert.mustache.MustacheException;
import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Fills a logic-less template (the Mustache language) with the facts of a material. The document
 * may be of any language, so texts are made harmless between double quotes in all of them: each is
 * one line, and holds no double quote and no backslash. In three braces the latter two stay.
 */
public final class TemplateWriter {
  private TemplateWriter() {}

  private static String inQuotes(String text) {
    return text.replace('"', '\'').replace('\\', '/');
  }

  /** {@code text} in one line: a line break in a name must not begin a statement. */
  private static Object oneLine(Object value) {
    return switch (value) {
      case String s -> s.replaceAll("[\\p{Cc}\\x{2028}\\x{2029}]+", " ");
      case Map<?, ?> m -> {
        Map<Object, Object> out = new LinkedHashMap<>();
        m.forEach((k, v) -> out.put(k, oneLine(v)));
        yield out;
      }
      case List<?> l -> l.stream().map(TemplateWriter::oneLine).toList();
      case null, default -> value;
    };
  }

  /**
   * The filled template.
   *
   * @param facts by name; see {@code docs/host-profiles.md}
   * @throws IOException when the template is broken; the message says where
   */
  public static String write(String template, Map<String, Object> facts) throws IOException {
    try {
      return Mustache.compiler()
          .withEscaper(TemplateWriter::inQuotes)
          .strictSections(false)
          .nullValue("")
          .compile(template)
          .execute(oneLine(facts));
    } catch (MustacheException e) {
      throw new IOException("the template is broken: " + e.getMessage(), e);
    }
  }
}
