package keepshelf.standins.frame;

import java.io.IOException;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.pixel.Pixels;

/**
 * The pictures of one document, each decoded once: they are wanted for their numbers and for the
 * surface's own picture. Very large ones are not kept.
 */
final class Pictures {
  private static final long KEPT = 20_000_000;

  private final Map<Path, Pixels> decoded = new HashMap<>();

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
