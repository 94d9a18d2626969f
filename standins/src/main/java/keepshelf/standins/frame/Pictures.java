package keepshelf.standins.frame;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Collection;
import java.util.HexFormat;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageProbe;
import keepshelf.imaging.pixel.Pixels;

/**
 * The pictures of one document, each decoded once: they are wanted for their numbers and for the
 * surface's own picture. Very large ones are not kept.
 *
 * <p>Whoever asks may know the contents of some pictures, by their hashes. Of those only the header
 * is read, and a chart is loaded in their place, so that what the document makes of a picture can
 * be told without decoding it.
 */
final class Pictures {
  private static final long KEPT = 20_000_000;

  /**
   * A picture that whoever asks knows by its contents.
   *
   * @param sha256 of its contents
   * @param width in pixels, as its header says
   * @param height in pixels
   */
  record Known(String sha256, int width, int height) {}

  private final Map<Path, Pixels> decoded = new ConcurrentHashMap<>();
  private final Map<Path, Optional<Known>> known = new ConcurrentHashMap<>();
  private final Map<String, Path> charts;

  /** Pictures of which nothing is known. */
  Pictures() {
    this(Map.of());
  }

  /**
   * Pictures of which some are known.
   *
   * @param charts by the hash of a known picture the one that is loaded in its place
   */
  Pictures(Map<String, Path> charts) {
    this.charts = Map.copyOf(charts);
  }

  /** Decodes files side by side; what cannot be decoded is found out when it is asked for. */
  void prepare(Collection<Path> files) {
    files.stream()
        .distinct()
        .parallel()
        .forEach(f -> {
          try {
            of(f);
          } catch (IOException | RuntimeException e) {
            // Said of the input that has it.
          }
        });
  }

  /**
   * What is known of a picture before it is decoded; of a name that stands for many tiles, of the
   * first. Empty for one that has to be looked at.
   *
   * @throws IOException when it, or its header, cannot be read
   */
  Optional<Known> known(Path file) throws IOException {
    if (charts.isEmpty()) {
      return Optional.empty();
    }
    Path one = Evaluation.firstTile(file);
    Optional<Known> have = known.get(one);
    if (have == null) {
      String hash = sha256(one);
      have =
          charts.containsKey(hash)
              ? ImageProbe.probe(one).map(i -> new Known(hash, i.width(), i.height()))
              : Optional.empty();
      known.put(one, have);
    }
    return have;
  }

  /**
   * The pixels of a file, or of the chart in its place; of a name that stands for many tiles those
   * of the first.
   *
   * @throws IOException when it cannot be decoded
   */
  Pixels of(Path file) throws IOException {
    Optional<Known> k = known(file);
    Path one = k.isPresent() ? charts.get(k.get().sha256()) : Evaluation.firstTile(file);
    Pixels p = decoded.get(one);
    if (p == null) {
      p = ImageDecoder.decode(one);
      if ((long) p.width() * p.height() <= KEPT) {
        decoded.put(one, p);
      }
    }
    return p;
  }

  private static String sha256(Path file) throws IOException {
    try (InputStream in = Files.newInputStream(file)) {
      MessageDigest d = MessageDigest.getInstance("SHA-256");
      byte[] buffer = new byte[1 << 16];
      for (int n = in.read(buffer); n > 0; n = in.read(buffer)) {
        d.update(buffer, 0, n);
      }
      return HexFormat.of().formatHex(d.digest());
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }
}
