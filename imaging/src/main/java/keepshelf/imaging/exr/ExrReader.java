package keepshelf.imaging.exr;

import java.io.Closeable;
import java.io.EOFException;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.List;
import keepshelf.imaging.pixel.Pixels;

/**
 * Reads the picture of an OpenEXR file of any flat kind, whole or band by band: linear floats, 1, 3
 * or 4 channels, the full level of tiled files, the first part that has colours (or the first flat
 * one).
 */
public final class ExrReader implements Closeable {
  private final FileChannel file;
  private final ExrHeaders headers;
  private final ExrPart part;
  private final List<Integer> shown;
  private final long[] offsets;
  private float[] samples = {};

  /** The rows that {@link #samples} has room for. */
  private int top;

  private int rows;

  private ExrReader(FileChannel file, ExrHeaders headers) throws IOException {
    this.file = file;
    this.headers = headers;
    this.part = headers.part();
    this.shown = part.shown();
    for (int c : shown) {
      if (!part.channels().get(c).full()) {
        throw new ExrException("its colours are stored coarser than its brightness");
      }
    }
    this.offsets = offsets();
  }

  /**
   * Reads {@code path}.
   *
   * @throws ExrException with the reason when it is damaged, cut off or no flat picture
   */
  public static Pixels read(Path path) throws IOException {
    try (ExrReader r = open(path)) {
      r.read(0, r.height(), 0, r.offsets.length);
      return Pixels.f32(r.width(), r.height(), r.channels(), r.samples);
    }
  }

  /**
   * Opens {@code path} to read it band by band.
   *
   * @throws ExrException with the reason when it is damaged, cut off or no flat picture
   */
  public static ExrReader open(Path path) throws IOException {
    FileChannel file = FileChannel.open(path, StandardOpenOption.READ);
    boolean open = false;
    try {
      ExrReader r = new ExrReader(file, ExrHeaders.read(file));
      open = true;
      return r;
    } catch (EOFException e) {
      throw new ExrException("it is cut off", e);
    } finally {
      if (!open) {
        file.close();
      }
    }
  }

  /** Columns. */
  public int width() {
    return part.width();
  }

  /** Rows. */
  public int height() {
    return part.height();
  }

  /** Samples a pixel: 1, 3 or 4. */
  public int channels() {
    return shown.size();
  }

  /** Rows that are stored together: those of a band, but for the last, which may have fewer. */
  public int bandRows() {
    return part.tiled() ? part.tileHeight() : part.compression().rows;
  }

  /**
   * The samples of band {@code n}, interleaved; the array is used again for the next.
   *
   * @throws ExrException with the reason when it is damaged or cut off
   */
  public float[] band(int n) throws IOException {
    int first = n * bandRows();
    int perBand = (int) (offsets.length * (long) bandRows() / part.stored());
    read(first, Math.min(bandRows(), height() - first), n * perBand, perBand);
    return samples;
  }

  private void read(int first, int count, int block, int blocks) throws IOException {
    top = first;
    rows = count;
    int size = Math.multiplyExact(Math.multiplyExact(part.width(), rows), shown.size());
    if (samples.length < size) {
      samples = new float[size];
    }
    try {
      for (int i = block; i < block + blocks; i++) {
        chunk(offsets[i]);
      }
    } catch (EOFException e) {
      throw new ExrException("it is cut off", e);
    } catch (IndexOutOfBoundsException | java.nio.BufferUnderflowException e) {
      throw new ExrException("a block of its pixels is damaged", e);
    }
  }

  @Override
  public void close() throws IOException {
    file.close();
  }

  /** Where the blocks of the picture's first level are. All must lie within the file. */
  private long[] offsets() throws IOException {
    long at = headers.end();
    for (ExrPart p : headers.parts()) {
      if (p == part) {
        break;
      }
      if (p.chunks() < 0) {
        throw new ExrException("a part does not say how many blocks it has");
      }
      at += 8L * p.chunks();
    }
    int blocks = part.blocks();
    if (8L * blocks > file.size() - at) {
      throw new ExrException("it is cut off");
    }
    ByteBuffer table = ExrHeaders.bytes(file, at, 8 * blocks);
    long[] offsets = new long[blocks];
    for (int i = 0; i < blocks; i++) {
      offsets[i] = table.getLong();
      if (offsets[i] < at || offsets[i] >= file.size()) {
        throw new ExrException("it is cut off");
      }
    }
    return offsets;
  }

  private void chunk(long offset) throws IOException {
    int lead = headers.multiPart() ? 4 : 0;
    int places = part.tiled() ? 16 : 4;
    ByteBuffer head = ExrHeaders.bytes(file, offset, lead + places + 4);
    head.position(lead);
    int x = 0;
    int y;
    int width = part.width();
    int height;
    if (part.tiled()) {
      long left = (long) head.getInt() * part.tileWidth();
      long top = (long) head.getInt() * part.tileHeight();
      if (head.getInt() != 0 || head.getInt() != 0) {
        throw new ExrException("its tiles are in disorder");
      }
      x = within(left, part.width());
      y = within(top, part.height());
      width = Math.min(part.tileWidth(), part.width() - x);
      height = Math.min(part.tileHeight(), part.height() - y);
    } else {
      y = within((long) head.getInt() - part.y0(), part.height());
      height = Math.min(part.compression().rows, part.height() - y);
    }
    int size = head.getInt();
    if (size < 0 || size > file.size()) {
      throw new ExrException("a block of its pixels is damaged");
    }
    if (y < top || y + height > top + rows) {
      throw new ExrException("its blocks are in disorder");
    }
    byte[] data = new byte[size];
    ExrHeaders.bytes(file, offset + lead + places + 4, size).get(data);
    Block block = new Block(part.channels(), part.x0() + x, part.y0() + y, width, height);
    put(Codecs.decode(part.compression(), data, block), block, x, y);
  }

  private static int within(long place, int size) throws ExrException {
    if (place < 0 || place >= size) {
      throw new ExrException("a block of its pixels is damaged");
    }
    return (int) place;
  }

  private void put(byte[] decoded, Block block, int x0, int y0) {
    ByteBuffer b = ByteBuffer.wrap(decoded).order(ByteOrder.LITTLE_ENDIAN);
    int at = 0;
    int n = shown.size();
    for (int y = 0; y < block.height(); y++) {
      for (int c = 0; c < block.channels().size(); c++) {
        if (!block.has(c, y)) {
          continue;
        }
        int k = shown.indexOf(c);
        if (k >= 0) {
          row(b, at, block.channels().get(c).sample(), block.width(), y0 + y, x0, k, n);
        }
        at += block.rowBytes(c);
      }
    }
  }

  private void row(ByteBuffer b, int at, Sample sample, int width, int y, int x0, int k, int n) {
    int to = ((y - top) * part.width() + x0) * n + k;
    for (int x = 0; x < width; x++) {
      samples[to + x * n] =
          switch (sample) {
            case HALF -> Float.float16ToFloat(b.getShort(at + 2 * x));
            case FLOAT -> b.getFloat(at + 4 * x);
            case UINT -> b.getInt(at + 4 * x) & 0xFFFFFFFFL;
          };
    }
  }
}
