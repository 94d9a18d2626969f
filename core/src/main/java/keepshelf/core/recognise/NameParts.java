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
 */
record NameParts(
    List<Word> words,
    String resolution,
    String version,
    int tile,
    Handedness handedness,
    boolean copy) {
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
  private static final Pattern CHUNK = Pattern.compile("[\\p{L}\\p{M}\\p{N}]+");
  private static final Pattern PIECE =
      Pattern.compile(
          "\\d+[kK](?![\\p{L}])|\\d{3,5}[xX]\\d{3,5}|\\d+(?i:bits?|px)(?![a-z])|\\d+"
              + "|\\p{Lu}{2,}(?=s(?![\\p{L}]))s|\\p{Lu}+(?!\\p{Ll})|\\p{Lu}?[\\p{Ll}\\p{M}]+|[\\p{L}\\p{M}&&[^\\p{Lu}\\p{Ll}]]+|\\p{Lu}");
  private static final Pattern SIZE = Pattern.compile("(\\d{3,5})(?:x(\\d{3,5}))?(?:px|p)?");
  private static final Pattern KILO = Pattern.compile("(\\d{1,2})k");
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
    Matcher m = COPY.matcher(s);
    while (m.find() && m.start() > 0) {
      s = s.substring(0, m.start());
      copy = true;
      m = COPY.matcher(s);
    }
    Reader r = new Reader();
    r.read(s);
    r.settleNumbers();
    return new NameParts(List.copyOf(r.words), r.resolution, r.version, r.tile, r.handedness, copy);
  }

  private static final class Reader {
    private final List<Word> words = new ArrayList<>();
    private String resolution;
    private String version;
    private int tile;
    private Handedness handedness = Handedness.UNKNOWN;

    void read(String text) {
      String s = text;
      Matcher y = SIGNED_Y.matcher(s);
      if (y.find()) {
        String sign = y.group(1) != null ? y.group(1) : y.group(2);
        handedness = sign.equals("+") ? Handedness.GL : Handedness.DX;
        s = s.substring(0, y.start()) + " " + s.substring(y.end());
      }
      Matcher uv = UDIM_UV.matcher(s);
      if (uv.find() && Integer.parseInt(uv.group(1)) >= 1 && Integer.parseInt(uv.group(2)) >= 1) {
        tile = 1000 + Integer.parseInt(uv.group(1)) + 10 * (Integer.parseInt(uv.group(2)) - 1);
        s = s.substring(0, uv.start()) + " " + s.substring(uv.end());
      }
      s = takeVersion(VERSION.matcher(s), s);
      s = takeVersion(CAMEL_VERSION.matcher(s), s);
      Matcher chunk = CHUNK.matcher(s);
      while (chunk.find()) {
        chunk(chunk.group());
      }
    }

    /**
     * A tile number stands at the end; before other words such a number is part of the name. So is
     * a bare number that could be a size when "2k" says the size already.
     */
    void settleNumbers() {
      boolean named = false;
      boolean spelled = words.stream().anyMatch(w -> w.use() == Use.RESOLUTION && !bare(w));
      for (int i = words.size() - 1; i >= 0; i--) {
        Word w = words.get(i);
        if (w.use() == Use.TILE && named) {
          words.set(i, new Word(w.text(), w.joined(), Use.NAME));
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
      if (known(lower)) {
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

    private boolean mergesWithLast(String piece) {
      String both = words.getLast().text() + piece;
      return GL.contains(both)
          || DX.contains(both)
          || FILLER.contains(both)
          || FORMAT_WORD.matcher(both).matches() && !Character.isDigit(both.charAt(0));
    }

    private static boolean known(String lower) {
      return GL.contains(lower)
          || DX.contains(lower)
          || FILLER.contains(lower)
          || FORMAT_WORD.matcher(lower).matches()
          || !RoleVocabulary.senses(lower).isEmpty() && lower.length() > 1;
    }

    private void add(String t, boolean joined) {
      words.add(new Word(t, joined, use(t)));
    }

    private Use use(String t) {
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
      if (DEPTH.matcher(t).matches()) {
        return Use.DEPTH;
      }
      if (FORMAT_WORD.matcher(t).matches()) {
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
      return FILLER.contains(t) ? Use.FILLER : Use.NAME;
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
