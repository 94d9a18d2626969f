package keepshelf.core.recognise.document;

import java.util.Locale;
import java.util.Map;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.found.SourceFile;

/** What an MTL material library says about its pictures. */
final class MtlMentions {
  private static final Map<String, MapRole> STATEMENTS =
      Map.ofEntries(
          Map.entry("map_kd", MapRole.BASE_COLOUR),
          Map.entry("map_ks", MapRole.SPECULAR),
          Map.entry("map_ns", MapRole.GLOSS),
          Map.entry("map_ke", MapRole.EMISSION),
          Map.entry("map_d", MapRole.OPACITY),
          Map.entry("map_bump", MapRole.BUMP),
          Map.entry("bump", MapRole.BUMP),
          Map.entry("disp", MapRole.HEIGHT),
          Map.entry("norm", MapRole.NORMAL),
          Map.entry("map_pr", MapRole.ROUGHNESS),
          Map.entry("map_pm", MapRole.METALLIC),
          Map.entry("map_ps", MapRole.SHEEN));

  /** Options and how many values follow each; those of one to three values are told by content. */
  private static final Map<String, Integer> OPTIONS =
      Map.of(
          "-blendu",
          1,
          "-blendv",
          1,
          "-bm",
          1,
          "-boost",
          1,
          "-cc",
          1,
          "-clamp",
          1,
          "-imfchan",
          1,
          "-mm",
          2,
          "-texres",
          1,
          "-type",
          1);

  /** A statement with all its options and a path; what is longer is none. */
  private static final int LONGEST_LINE = 4000;

  private MtlMentions() {}

  static void read(SourceFile document, String text, MentionCollector to) {
    String material = document.stem();
    for (String line : text.split("\\R")) {
      if (line.length() > LONGEST_LINE) {
        continue;
      }
      String[] words = line.trim().split("\\s+", 2);
      if (words.length < 2) {
        continue;
      }
      String statement = words[0].toLowerCase(Locale.ROOT);
      if (statement.equals("newmtl")) {
        material = words[1].trim();
      }
      MapRole role = STATEMENTS.get(statement);
      if (role != null) {
        to.add(document, withoutOptions(words[1].trim()), role, null, material);
      }
    }
  }

  /** A file name may hold spaces, so options are cut off from the front. */
  private static String withoutOptions(String rest) {
    String r = rest;
    while (r.startsWith("-")) {
      String[] w = r.split("\\s+");
      Integer values = OPTIONS.get(w[0].toLowerCase(Locale.ROOT));
      int skip = values != null ? values : 0;
      if (values == null) {
        while (skip < 3 && skip + 2 < w.length && w[skip + 1].matches("[-+]?[\\d.eE+-]+")) {
          skip++;
        }
      }
      String[] left = r.split("\\s+", skip + 2);
      if (left.length < skip + 2) {
        return r;
      }
      r = left[skip + 1];
    }
    return r;
  }
}
