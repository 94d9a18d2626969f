package keepshelf.core.recognise;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import keepshelf.core.model.Resolution;
import keepshelf.imaging.analyse.Handedness;

/**
 * A file or folder name taken apart: words by separators, camel case and digits, with the parts
 * that say resolution, version, depth, format, handedness, tile or copy told apart from the rest.
 *
 * @param words all words in order
 * @param resolution label such as {@code 2K}, or null
 * @param version such as {@code 1.2}, or null
 * @param tile UDIM number 1001..1999 if a word could be one, or 0
 * @param handedness what a handedness word says, or unknown
 * @param copy whether a repeated-download mark was cut off
 * @param innerTile index of a word inside the name that could be a UDIM number, or -1
 */
record NameParts(
    List<Word> words,
    String resolution,
    String version,
    int tile,
    Handedness handedness,
    boolean copy,
    int innerTile) {
  /** What a word is for. */
  enum Use {
    /** Part of a name, or of a role. */
    NAME,
    RESOLUTION,
    VERSION,
    DEPTH,
    FORMAT,
    HANDEDNESS,
    TILE,
    /** Colour-space and other words that never name anything. */
    FILLER
  }

  /**
   * One word.
   *
   * @param text lower case
   * @param joined whether it stood against the word before without a separator
   * @param use what it is for
   */
  record Word(String text, boolean joined, Use use) {
    boolean names() {
      return use == Use.NAME;
    }
  }

  private static final Pattern COPY =
      Pattern.compile(
          "(?i)(?:[ _-]*\\(\\d{1,3}\\)|[ _-]+-?[ _]*copy(?:[ _]?\\d{1,3}|[ _]?\\(\\d+\\))?)$");
  private static final Pattern COPY_OF = Pattern.compile("(?i)^copy[ _-]+(?:\\d+[ _-]+)?of[ _-]+");
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
  private static final Set<String> GL =
      Set.of("gl", "ogl", "opengl", "yup", "yplus", "glnormal", "openglnormal");
  private static final Set<String> DX =
      Set.of("dx", "directx", "d3d", "ydown", "yminus", "dxnormal", "directxnormal");
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

  /** Takes {@code stem}, a name without extension, apart. */
  static NameParts of(String stem) {
    String s = Normalizer.normalize(stem, Normalizer.Form.NFC);
    boolean copy = false;
    // Names are read by the hundred thousand: expressions run only where they can match.
    if (s.endsWith(")") || s.contains("opy") || s.contains("OPY")) {
      Matcher m = COPY.matcher(s);
      while (m.find() && m.start() > 0) {
        s = s.substring(0, m.start());
        copy = true;
        m = COPY.matcher(s);
      }
      m = COPY_OF.matcher(s);
      if (m.find() && m.end() < s.length()) {
        s = s.substring(m.end());
        copy = true;
      }
    }
    Reader r = new Reader();
    r.read(s);
    r.settleNumbers();
    return new NameParts(
        List.copyOf(r.words), r.resolution, r.version, r.tile, r.handedness, copy, r.innerTile);
  }

  /** The number at {@link #innerTile()}, or 0. */
  int innerTileNumber() {
    return innerTile < 0 ? 0 : Integer.parseInt(words.get(innerTile).text());
  }

  /** The same with the number inside the name taken as its UDIM tile. */
  NameParts withInnerTile() {
    List<Word> changed = new ArrayList<>(words);
    Word w = changed.get(innerTile);
    changed.set(innerTile, new Word(w.text(), w.joined(), Use.TILE));
    return new NameParts(
        List.copyOf(changed), resolution, version, innerTileNumber(), handedness, copy, -1);
  }

  private static final class Reader {
    private final List<Word> words = new ArrayList<>();
    private String resolution;
    private String version;
    private int tile;
    private int innerTile = -1;
    private Handedness handedness = Handedness.UNKNOWN;

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
     * A tile number stands at the end; before other words such a number is part of the name. So is
     * a bare number that could be a size when "2k" says the size already.
     */
    void settleNumbers() {
      boolean named = false;
      boolean spelled = false;
      for (Word w : words) {
        spelled |= w.use() == Use.RESOLUTION && !bare(w);
      }
      for (int i = words.size() - 1; i >= 0; i--) {
        Word w = words.get(i);
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
      return GL.contains(both)
          || DX.contains(both)
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
      return GL.contains(lower)
          || DX.contains(lower)
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

  /** The words that name something, without {@code from..to}, written with underscores. */
  static String key(List<Word> words, int from, int to) {
    StringBuilder b = new StringBuilder();
    String last = "";
    for (int i = 0; i < words.size(); i++) {
      Word w = words.get(i);
      if (!w.names() || (i >= from && i < to)) {
        continue;
      }
      if (!last.isEmpty()) {
        boolean digits = Character.isDigit(w.text().charAt(0));
        boolean lastDigits = Character.isDigit(last.charAt(last.length() - 1));
        boolean adjacent =
            w.joined() && i > 0 && words.get(i - 1).names() && !(i - 1 >= from && i - 1 < to);
        b.append(adjacent && digits != lastDigits ? "" : "_");
      }
      b.append(w.text());
      last = w.text();
    }
    return b.toString();
  }

  /** The naming words with nothing left out. */
  String key() {
    return key(words, 0, 0);
  }

  /** Whether nothing but resolution, format and such is left. */
  boolean onlyMeta() {
    return !words.isEmpty() && words.stream().noneMatch(Word::names);
  }

  /**
   * A key without marks between letters, so that {@code TarredRope} and {@code tarredrope} meet.
   */
  static String folded(String key) {
    StringBuilder b = new StringBuilder();
    for (int i = 0; i < key.length(); i++) {
      char c = key.charAt(i);
      boolean betweenDigits =
          c == '_'
              && i > 0
              && i + 1 < key.length()
              && Character.isDigit(key.charAt(i - 1))
              && Character.isDigit(key.charAt(i + 1));
      if (c != '_' || betweenDigits) {
        b.append(c);
      }
    }
    return b.toString();
  }

  /** "tarred_rope" as "Tarred Rope". */
  static String title(String key) {
    StringBuilder b = new StringBuilder();
    for (String w : key.split("_")) {
      if (!w.isEmpty()) {
        b.append(b.isEmpty() ? "" : " ")
            .appendCodePoint(Character.toTitleCase(w.codePointAt(0)))
            .append(w.substring(Character.charCount(w.codePointAt(0))));
      }
    }
    return b.toString();
  }
}
