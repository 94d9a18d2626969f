package keepshelf.core.recognise.names;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import keepshelf.imaging.analyse.Handedness;
import org.jspecify.annotations.Nullable;

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
public record NameParts(
    List<Word> words,
    @Nullable String resolution,
    @Nullable String version,
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

  private static final Pattern SHORT_CAPITALS =
      Pattern.compile("(?<![\\p{L}])\\p{Lu}{2,4}(?![\\p{Ll}])");

  private static final Pattern COPY =
      Pattern.compile(
          "(?i)(?:[ _-]*\\(\\d{1,3}\\)|[ _-]+-?[ _]*copy(?:[ _]?\\d{1,3}|[ _]?\\(\\d+\\))?)$");
  private static final Pattern COPY_OF = Pattern.compile("(?i)^copy[ _-]+(?:\\d+[ _-]+)?of[ _-]+");

  /** A version that no word announces: numbers with full stops, by themselves. */
  private static final Pattern BARE_VERSION =
      Pattern.compile(
          "(?<=[\\p{L}\\p{N})][ _-]{1,3})(\\d{1,3}\\.\\d{1,3}(?:\\.\\d{1,3})?)(?![\\p{L}\\p{N}.])");

  /**
   * Takes the name of an archive or a pack apart. Other than in names of pictures, numbers with
   * full stops at its end are its version, when nothing but resolution, format and such follows.
   */
  public static NameParts ofPack(String stem) {
    NameParts p = of(stem);
    Matcher m = BARE_VERSION.matcher(stem);
    if (p.version != null || !m.find()) {
      return p;
    }
    String after = stem.substring(m.end());
    boolean end =
        after.isBlank() || of("x " + after).words.stream().filter(Word::names).count() <= 1;
    if (!end || after.matches("(?i)[ _-]?(m|cm|mm|in|ft|km)(?![\\p{L}\\p{N}]).*")) {
      return p;
    }
    NameParts rest = of(stem.substring(0, m.start()).replaceAll("[ _-]+$", "") + after);
    return new NameParts(
        rest.words,
        rest.resolution,
        m.group(1),
        rest.tile,
        rest.handedness,
        rest.copy,
        rest.innerTile);
  }

  /** Takes {@code stem}, a name without extension, apart. */
  public static NameParts of(String stem) {
    String s = Normalizer.normalize(stem, Normalizer.Form.NFC);
    boolean copy = false;
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
    NameSplitter r = new NameSplitter();
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
  public NameParts withInnerTile() {
    List<Word> changed = new ArrayList<>(words);
    Word w = changed.get(innerTile);
    changed.set(innerTile, new Word(w.text(), w.joined(), Use.TILE));
    return new NameParts(
        List.copyOf(changed), resolution, version, innerTileNumber(), handedness, copy, -1);
  }

  /** The words that name something, without {@code from..to}, written with underscores. */
  public static String key(List<Word> words, int from, int to) {
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
  public String key() {
    return key(words, 0, 0);
  }

  /** Whether nothing but resolution, format and such is left. */
  boolean onlyMeta() {
    return !words.isEmpty() && words.stream().noneMatch(Word::names);
  }

  /**
   * A key without marks between letters, so that {@code TarredRope} and {@code tarredrope} meet.
   */
  public static String folded(String key) {
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

  /**
   * As {@link #title(String)}, but for short words that {@code written} has in capitals among small
   * letters: "HA_Slate-Shingle" is of "HA".
   */
  public static String title(String key, String written) {
    String title = title(key);
    if (written.equals(written.toUpperCase(Locale.ROOT))) {
      return title;
    }
    Matcher m = SHORT_CAPITALS.matcher(written);
    while (m.find()) {
      String word = m.group();
      String first = word.charAt(0) + word.substring(1).toLowerCase(Locale.ROOT);
      title = title.replaceAll("\\b" + first + "\\b", word);
    }
    return title;
  }

  /** "tarred_rope" as "Tarred Rope". */
  public static String title(String key) {
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
