package keepshelf.core.recognise.names;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import keepshelf.core.model.MapRole;
import keepshelf.core.model.Resolution;
import keepshelf.core.recognise.names.NameParts.Use;
import keepshelf.core.recognise.names.NameParts.Word;
import keepshelf.imaging.analyse.Handedness;
import org.jspecify.annotations.Nullable;

/**
 * Splits one name into words by separators, camel case and digits, and tells what each word is for.
 * Names come by the hundred thousand: expressions run only where they can match.
 */
final class NameSplitter {
  private static final Pattern VERSION =
      Pattern.compile(
          "(?i)(?<![\\p{L}\\p{N}])(?:v(?:er(?:sion)?)?[ _.-]?|rev["
              + " _.-]?)(\\d{1,3}(?:\\.\\d{1,3}){0,2})(?![\\p{L}\\p{N}]|\\.\\d)");
  private static final Pattern CAMEL_VERSION =
      Pattern.compile("(?<=[a-z0-9])V(\\d{1,2})(?![\\p{L}\\p{N}])");
  private static final Pattern SIGNED_Y =
      Pattern.compile("(?i)(?<![\\p{L}\\p{N}])(?:y([+-])|([+-])y)(?![\\p{L}\\p{N}])");
  private static final Pattern UDIM_UV =
      Pattern.compile("(?i)(?<![\\p{L}\\p{N}])u(\\d{1,2})_v(\\d{1,2})(?![\\p{L}\\p{N}])");
  private static final Pattern PIECE =
      Pattern.compile(
          "\\d+[kK](?![\\p{L}])|\\d{3,5}[xX]\\d{3,5}|\\d+(?i:bits?|px)(?![a-z])|\\d+"
              + "|\\p{Lu}{2,}(?=s(?![\\p{L}]))s|\\p{Lu}+(?!\\p{Ll})|\\p{Lu}?[\\p{Ll}\\p{M}]+|[\\p{L}\\p{M}&&[^\\p{Lu}\\p{Ll}]]+|\\p{Lu}");
  private static final Pattern SIZE = Pattern.compile("(\\d{3,5})(?:x(\\d{3,5}))?(?:px|p)?");
  private static final Pattern KILO = Pattern.compile("(\\d{1,2})k");
  private static final Pattern LEVEL_OF_DETAIL = Pattern.compile("lods?\\d{0,2}");
  private static final Pattern DEPTH = Pattern.compile("(?:8|16|32)(?:bits?|b|f|i|bpc)");
  private static final Pattern FORMAT_WORD =
      Pattern.compile("(?:png|jpe?g|tiff?|exr|tga|webp|hdr|psd)(?:8|16|32)?");
  private static final Set<String> BITS = Set.of("8", "16", "32");

  /** A name that a machine made: its letters mean nothing. */
  private static final Pattern UUID =
      Pattern.compile(
          "(?i)(?<![\\p{L}\\p{N}])([0-9a-f]{8})-([0-9a-f]{4})-([0-9a-f]{4})-([0-9a-f]{4})-([0-9a-f]{12})(?![\\p{L}\\p{N}])");

  private static final Pattern HASH = Pattern.compile("[0-9a-f]{16,}");

  private static final Set<String> GL =
      Set.of("gl", "ogl", "opengl", "yup", "yplus", "ypos", "glnormal", "openglnormal");
  private static final Set<String> DX =
      Set.of("dx", "directx", "d3d", "ydown", "yminus", "yneg", "dxnormal", "directxnormal");
  private static final String NORMAL = "normal";
  private static final Set<String> FILLER =
      Set.of(
          "srgb",
          "linear",
          "lin",
          "raw",
          "noncolor",
          "noncolour",
          "data",
          "hires",
          "highres",
          "lowres",
          "lores",
          "hr",
          "lr",
          "hq",
          "lq",
          "fullres",
          "seamless",
          "tileable",
          "tiling",
          "bit",
          "bits",
          "udim",
          "gamma",
          "rec709",
          "acescg",
          "aces",
          "rgb",
          "rgba",
          "grayscale",
          "greyscale",
          "px");

  final List<Word> words = new ArrayList<>();
  @Nullable String resolution;
  @Nullable String version;
  int tile;
  int innerTile = -1;
  Handedness handedness = Handedness.UNKNOWN;

  void read(String text) {
    String s = text;
    boolean digits = false;
    boolean v = false;
    boolean signed = false;
    for (int i = 0; i < s.length(); i++) {
      char c = s.charAt(i);
      digits |= c >= '0' && c <= '9';
      v |= c == 'v' || c == 'V';
      signed |= c == '+' || (c == '-' && nextToY(s, i));
    }
    if (signed) {
      s = takeSignedY(s);
    }
    if (digits && s.length() >= 36) {
      s = UUID.matcher(s).replaceAll("$1$2$3$4$5");
    }
    if (digits && v) {
      s = takeTile(s);
      s = takeVersion(VERSION.matcher(s), s);
      s = takeVersion(CAMEL_VERSION.matcher(s), s);
    }
    int start = -1;
    for (int i = 0; i <= s.length(); i++) {
      boolean inside = i < s.length() && inWord(s.charAt(i));
      if (inside && start < 0) {
        start = i;
      } else if (!inside && start >= 0) {
        chunk(s.substring(start, i));
        start = -1;
      }
    }
  }

  private static boolean inWord(char c) {
    if (c < 128) {
      return c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c >= '0' && c <= '9';
    }
    int type = Character.getType(c);
    return Character.isLetterOrDigit(c)
        || Character.isSurrogate(c)
        || type == Character.NON_SPACING_MARK
        || type == Character.COMBINING_SPACING_MARK
        || type == Character.ENCLOSING_MARK;
  }

  private static boolean nextToY(String s, int i) {
    return i > 0 && "yY".indexOf(s.charAt(i - 1)) >= 0
        || i + 1 < s.length() && "yY".indexOf(s.charAt(i + 1)) >= 0;
  }

  private String takeSignedY(String s) {
    Matcher y = SIGNED_Y.matcher(s);
    if (!y.find()) {
      return s;
    }
    String sign = y.group(1) != null ? y.group(1) : y.group(2);
    handedness = sign.equals("+") ? Handedness.GL : Handedness.DX;
    return s.substring(0, y.start()) + " " + s.substring(y.end());
  }

  private String takeTile(String s) {
    Matcher uv = UDIM_UV.matcher(s);
    if (!uv.find() || Integer.parseInt(uv.group(1)) < 1 || Integer.parseInt(uv.group(2)) < 1) {
      return s;
    }
    tile = 1000 + Integer.parseInt(uv.group(1)) + 10 * (Integer.parseInt(uv.group(2)) - 1);
    return s.substring(0, uv.start()) + " " + s.substring(uv.end());
  }

  /**
   * A tile number stands at the end; before other words such a number is part of the name. So is a
   * bare number that could be a size when "2k" says the size already.
   */
  void settleNumbers() {
    boolean named = false;
    boolean spelled = false;
    for (Word w : words) {
      spelled |= w.use() == Use.RESOLUTION && !bare(w);
    }
    for (int i = words.size() - 1; i >= 0; i--) {
      Word w = words.get(i);
      if (w.text().startsWith("bit")
          && i > 0
          && w.use() == Use.FILLER
          && BITS.contains(words.get(i - 1).text())) {
        words.set(i - 1, new Word(words.get(i - 1).text(), words.get(i - 1).joined(), Use.DEPTH));
      }
      if (w.use() == Use.TILE && named) {
        words.set(i, new Word(w.text(), w.joined(), Use.NAME));
        innerTile = w.joined() || i == 0 ? innerTile : i;
        tile = 0;
      }
      if (w.use() == Use.RESOLUTION && spelled && bare(w)) {
        words.set(i, new Word(w.text(), w.joined(), Use.NAME));
        tile = 0;
      }
      named |= words.get(i).names();
    }
    if (spelled) {
      words.stream()
          .filter(w -> w.use() == Use.RESOLUTION)
          .reduce((a, b) -> b)
          .ifPresent(w -> use(w.text()));
    }
  }

  private static boolean bare(Word w) {
    return w.text().chars().allMatch(Character::isDigit);
  }

  /** Replaces a version by a mark in place, so that its position among the words is kept. */
  private String takeVersion(Matcher v, String s) {
    if (!v.find() || (v.start() == 0 && v.end() == s.length())) {
      return s;
    }
    version = v.group(1).replaceFirst("^0+(?=\\d)", "");
    return s.substring(0, v.start()) + " " + s.substring(v.end());
  }

  private void chunk(String chunk) {
    String lower = chunk.toLowerCase(Locale.ROOT);
    if (lower.length() >= 16 && HASH.matcher(lower).matches()) {
      words.add(new Word(lower, false, Use.NAME));
      return;
    }
    if (lower.endsWith(NORMAL) && facing(lower) && !saysNormal()) {
      // "glnormal" says both what it is and which way it faces.
      add(lower.substring(0, lower.length() - NORMAL.length()), false);
      add(NORMAL, true);
      return;
    }
    if (allOf(chunk, 'a', 'z') || allOf(chunk, '0', '9') || known(lower)) {
      add(lower, false);
      return;
    }
    Matcher p = PIECE.matcher(chunk);
    boolean first = true;
    while (p.find()) {
      String piece = p.group().toLowerCase(Locale.ROOT);
      // "OpenGL", "DirectX" and "HiRes" are one word although camel case splits them.
      if (!words.isEmpty() && !first && mergesWithLast(piece)) {
        String both = words.removeLast().text() + piece;
        add(both, true);
      } else {
        add(piece, !first);
      }
      first = false;
    }
  }

  private static boolean facing(String word) {
    return GL.contains(word) || DX.contains(word);
  }

  /** Whether a word before says already that it is a normal map. */
  private boolean saysNormal() {
    return words.stream()
        .flatMap(w -> RoleVocabulary.senses(w.text()).stream())
        .anyMatch(s -> s.role() == MapRole.NORMAL);
  }

  private static boolean allOf(String s, char from, char to) {
    for (int i = 0; i < s.length(); i++) {
      if (s.charAt(i) < from || s.charAt(i) > to) {
        return false;
      }
    }
    return true;
  }

  private boolean mergesWithLast(String piece) {
    String both = words.getLast().text() + piece;
    return facing(both) && (!piece.equals(NORMAL) || saysNormal())
        || FILLER.contains(both)
        || levelOfDetail(both)
        || formatWord(both) && !Character.isDigit(both.charAt(0));
  }

  private static boolean formatWord(String t) {
    return "pjtewh".indexOf(t.charAt(0)) >= 0
        && t.length() <= 6
        && FORMAT_WORD.matcher(t).matches();
  }

  private static boolean levelOfDetail(String t) {
    return t.startsWith("lod") && LEVEL_OF_DETAIL.matcher(t).matches();
  }

  private static boolean known(String lower) {
    return facing(lower)
        || FILLER.contains(lower)
        || formatWord(lower)
        || !RoleVocabulary.senses(lower).isEmpty() && lower.length() > 1;
  }

  private void add(String t, boolean joined) {
    // "NRM16" and "disp32" say the depth of the file.
    boolean depth =
        joined
            && (t.equals("16") || t.equals("32") || t.equals("8"))
            && words.getLast().text().length() > 1
            && !RoleVocabulary.senses(words.getLast().text()).isEmpty();
    // "P1024" is a name, "Albedo1024" says a size.
    boolean numbered =
        joined && words.getLast().text().length() == 1 && t.chars().allMatch(Character::isDigit);
    words.add(new Word(t, joined, depth ? Use.DEPTH : numbered ? Use.NAME : use(t)));
  }

  private Use use(String t) {
    if (!Character.isDigit(t.charAt(0))) {
      return useOfWord(t);
    }
    Matcher k = KILO.matcher(t);
    if (k.matches()) {
      int n = Integer.parseInt(k.group(1));
      if (n >= 1 && n <= 32) {
        resolution = Resolution.label(n * 1024);
        return Use.RESOLUTION;
      }
    }
    Matcher size = SIZE.matcher(t);
    if (size.matches()) {
      int a = Integer.parseInt(size.group(1));
      int b = size.group(2) == null ? a : Integer.parseInt(size.group(2));
      boolean spelled = size.group(2) != null || t.endsWith("px");
      if (spelled || (Integer.bitCount(a) == 1 && a >= 256)) {
        if (a == 1024 && !spelled) {
          tile = tile == 0 ? 1024 : tile;
        }
        resolution = Resolution.label(Math.max(a, b));
        return Use.RESOLUTION;
      }
      if (a > 1000 && a < 1100 && t.length() == 4) {
        tile = a;
        return Use.TILE;
      }
    }
    return DEPTH.matcher(t).matches() ? Use.DEPTH : Use.NAME;
  }

  private Use useOfWord(String t) {
    if (formatWord(t)) {
      return Use.FORMAT;
    }
    if (GL.contains(t)) {
      handedness = Handedness.GL;
      return Use.HANDEDNESS;
    }
    if (DX.contains(t)) {
      handedness = Handedness.DX;
      return Use.HANDEDNESS;
    }
    return FILLER.contains(t) || levelOfDetail(t) ? Use.FILLER : Use.NAME;
  }
}
