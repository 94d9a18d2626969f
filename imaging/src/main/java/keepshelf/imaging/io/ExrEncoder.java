package keepshelf.imaging.io;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.Deflater;
import keepshelf.imaging.pixel.Pixels;

/**
 * Writes linear floats as OpenEXR: scan lines, 32-bit floats, blocks of 16 lines deflated ("OpenEXR
 * File Layout" and "Technical Introduction to OpenEXR", compression ZIP).
 */
final class ExrEncoder {
  private static final int BLOCK = 16;
  private static final int ZIP = 3;
  private static final int FLOAT = 2;

  private final Pixels pixels;
  private final int[] order;

  private ExrEncoder(Pixels pixels) {
    this.pixels = pixels;
    // Channels stand in the order of their names.
    this.order =
        switch (pixels.channels()) {
          case 1 -> new int[] {0};
          case 3 -> new int[] {2, 1, 0};
          case 4 -> new int[] {3, 2, 1, 0};
          default -> throw new IllegalArgumentException("EXR takes grey, RGB or RGBA here");
        };
  }

  static void write(Pixels p, Path to) throws IOException {
    if (p.rawFloats() == null) {
      throw new IllegalArgumentException("EXR takes floats here");
    }
    Files.deleteIfExists(to);
    new ExrEncoder(p).write(to);
  }

  private void write(Path to) throws IOException {
    int blocks = (pixels.height() + BLOCK - 1) / BLOCK;
    byte[] head = header();
    long[] offsets = new long[blocks];
    try (RandomAccessFile out = new RandomAccessFile(to.toFile(), "rw")) {
      out.write(head);
      out.write(new byte[8 * blocks]);
      for (int b = 0; b < blocks; b++) {
        offsets[b] = out.getFilePointer();
        byte[] data = block(b * BLOCK, Math.min(pixels.height(), (b + 1) * BLOCK));
        out.write(
            ByteBuffer.allocate(8)
                .order(ByteOrder.LITTLE_ENDIAN)
                .putInt(b * BLOCK)
                .putInt(data.length)
                .array());
        out.write(data);
      }
      ByteBuffer table = ByteBuffer.allocate(8 * blocks).order(ByteOrder.LITTLE_ENDIAN);
      for (long o : offsets) {
        table.putLong(o);
      }
      out.seek(head.length);
      out.write(table.array());
    }
  }

  private byte[] header() throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.write(ints(20000630, 2));
    ByteArrayOutputStream channels = new ByteArrayOutputStream();
    for (int c : order) {
      channels.write(text(pixels.channels() == 1 ? "Y" : "RGBA".substring(c, c + 1)));
      channels.write(ints(FLOAT, 0, 1, 1));
    }
    channels.write(0);
    int[] window = {0, 0, pixels.width() - 1, pixels.height() - 1};
    attribute(out, "channels", "chlist", channels.toByteArray());
    attribute(out, "compression", "compression", new byte[] {ZIP});
    attribute(out, "dataWindow", "box2i", ints(window));
    attribute(out, "displayWindow", "box2i", ints(window));
    attribute(out, "lineOrder", "lineOrder", new byte[1]);
    attribute(out, "pixelAspectRatio", "float", floats(1));
    attribute(out, "screenWindowCenter", "v2f", floats(0, 0));
    attribute(out, "screenWindowWidth", "float", floats(1));
    out.write(0);
    return out.toByteArray();
  }

  private static void attribute(ByteArrayOutputStream out, String name, String type, byte[] value)
      throws IOException {
    out.write(text(name));
    out.write(text(type));
    out.write(ints(value.length));
    out.write(value);
  }

  private static byte[] text(String s) {
    return (s + "\0").getBytes(StandardCharsets.US_ASCII);
  }

  private static byte[] ints(int... v) {
    ByteBuffer b = ByteBuffer.allocate(4 * v.length).order(ByteOrder.LITTLE_ENDIAN);
    for (int i : v) {
      b.putInt(i);
    }
    return b.array();
  }

  private static byte[] floats(float... v) {
    ByteBuffer b = ByteBuffer.allocate(4 * v.length).order(ByteOrder.LITTLE_ENDIAN);
    for (float f : v) {
      b.putFloat(f);
    }
    return b.array();
  }

  /** Lines from {@code first} up to {@code end}: of each its channels one after the other. */
  @SuppressWarnings("NullAway") // Floats have an array of floats.
  private byte[] block(int first, int end) {
    int w = pixels.width();
    int n = pixels.channels();
    ByteBuffer raw = ByteBuffer.allocate((end - first) * w * n * 4).order(ByteOrder.LITTLE_ENDIAN);
    for (int y = first; y < end; y++) {
      for (int c : order) {
        for (int x = 0; x < w; x++) {
          raw.putFloat(pixels.rawFloats()[(y * w + x) * n + c]);
        }
      }
    }
    byte[] plain = raw.array();
    byte[] packed = deflated(differences(halves(plain)));
    // What does not shrink is stored as it is; readers tell by the length.
    return packed.length < plain.length ? packed : plain;
  }

  /** Bytes at even places first, those at odd places after them. */
  private static byte[] halves(byte[] in) {
    byte[] out = new byte[in.length];
    int half = (in.length + 1) / 2;
    for (int i = 0; i < in.length; i++) {
      out[(i % 2 == 0 ? 0 : half) + i / 2] = in[i];
    }
    return out;
  }

  private static byte[] differences(byte[] in) {
    byte[] out = in.clone();
    for (int i = 1; i < in.length; i++) {
      out[i] = (byte) (in[i] - in[i - 1] + 128);
    }
    return out;
  }

  private static byte[] deflated(byte[] in) {
    Deflater d = new Deflater(4);
    try {
      d.setInput(in);
      d.finish();
      ByteArrayOutputStream out = new ByteArrayOutputStream(in.length / 2);
      byte[] part = new byte[1 << 16];
      while (!d.finished()) {
        out.write(part, 0, d.deflate(part));
      }
      return out.toByteArray();
    } finally {
      d.end();
    }
  }
}
