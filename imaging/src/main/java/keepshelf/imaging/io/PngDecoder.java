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
    if (channels == 0 || bits < 8 || methods != 0 || width <= 0 || height <= 0) {
      return Optional.empty();
    }
    long samples = (long) width * height * channels;
    if (samples * (bits / 8) > Integer.MAX_VALUE - 64) {
      return Optional.empty();
    }
    for (chunk = next(); !chunk.equals("IDAT"); chunk = next()) {
      // What changes how samples are to be understood, the platform's decoder knows.
      if (chunk.equals("tRNS") || chunk.equals("gAMA") || chunk.equals("IEND") || left < 0) {
        return Optional.empty();
      }
      in.skipNBytes(left + 4L);
    }
    return Optional.of(pixels(bytes()));
  }

  /** Begins the next chunk; {@link #left} is its length. */
  private String next() throws IOException {
    left = in.readInt();
    byte[] name = new byte[4];
    in.readFully(name);
    return new String(name, StandardCharsets.US_ASCII);
  }

  /** The lines of the picture without their filters. */
  private byte[] bytes() throws IOException {
    int line = width * channels * (bits / 8);
    int step = channels * (bits / 8);
    byte[] out = new byte[line * height];
    int band = Math.max(1, Math.min(height, BAND / (line + 1)));
    byte[] filtered = new byte[band * (line + 1)];
    Inflater inflater = new Inflater();
    try {
      for (int y = 0; y < height; y += band) {
        int rows = Math.min(band, height - y);
        inflate(inflater, filtered, rows * (line + 1));
        for (int r = 0; r < rows; r++) {
          int at = r * (line + 1);
          if (!PngFilters.undo(
              filtered[at], filtered, at + 1, out, (y + r) * line, line, step, y + r == 0)) {
            throw new UnreadableImageException("its pixels are damaged or cut off");
          }
        }
      }
      return out;
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

  private Pixels pixels(byte[] b) {
    if (bits == 8) {
      return Pixels.u8(width, height, channels, b);
    }
    short[] s = new short[b.length / 2];
    ByteBuffer.wrap(b).asShortBuffer().get(s);
    return Pixels.u16(width, height, channels, s);
  }
}
