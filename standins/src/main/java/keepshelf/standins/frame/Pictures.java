package keepshelf.standins.frame;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Collection;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.pixel.Pixels;

/**
 * The pictures of one document, each decoded once: they are wanted for their numbers and for the
 * surface's own picture. Very large ones are not kept.
 */
final class Pictures {
  private static final long KEPT = 20_000_000;

  private final Map<Path, Pixels> decoded = new ConcurrentHashMap<>();

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
   * The pixels of a file; of a name that stands for many tiles those of the first.
   *
   * @throws IOException when it cannot be decoded
   */
  Pixels of(Path file) throws IOException {
    Path one = Evaluation.firstTile(file);
    Pixels p = decoded.get(one);
    if (p == null) {
      p = ImageDecoder.decode(one);
      if ((long) p.width() * p.height() <= KEPT) {
        decoded.put(one, p);
      }
    }
    return p;
  }
}
