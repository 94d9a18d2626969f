package keepshelf.imaging.png;

import java.io.BufferedInputStream;
import java.io.Closeable;
import java.io.DataInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.zip.DataFormatException;
import java.util.zip.Inflater;
import keepshelf.imaging.pixel.UnreadableImageException;
import org.jspecify.annotations.Nullable;

/**
 * The lines of a PNG of 8 or 16 bits without palette and interlacing (PNG Specification, Third
 * Edition), one after the other from the top, in about the time that inflating takes. Little more
 * than a line is held.
 */
public final class PngLines implements Closeable {
  private static final int PIECE = 1 << 16;

  /** Filtered lines are inflated so many bytes at a time. */
  private static final int BAND = 1 << 18;

  /** A line of more bytes is not believed. */
  private static final int LONGEST = 1 << 28;

  private final DataInputStream in;
  private final Inflater inflater = new Inflater();
  private final byte[] piece = new byte[PIECE];
  private int width;
  private int height;
  private int channels;
  private int bits;

  /** Bytes of the chunk that are still to be read. */
  private int left;

  private byte[] filtered = {};
  private int band;
  private int y;

  private PngLines(DataInputStream in) {
    this.in = in;
  }

  /**
   * Opens {@code file}; empty when it is of a kind that is left to others: with a palette, few
   * bits, interlacing, or chunks that change what its samples mean.
   *
   * @throws UnreadableImageException when it is damaged or cut off
   */
  public static Optional<PngLines> open(Path file) throws IOException {
    PngLines lines =
        new PngLines(
            new DataInputStream(new BufferedInputStream(Files.newInputStream(file), PIECE)));
    boolean plain = false;
    try {
      plain = lines.begin();
    } catch (EOFException e) {
      throw damaged(e);
    } finally {
      if (!plain) {
        lines.close();
      }
    }
    return plain ? Optional.of(lines) : Optional.empty();
  }

  private boolean begin() throws IOException {
    in.skipNBytes(8);
    String chunk = next();
    if (!chunk.equals("IHDR") || left != 13) {
      return false;
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
      return false;
    }
    if ((long) width * channels * (bits / 8) > LONGEST) {
      return false;
    }
    for (chunk = next(); !chunk.equals("IDAT"); chunk = next()) {
      // What changes how samples are to be understood, the platform's decoder knows.
      if (chunk.equals("tRNS") || chunk.equals("gAMA") || chunk.equals("IEND") || left < 0) {
        return false;
      }
      in.skipNBytes(left + 4L);
    }
    band = Math.clamp(BAND / (lineBytes() + 1), 1, height);
    filtered = new byte[band * (lineBytes() + 1)];
    return true;
  }

  /** Columns. */
  public int width() {
    return width;
  }

  /** Lines. */
  public int height() {
    return height;
  }

  /** Samples a pixel, 1 to 4. */
  public int channels() {
    return channels;
  }

  /** Bits a sample, 8 or 16. */
  public int bits() {
    return bits;
  }

  /** Bytes of a line: samples interleaved, those of 16 bits with the higher byte first. */
  public int lineBytes() {
    return width * channels * (bits / 8);
  }

  /**
   * The next line.
   *
   * @param out gets it at {@code to}; the line before has to stand right before that place
   * @throws UnreadableImageException when it is damaged or cut off
   */
  public void next(byte[] out, int to) throws IOException {
    int line = lineBytes();
    int at = y % band * (line + 1);
    try {
      if (at == 0) {
        inflate(Math.min(band, height - y) * (line + 1));
      }
    } catch (DataFormatException | EOFException e) {
      throw damaged(e);
    }
    int step = channels * (bits / 8);
    if (!PngFilters.undo(filtered[at], filtered, at + 1, out, to, line, step, y == 0)) {
      throw damaged(null);
    }
    y++;
  }

  private static UnreadableImageException damaged(@Nullable Exception cause) {
    return new UnreadableImageException("its pixels are damaged or cut off", cause);
  }

  @Override
  public void close() throws IOException {
    inflater.end();
    in.close();
  }

  /** Begins the next chunk; {@link #left} is its length. */
  private String next() throws IOException {
    left = in.readInt();
    byte[] name = new byte[4];
    in.readFully(name);
    return new String(name, StandardCharsets.US_ASCII);
  }

  private void inflate(int n) throws IOException, DataFormatException {
    int at = 0;
    while (at < n) {
      int got = inflater.inflate(filtered, at, n - at);
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
