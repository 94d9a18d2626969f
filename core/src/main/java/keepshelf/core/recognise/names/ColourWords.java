package keepshelf.core.recognise.names;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Words by which colourways of one material are told apart. */
public final class ColourWords {
  /** A regular expression for any of them. */
  public static final String PATTERN =
      "red|green|blue|yellow|orange|purple|violet|pink|brown|black|white|gr[ae]y|beige|cream|ivory|"
          + "teal|turquoise|cyan|magenta|navy|olive|ochre|maroon|crimson|scarlet|amber|gold|golden|silver|"
          + "bronze|copper|tan|sand|rust|charcoal|anthracite|lime|mint|indigo|lilac|coral|salmon|khaki|"
          + "dark|light|pale|natural";

  private static final Pattern COLOUR =
      Pattern.compile(
          "(?:^|_)(red|green|blue|yellow|orange|purple|violet|pink|brown|black|white|gr[ae]y|beige|cream|"
              + "ivory|teal|turquoise|cyan|magenta|navy|olive|ochre|maroon|crimson|scarlet|lime|mint|indigo|lilac|"
              + "coral|khaki|charcoal|anthracite)(?:_|$)");

  private ColourWords() {}

  /** The colour that {@code key} names, when it names exactly one. */
  public static Optional<String> in(String key) {
    Matcher m = COLOUR.matcher(key);
    if (!m.find()) {
      return Optional.empty();
    }
    String first = m.group(1);
    return m.find(m.end() - 1) && !m.group(1).equals(first) ? Optional.empty() : Optional.of(first);
  }

  /** {@code key} without the colour word. */
  public static String without(String key, String colour) {
    return key.replaceFirst("(^|_)" + colour + "(?=_|$)", "").replaceFirst("^_", "");
  }
}
