package keepshelf.core.intake;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import keepshelf.core.recognise.found.SourceFile;
import org.jspecify.annotations.Nullable;

/**
 * What the documents in a pack say about it; every field may be null.
 *
 * @param licence SPDX identifier; {@code LicenseRef-…} for a vendor's own terms that lie in the
 *     pack
 * @param source who delivered it
 * @param creator who made it
 * @param page where it came from
 * @param version of the pack
 * @param tileMetres width of one tile
 */
public record PackText(
    @Nullable String licence,
    @Nullable String source,
    @Nullable String creator,
    @Nullable String page,
    @Nullable String version,
    @Nullable Double tileMetres) {
  /** Nothing known. */
  public static final PackText NONE = new PackText(null, null, null, null, null, null);

  private static final int MOST = 256 * 1024;

  /** Longer lines are running text, of which the beginning is enough. */
  private static final int LONGEST_LINE = 600;

  /** Signs that stand before a line's own text in lists, headings and quotes. */
  private static final String BULLETS = " \t*#>-";

  // Each is asked of one short line at a time, and holds no repetition of a repetition.
  private static final Pattern FIELD =
      Pattern.compile(
          "(?i)(source|vendor|from|publisher|author|creator|artist|made"
              + " by|credit|version|page|url|web|link) ?[:=] ?(\\S.*)");
  private static final Pattern SPDX =
      Pattern.compile("(?i)SPDX-License-Identifier ?: ?([A-Za-z0-9.+-]{1,100})");
  private static final Pattern SPDX_LINE =
      Pattern.compile(
          "(?i)licen[cs]e ?[:=] ?((?:CC0|CC-BY|CC"
              + " BY|MIT|Apache|ODbL|OFL|GPL|LGPL|BSD|Unlicense|0BSD|LicenseRef)[A-Za-z0-9."
              + " +-]{0,100})");
  private static final Pattern CC0 =
      Pattern.compile("(?i)\\bcc0\\b|creative commons zero|public domain dedication");
  private static final Pattern CC =
      Pattern.compile(
          "(?i)(?:creative commons attribution|\\bcc[ -]by)((?:["
              + " -](?:non-?commercial|nc|share-?alike|sa|no-?deriv\\w{0,10}|nd)){0,6})(?:"
              + " international)?[ -]?(?:licen[cs]e)?[ -]{0,3}(?:version )?(\\d\\.\\d)?");
  private static final Pattern TILE =
      Pattern.compile(
          "(?i)(?:tile|tile size|tiles? every|repeat|covers?|real[- ]?world size|texture"
              + " size|surface|dimensions?|size) ?(?:size|width)? ?[:=]? ?(?:is |about |of"
              + " )?(\\d{1,6}(?:[.,]\\d{1,6})?) ?(?:(?:x|×|by) ?\\d{1,6}(?:[.,]\\d{1,6})?"
              + " ?)?(mm|cm|m|metres?|meters?|in|inch(?:es)?|ft|feet)\\b");

  /** Reads the small text documents among {@code files}. */
  static PackText read(List<SourceFile> files) {
    PackText text = NONE;
    for (SourceFile f : files) {
      String ext = f.extension();
      boolean readable =
          f.onDisk() != null
              && f.size() > 0
              && f.size() <= MOST
              && (List.of(
                          "txt", "md", "nfo", "html", "htm", "spdx", "lic", "license", "licence",
                          "url", "webloc", "rst")
                      .contains(ext)
                  || !f.name().contains("."));
      if (readable) {
        try {
          text = text.or(of(new String(Files.readAllBytes(f.onDisk()), StandardCharsets.UTF_8)));
        } catch (IOException | RuntimeException | StackOverflowError | OutOfMemoryError e) {
          org.slf4j.LoggerFactory.getLogger(PackText.class).debug("not read: {}", f.path(), e);
        }
      }
    }
    return text.licence() == null && hasTerms(files)
        ? text.or(
            new PackText(
                "LicenseRef-"
                    + (text.source() == null
                        ? "Own-Terms"
                        : text.source().replaceAll("[^A-Za-z0-9.]+", "-")),
                null,
                null,
                null,
                null,
                null))
        : text;
  }

  /** Whether a text stands there that only a licence is called. */
  private static boolean hasTerms(List<SourceFile> files) {
    return files.stream()
        .anyMatch(f ->
            f.image() == null
                && f.size() > 0
                && f.stem().toLowerCase(Locale.ROOT).matches(".*(licen[cs]e|eula|terms).*"));
  }

  /** What one text says. */
  static PackText of(String text) {
    String source = null;
    String creator = null;
    String page = null;
    String version = null;
    List<String> lines = text.lines().map(PackText::tidy).toList();
    for (String line : lines) {
      Matcher m = FIELD.matcher(line);
      if (!m.matches()) {
        continue;
      }
      String v = m.group(2).length() > 200 ? m.group(2).substring(0, 200) : m.group(2);
      switch (m.group(1).toLowerCase(Locale.ROOT)) {
        case "source", "vendor", "from", "publisher" -> source = source == null ? v : source;
        case "author", "creator", "artist", "made by", "credit" ->
            creator = creator == null ? v : creator;
        case "version" -> version = version == null ? v.replaceFirst("^[vV]", "") : version;
        default -> page = page == null ? v : page;
      }
    }
    String flat = flat(text);
    return new PackText(licence(lines, flat), source, creator, page, version, tile(flat));
  }

  /** The beginning of a line without what stands before its text, blanks as single spaces. */
  private static String tidy(String line) {
    String s = flat(line.length() > LONGEST_LINE ? line.substring(0, LONGEST_LINE) : line);
    int from = 0;
    while (from < s.length() && BULLETS.indexOf(s.charAt(from)) >= 0) {
      from++;
    }
    return s.substring(from).stripTrailing();
  }

  /** Control characters and runs of blanks as single spaces. */
  private static String flat(String text) {
    StringBuilder b = new StringBuilder(text.length());
    boolean blank = false;
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      boolean now = Character.isWhitespace(c) || Character.isISOControl(c) || c == '\u00A0';
      if (!now) {
        b.append(c);
      } else if (!blank) {
        b.append(' ');
      }
      blank = now;
    }
    return b.toString();
  }

  private static @Nullable String licence(List<String> lines, String flat) {
    Matcher spdx = SPDX.matcher(flat);
    if (spdx.find()) {
      return spdx.group(1);
    }
    for (String line : lines) {
      Matcher m = SPDX_LINE.matcher(line);
      if (m.matches()) {
        return m.group(1)
            .trim()
            .replaceAll("(?i)^CC0$", "CC0-1.0")
            .replace("CC0 1.0", "CC0-1.0")
            .replace(' ', '-');
      }
    }
    if (CC0.matcher(flat).find()) {
      return "CC0-1.0";
    }
    Matcher cc = CC.matcher(flat);
    if (cc.find()) {
      String terms = cc.group(1).toLowerCase(Locale.ROOT);
      String id =
          "CC-BY"
              + (terms.contains("nc") || terms.contains("commercial") ? "-NC" : "")
              + (terms.contains("sa") || terms.contains("alike") ? "-SA" : "")
              + (terms.contains("nd") || terms.contains("deriv") ? "-ND" : "");
      return id + "-" + (cc.group(2) == null ? "4.0" : cc.group(2));
    }
    return null;
  }

  private static @Nullable Double tile(String text) {
    Matcher m = TILE.matcher(text);
    if (!m.find()) {
      return null;
    }
    double v = Double.parseDouble(m.group(1).replace(',', '.'));
    double unit =
        switch (m.group(2).toLowerCase(Locale.ROOT)) {
          case "mm" -> 0.001;
          case "cm" -> 0.01;
          case "in", "inch", "inches" -> 0.0254;
          case "ft", "feet" -> 0.3048;
          default -> 1;
        };
    double metres = v * unit;
    return metres > 0.001 && metres < 1000
        ? Double.valueOf(Math.round(metres * 10_000) / 10_000.0)
        : null;
  }

  /** This, with gaps filled from {@code other}. */
  public PackText or(PackText other) {
    return new PackText(
        first(licence, other.licence),
        first(source, other.source),
        first(creator, other.creator),
        first(page, other.page),
        first(version, other.version),
        first(tileMetres, other.tileMetres));
  }

  private static <T> @Nullable T first(@Nullable T a, @Nullable T b) {
    return a != null ? a : b;
  }
}
