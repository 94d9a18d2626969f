package keepshelf.core.intake;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import keepshelf.core.recognise.SourceFile;

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
    String licence, String source, String creator, String page, String version, Double tileMetres) {
  /** Nothing known. */
  public static final PackText NONE = new PackText(null, null, null, null, null, null);

  private static final int MOST = 256 * 1024;
  private static final Pattern FIELD =
      Pattern.compile(
          "(?im)^[ \\t*#>-]*(source|vendor|from|publisher|author|creator|artist|made"
              + " by|credit|version|page|url|web|link)\\s*[:=]\\s*(\\S.*?)\\s*$");
  private static final Pattern SPDX =
      Pattern.compile("(?i)SPDX-License-Identifier\\s*:\\s*([A-Za-z0-9.+-]+)");
  private static final Pattern SPDX_LINE =
      Pattern.compile(
          "(?im)^[ \\t*#>-]*licen[cs]e\\s*[:=]\\s*((?:CC0|CC-BY|CC"
              + " BY|MIT|Apache|ODbL|OFL|GPL|LGPL|BSD|Unlicense|0BSD|LicenseRef)[A-Za-z0-9."
              + " +-]*?)\\s*$");
  private static final Pattern CC =
      Pattern.compile(
          "(?is)(?:creative\\s+commons\\s+attribution|\\bcc[ -]by)((?:["
              + " -](?:non-?commercial|nc|share-?alike|sa|no-?deriv\\w*|nd))*)(?:\\s+international)?(?:\\s+|-)?(?:licen[cs]e)?["
              + " -]*(?:version\\s+)?(\\d\\.\\d)?");
  private static final Pattern TILE =
      Pattern.compile(
          "(?i)(?:tile|tile size|tiles? every|repeat|covers?|real[- ]?world size|texture"
              + " size|surface|dimensions?|size)\\s*(?:size|width)?\\s*[:=]?\\s*(?:is\\s+|about\\s+|of\\s+)?(\\d+(?:[.,]\\d+)?)\\s*(?:(?:x|×|by)\\s*\\d+(?:[.,]\\d+)?\\s*)?(mm|cm|m|metres?|meters?|in|inch(?:es)?|ft|feet)\\b");

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
        } catch (IOException e) {
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
    Matcher m = FIELD.matcher(text);
    while (m.find()) {
      String v = m.group(2).length() > 200 ? m.group(2).substring(0, 200) : m.group(2);
      switch (m.group(1).toLowerCase(Locale.ROOT)) {
        case "source", "vendor", "from", "publisher" -> source = source == null ? v : source;
        case "author", "creator", "artist", "made by", "credit" ->
            creator = creator == null ? v : creator;
        case "version" -> version = version == null ? v.replaceFirst("^[vV]", "") : version;
        default -> page = page == null ? v : page;
      }
    }
    return new PackText(licence(text), source, creator, page, version, tile(text));
  }

  private static String licence(String text) {
    Matcher spdx = SPDX.matcher(text);
    if (spdx.find()) {
      return spdx.group(1);
    }
    Matcher line = SPDX_LINE.matcher(text);
    if (line.find()) {
      return line.group(1)
          .trim()
          .replaceAll("(?i)^CC0$", "CC0-1.0")
          .replace("CC0 1.0", "CC0-1.0")
          .replace(' ', '-');
    }
    String flat = text.replaceAll("\\s+", " ");
    if (Pattern.compile("(?i)\\bcc0\\b|creative commons zero|public domain dedication")
        .matcher(flat)
        .find()) {
      return "CC0-1.0";
    }
    Matcher cc = CC.matcher(flat);
    if (cc.find()) {
      String terms = cc.group(1).toLowerCase(Locale.ROOT);
      String id =
          "CC-BY"
              + (terms.matches(".*(non-?commercial|nc).*") ? "-NC" : "")
              + (terms.matches(".*(share-?alike|sa).*") ? "-SA" : "")
              + (terms.matches(".*(no-?deriv|nd).*") ? "-ND" : "");
      return id + "-" + (cc.group(2) == null ? "4.0" : cc.group(2));
    }
    return null;
  }

  private static Double tile(String text) {
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

  private static <T> T first(T a, T b) {
    return a != null ? a : b;
  }
}
