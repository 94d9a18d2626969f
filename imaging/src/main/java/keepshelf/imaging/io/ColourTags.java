package keepshelf.imaging.io;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Set;
import java.util.TreeMap;
import java.util.zip.InflaterInputStream;
import org.jspecify.annotations.Nullable;

/**
 * What a picture file says about its colours besides its samples. Programs that follow it change
 * the numbers of data maps; programs that do not show colours of other spaces wrongly.
 *
 * @param any whether it says anything that a program might follow
 * @param icc its ICC profile, or null
 * @param gamma exponent that its samples are encoded by, as in a PNG's gAMA; 0 when it says none
 * @param srgb whether it says that it is sRGB
 */
public record ColourTags(boolean any, byte @Nullable [] icc, double gamma, boolean srgb) {
  /** Nothing said. */
  public static final ColourTags NONE = new ColourTags(false, null, 0, false);

  private static final int MOST_PROFILE = 8 << 20;
  private static final Set<String> PNG_CHUNKS = Set.of("gAMA", "cHRM", "iCCP", "sRGB", "cICP");
  private static final byte[] PNG = {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1A, '\n'};

  /** Of a picture file; what is broken counts as not said. */
  public static ColourTags of(Path file, ImageFormat format) throws IOException {
    try (DataInputStream in =
        new DataInputStream(new java.io.BufferedInputStream(Files.newInputStream(file)))) {
      return switch (format) {
        case PNG -> png(in);
        case JPEG -> jpeg(in);
        case TIFF -> tiff(file);
        default -> NONE;
      };
    } catch (EOFException | RuntimeException e) {
      return NONE;
    }
  }

  private static ColourTags png(DataInputStream in) throws IOException {
    in.skipNBytes(8);
    boolean any = false;
    byte[] icc = null;
    double gamma = 0;
    boolean srgb = false;
    while (true) {
      int length = in.readInt();
      String type = new String(in.readNBytes(4), StandardCharsets.US_ASCII);
      if (type.equals("IDAT") || type.equals("IEND") || length < 0) {
        return new ColourTags(any, icc, gamma, srgb);
      }
      boolean ours = PNG_CHUNKS.contains(type) && length < MOST_PROFILE;
      any |= ours;
      if (!ours) {
        in.skipNBytes(length + 4L);
        continue;
      }
      byte[] data = in.readNBytes(length);
      in.skipNBytes(4);
      switch (type) {
        case "gAMA" -> gamma = ByteBuffer.wrap(data).getInt() / 100_000.0;
        case "sRGB" -> srgb = true;
        case "iCCP" -> {
          int name = 0;
          while (data[name] != 0) {
            name++;
          }
          icc =
              new InflaterInputStream(
                      new ByteArrayInputStream(data, name + 2, data.length - name - 2))
                  .readNBytes(MOST_PROFILE);
        }
        default -> {}
      }
    }
  }

  private static ColourTags jpeg(DataInputStream in) throws IOException {
    in.skipNBytes(2);
    TreeMap<Integer, byte[]> parts = new TreeMap<>();
    while (true) {
      int marker = in.readUnsignedShort();
      if (marker == 0xFFDA || marker == 0xFFD9 || marker >>> 8 != 0xFF) {
        break;
      }
      byte[] data = in.readNBytes(in.readUnsignedShort() - 2);
      if (isProfile(marker, data)) {
        parts.put(data[12] & 0xFF, Arrays.copyOfRange(data, 14, data.length));
      }
    }
    if (parts.isEmpty()) {
      return NONE;
    }
    ByteArrayOutputStream all = new ByteArrayOutputStream();
    parts.values().forEach(all::writeBytes);
    return new ColourTags(true, all.toByteArray(), 0, false);
  }

  /** Whether a segment of a JPEG holds a part of an ICC profile. (ICC.1:2010, B.4) */
  private static boolean isProfile(int marker, byte[] data) {
    return marker == 0xFFE2
        && data.length > 14
        && new String(data, 0, 11, StandardCharsets.US_ASCII).equals("ICC_PROFILE");
  }

  private static ColourTags tiff(Path file) throws IOException {
    byte[] all = Files.size(file) > 64 << 20 ? new byte[0] : Files.readAllBytes(file);
    if (all.length < 8) {
      return NONE;
    }
    ByteBuffer b =
        ByteBuffer.wrap(all).order(all[0] == 'I' ? ByteOrder.LITTLE_ENDIAN : ByteOrder.BIG_ENDIAN);
    int dir = b.getInt(4);
    int n = b.getShort(dir) & 0xFFFF;
    for (int i = 0; i < n; i++) {
      int e = dir + 2 + 12 * i;
      if ((b.getShort(e) & 0xFFFF) == 34675) {
        int length = b.getInt(e + 4);
        byte[] icc = new byte[Math.min(length, MOST_PROFILE)];
        b.get(b.getInt(e + 8), icc);
        return new ColourTags(true, icc, 0, false);
      }
    }
    return NONE;
  }

  /**
   * Copies a PNG or JPEG file without what it says about its colours; samples stay bit for bit.
   *
   * @throws IOException when it cannot be read or written, or is another kind of file
   */
  public static void strip(Path from, Path to, ImageFormat format) throws IOException {
    try (DataInputStream in =
            new DataInputStream(new java.io.BufferedInputStream(Files.newInputStream(from)));
        OutputStream out = new java.io.BufferedOutputStream(Files.newOutputStream(to))) {
      switch (format) {
        case PNG -> stripPng(in, out);
        case JPEG -> stripJpeg(in, out);
        default -> throw new IOException(from + " is neither PNG nor JPEG");
      }
    }
  }

  private static void stripPng(DataInputStream in, OutputStream out) throws IOException {
    in.skipNBytes(PNG.length);
    out.write(PNG);
    byte[] head = new byte[8];
    String type;
    do {
      in.readFully(head);
      long length = ByteBuffer.wrap(head).getInt() & 0xFFFFFFFFL;
      type = new String(head, 4, 4, StandardCharsets.US_ASCII);
      if (PNG_CHUNKS.contains(type)) {
        in.skipNBytes(length + 4);
      } else {
        out.write(head);
        copy(in, out, length + 4);
      }
    } while (!type.equals("IEND"));
  }

  private static void stripJpeg(DataInputStream in, OutputStream out) throws IOException {
    out.write(in.readNBytes(2));
    while (true) {
      int marker = in.readUnsignedShort();
      if (marker == 0xFFDA || marker == 0xFFD9) {
        out.write(marker >>> 8);
        out.write(marker);
        in.transferTo(out);
        return;
      }
      int length = in.readUnsignedShort();
      byte[] data = in.readNBytes(length - 2);
      if (!isProfile(marker, data)) {
        out.write(new byte[] {(byte) (marker >>> 8), (byte) marker});
        out.write(new byte[] {(byte) (length >>> 8), (byte) length});
        out.write(data);
      }
    }
  }

  private static void copy(InputStream in, OutputStream out, long bytes) throws IOException {
    byte[] buffer = new byte[1 << 16];
    long left = bytes;
    while (left > 0) {
      int n = in.read(buffer, 0, (int) Math.min(buffer.length, left));
      if (n < 0) {
        throw new EOFException();
      }
      out.write(buffer, 0, n);
      left -= n;
    }
  }
}
