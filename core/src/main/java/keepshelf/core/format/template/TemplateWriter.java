package keepshelf.core.format.template;

import com.samskivert.mustache.Mustache;
import com.samskivert.mustache.MustacheException;
import java.io.IOException;
import java.util.Map;

/**
 * Fills a logic-less template (the Mustache language) with the facts of a material. Nothing is
 * escaped: the document may be of any language.
 */
public final class TemplateWriter {
  private TemplateWriter() {}

  /**
   * The filled template.
   *
   * @param facts by name; see {@code docs/host-profiles.md}
   * @throws IOException when the template is broken; the message says where
   */
  public static String write(String template, Map<String, Object> facts) throws IOException {
    try {
      return Mustache.compiler()
          .escapeHTML(false)
          .strictSections(false)
          .nullValue("")
          .compile(template)
          .execute(facts);
    } catch (MustacheException e) {
      throw new IOException("the template is broken: " + e.getMessage(), e);
    }
  }
}
