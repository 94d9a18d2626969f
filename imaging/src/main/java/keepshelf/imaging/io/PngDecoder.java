package keepshelf.imaging.io;

import java.io.BufferedInputStream;
import java.io.DataInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.zip.DataFormatException;
import java.util.zip.Inflater;
import keepshelf.imaging.pixel.Pixels;

/**
 * Decodes PNG of 8 and 16 bits without palette and interlacing (PNG Specification, Third Edition),
 * in about the time that inflating takes: it is what most maps are, and they are decoded often.
 * Others are left to the platform's decoder.
 */
final class PngDecoder {
  private static final int PIECE = 1 << 16;

  /** Filtered lines are inflated so many bytes at a time. */
  private static final int BAND = 1 << 18;

  private final DataInputStream in;
  private int width;
  private int height;
  private int channels;
  private int bits;
  private int left;

  private PngDecoder(InputStream in) {
    this.in = new DataInputStream(in);
  }

  /**
   * The picture in {@code file}; empty when it is of a kind that is left to others.
   *
   * @throws IOException when it is damaged or cut off
   */
  static Optional<Pixels> decode(Path file) throws IOException {
    try (InputStream in = new BufferedInputStream(Files.newInputStream(file), PIECE)) {
      return new PngDecoder(in).run();
    } catch (EOFException e) {
      throw new UnreadableImageException("its pixels are damaged or cut off", e);
    }
  }

  private Optional<Pixels> run() throws IOException {
    in.skipNBytes(8);
    String chunk = next();
    if (!chunk.equals("IHDR") || left != 13) {
      return Optional.empty();
    }
    width = in.readInt();
    height = in.readInt();
    bits = in.readUnsignedByte();
    channels =
        switch (in.readUnsignedByte()) {
          case 0 -> 1;
          case 2 -> 3;
          case 4 -> 2;
          case 6 -> 4;
          default -> 0;
        };
    int methods = in.readUnsignedByte() + in.readUnsignedByte() + in.readUnsignedByte();
    in.skipNBytes(4);
    boolean whole = bits == 8 || bits == 16;
    if (channels == 0 || !whole || methods != 0 || width <= 0 || height <= 0) {
      return Optional.empty();
    }
    if ((long) width * height * channels > Integer.MAX_VALUE - 64
        || (long) width * channels * (bits / 8) > (1 << 28)) {
      return Optional.empty();
    }
    for (chunk = next(); !chunk.equals("IDAT"); chunk = next()) {
      // What changes how samples are to be understood, the platform's decoder knows.
      if (chunk.equals("tRNS") || chunk.equals("gAMA") || chunk.equals("IEND") || left < 0) {
        return Optional.empty();
      }
      in.skipNBytes(left + 4L);
    }
    return Optional.of(
        bits == 8
            ? Pixels.u8(width, height, channels, bytes())
            : Pixels.u16(width, height, channels, shorts()));
  }

  /** Begins the next chunk; {@link #left} is its length. */
  private String next() throws IOException {
    left = in.readInt();
    byte[] name = new byte[4];
    in.readFully(name);
    return new String(name, StandardCharsets.US_ASCII);
  }

  private byte[] bytes() throws IOException {
    int line = width * channels;
    byte[] out = new byte[line * height];
    lines((filter, in, at, y) ->
        PngFilters.undo(filter, in, at, out, y * line, line, channels, y == 0));
    return out;
  }

  /** Two lines of bytes are kept beside the samples, not the whole picture once more. */
  private short[] shorts() throws IOException {
    int samples = width * channels;
    int line = 2 * samples;
    short[] out = new short[samples * height];
    byte[] two = new byte[2 * line];
    lines((filter, in, at, y) -> {
      System.arraycopy(two, line, two, 0, line);
      boolean known = PngFilters.undo(filter, in, at, two, line, line, 2 * channels, y == 0);
      ByteBuffer.wrap(two, line, line).asShortBuffer().get(out, y * samples, samples);
      return known;
    });
    return out;
  }

  /** Takes the filtered line that begins at {@code at}; says whether its filter is known. */
  private interface Line {
    boolean take(int filter, byte[] in, int at, int y);
  }

  /** Inflates the lines of the picture, some at a time. */
  private void lines(Line each) throws IOException {
    int line = width * channels * (bits / 8);
    int band = Math.max(1, Math.min(height, BAND / (line + 1)));
    byte[] filtered = new byte[band * (line + 1)];
    Inflater inflater = new Inflater();
    try {
      for (int y = 0; y < height; y += band) {
        int rows = Math.min(band, height - y);
        inflate(inflater, filtered, rows * (line + 1));
        for (int r = 0; r < rows; r++) {
          int at = r * (line + 1);
          if (!each.take(filtered[at], filtered, at + 1, y + r)) {
            throw new UnreadableImageException("its pixels are damaged or cut off");
          }
        }
      }
    } catch (DataFormatException e) {
      throw new UnreadableImageException("its pixels are damaged or cut off", e);
    } finally {
      inflater.end();
    }
  }

  private final byte[] piece = new byte[PIECE];

  private void inflate(Inflater inflater, byte[] to, int n)
      throws IOException, DataFormatException {
    int at = 0;
    while (at < n) {
      int got = inflater.inflate(to, at, n - at);
      at += got;
      if (got == 0 && at < n) {
        if (inflater.finished() || inflater.needsDictionary()) {
          throw new EOFException();
        }
        while (left == 0) {
          in.skipNBytes(4);
          if (!next().equals("IDAT") || left < 0) {
            throw new EOFException();
          }
        }
        int more = in.read(piece, 0, Math.min(PIECE, left));
        if (more < 0) {
          throw new EOFException();
        }
        left -= more;
        inflater.setInput(piece, 0, more);
      }
    }
  }
}
