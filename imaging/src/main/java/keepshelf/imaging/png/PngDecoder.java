package keepshelf.imaging.png;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Path;
import java.util.Optional;
import keepshelf.imaging.pixel.Pixels;

/**
 * Decodes PNG of 8 and 16 bits without palette and interlacing: it is what most maps are, and they
 * are decoded often. Others are left to the platform's decoder.
 */
public final class PngDecoder {
  private PngDecoder() {}

  /**
   * The picture in {@code file}; empty when it is of a kind that is left to others.
   *
   * @throws IOException when it is damaged or cut off
   */
  public static Optional<Pixels> decode(Path file) throws IOException {
    Optional<PngLines> opened = PngLines.open(file);
    if (opened.isEmpty()) {
      return Optional.empty();
    }
    try (PngLines in = opened.get()) {
      long samples = (long) in.width() * in.height() * in.channels();
      if (samples > Integer.MAX_VALUE - 64) {
        return Optional.empty();
      }
      return Optional.of(in.bits() == 8 ? bytes(in) : shorts(in));
    }
  }

  private static Pixels bytes(PngLines in) throws IOException {
    int line = in.lineBytes();
    byte[] out = new byte[line * in.height()];
    for (int y = 0; y < in.height(); y++) {
      in.next(out, y * line);
    }
    return Pixels.u8(in.width(), in.height(), in.channels(), out);
  }

  /** Two lines of bytes are kept beside the samples, not the whole picture once more. */
  private static Pixels shorts(PngLines in) throws IOException {
    int line = in.lineBytes();
    short[] out = new short[line / 2 * in.height()];
    byte[] two = new byte[2 * line];
    for (int y = 0; y < in.height(); y++) {
      System.arraycopy(two, line, two, 0, line);
      in.next(two, line);
      ByteBuffer.wrap(two, line, line).asShortBuffer().get(out, y * line / 2, line / 2);
    }
    return Pixels.u16(in.width(), in.height(), in.channels(), out);
  }
}
