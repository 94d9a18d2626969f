package keepshelf.core.recognise.document;

import java.util.HashMap;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.found.SourceFile;

/** What the preview surfaces of a USD text document say about its pictures. */
final class UsdMentions {
  private static final Pattern PRIM =
      Pattern.compile("def\\s{1,50}(Shader|Material)\\s{1,50}\"([^\"]{1,400})\"[^{]{0,600}\\{");
  private static final Pattern FILE =
      Pattern.compile("asset\\s{1,50}inputs:file\\s{0,50}=\\s{0,50}@([^@]{1,2000})@");
  private static final Pattern CONNECTION =
      Pattern.compile(
          "inputs:(\\w{1,100})\\.connect\\s{0,50}=\\s{0,50}<(?:[^>]{0,1000}/)?(\\w{1,400})\\.outputs:(\\w{1,40})>");

  /** A shader's statements take much less; what is longer is no shader. */
  private static final int LONGEST_BODY = 64 * 1024;

  /** Materials stand in few kilobytes; what is longer holds geometry or worse. */
  private static final int LONGEST = 2 << 20;

  /** More shaders than any pack has. */
  private static final int MOST_PRIMS = 20_000;

  private UsdMentions() {}

  static void read(SourceFile document, String whole, MentionCollector to) {
    String text = whole.length() > LONGEST ? whole.substring(0, LONGEST) : whole;
    Map<String, String> files = new HashMap<>();
    Map<String, String> surfaces = new HashMap<>();
    String material = document.stem();
    Matcher m = PRIM.matcher(text);
    for (int n = 0; n < MOST_PRIMS && m.find(); n++) {
      if (m.group(1).equals("Material")) {
        material = m.group(2);
        continue;
      }
      String body = body(text, m.end());
      Matcher file = FILE.matcher(body);
      if (file.find()) {
        files.put(m.group(2), file.group(1));
      } else if (body.contains("UsdPreviewSurface")) {
        surfaces.put(body, material);
      }
    }
    surfaces.forEach((body, name) -> connections(document, body, name, files, to));
  }

  private static void connections(
      SourceFile document,
      String body,
      String material,
      Map<String, String> files,
      MentionCollector to) {
    Matcher c = CONNECTION.matcher(body);
    while (c.find()) {
      MapRole role = MaterialDocuments.role(c.group(1));
      String file = files.get(c.group(2));
      if (role != null && file != null) {
        String channel = c.group(3).length() == 1 ? c.group(3) : null;
        to.add(document, file, role, channel, material);
      }
    }
  }

  /** From after an opening brace to the one that closes it. */
  private static String body(String text, int from) {
    int depth = 1;
    int end = Math.min(text.length(), from + LONGEST_BODY);
    for (int i = from; i < end; i++) {
      char ch = text.charAt(i);
      depth += ch == '{' ? 1 : ch == '}' ? -1 : 0;
      if (depth == 0) {
        return text.substring(from, i);
      }
    }
    return text.substring(from, end);
  }
}
