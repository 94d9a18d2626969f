package keepshelf.core.report;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.apache.fontbox.ttf.CmapLookup;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.io.RandomAccessReadBuffer;
import org.apache.pdfbox.io.RandomAccessReadBufferedFile;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Finds a font of this computer for letters that the shipped ones have not, such as Greek, Cyrillic
 * or Han: names of makers and jobs are written in all of them.
 */
final class MoreLetters {
  private static final Logger LOG = LoggerFactory.getLogger(MoreLetters.class);

  /** Where systems keep their fonts; those that are not there are passed over. */
  static final List<Path> FOLDERS =
      List.of(
          Path.of("/usr/share/fonts"),
          Path.of("/usr/local/share/fonts"),
          Path.of(System.getProperty("user.home"), ".local/share/fonts"),
          Path.of("/Library/Fonts"),
          Path.of("/System/Library/Fonts"),
          Path.of("C:/Windows/Fonts"));

  private static final int DEPTH = 4;
  private static final int MOST_FILES = 800;
  private static final long MOST_BYTES = 40L << 20;

  private MoreLetters() {}

  /** Code points of {@code text} that the font in {@code shipped} does not have. */
  static Set<Integer> missing(String text, InputStream shipped) throws IOException {
    Set<Integer> out = new TreeSet<>();
    try (InputStream in = shipped;
        TrueTypeFont f = new TTFParser().parse(new RandomAccessReadBuffer(in))) {
      CmapLookup glyphs = f.getUnicodeCmapLookup();
      text.codePoints()
          .distinct()
          .filter(c -> !Character.isISOControl(c) && !Character.isWhitespace(c))
          .filter(c -> glyphs.getGlyphId(c) == 0)
          .forEach(out::add);
    }
    return out;
  }

  /**
   * The file of the font that has most of the letters; empty when none has any.
   *
   * @param folders that are looked through
   */
  static Optional<Path> having(Set<Integer> letters, List<Path> folders) {
    Path best = null;
    long most = 0;
    for (Path file : files(folders)) {
      long has = count(file, letters);
      if (has > most) {
        best = file;
        most = has;
        if (has == letters.size()) {
          break;
        }
      }
    }
    return Optional.ofNullable(best);
  }

  /** Plain faces first: text is set in them. */
  private static List<Path> files(List<Path> folders) {
    List<Path> out = new ArrayList<>();
    for (Path folder : folders) {
      if (Files.isDirectory(folder)) {
        try (Stream<Path> all = Files.walk(folder, DEPTH)) {
          all.filter(f -> f.toString().toLowerCase(java.util.Locale.ROOT).endsWith(".ttf"))
              .limit(MOST_FILES)
              .forEach(out::add);
        } catch (IOException | java.io.UncheckedIOException e) {
          LOG.info("fonts in {} are passed over", folder, e);
        }
      }
    }
    out.sort(
        Comparator.comparing((Path f) -> isStyled(f.getFileName().toString()))
            .thenComparing(Path::toString));
    return out;
  }

  private static boolean isStyled(String name) {
    return name.matches("(?i).*(bold|italic|oblique|mono|condensed|light|thin|serif|black).*");
  }

  private static long count(Path file, Set<Integer> letters) {
    try {
      if (Files.size(file) > MOST_BYTES) {
        return 0;
      }
      try (TrueTypeFont f =
          new TTFParser().parse(new RandomAccessReadBufferedFile(file.toFile()))) {
        CmapLookup glyphs = f.getUnicodeCmapLookup();
        return letters.stream().filter(c -> glyphs.getGlyphId(c) != 0).count();
      }
    } catch (IOException | RuntimeException e) {
      LOG.info("the font {} cannot be read", file, e);
      return 0;
    }
  }
}
