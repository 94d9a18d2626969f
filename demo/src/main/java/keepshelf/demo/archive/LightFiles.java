package keepshelf.demo.archive;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import keepshelf.imaging.pixel.Pixels;

/** Float pictures as plain Radiance HDR and OpenEXR files, uncompressed. */
final class LightFiles {
  private LightFiles() {}

  /** Radiance RGBE of three linear channels. */
  static byte[] hdr(Pixels p) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    String head =
        "#?RADIANCE\nFORMAT=32-bit_rle_rgbe\n\n-Y " + p.height() + " +X " + p.width() + "\n";
    out.writeBytes(head.getBytes(StandardCharsets.US_ASCII));
    for (int i = 0; i < p.width() * p.height(); i++) {
      float r = p.at(3 * i);
      float g = p.at(3 * i + 1);
      float b = p.at(3 * i + 2);
      float most = Math.max(r, Math.max(g, b));
      if (most < 1e-32f) {
        out.writeBytes(new byte[4]);
        continue;
      }
      int e = Math.getExponent(most) + 1;
      float scale = (float) (256 / Math.pow(2, e));
      out.write((int) (r * scale));
      out.write((int) (g * scale));
      out.write((int) (b * scale));
      out.write(e + 128);
    }
    return out.toByteArray();
  }

  /** OpenEXR with one (Y) or three (B, G, R) float channels in scan lines. */
  static byte[] exr(Pixels p) {
    int w = p.width();
    int h = p.height();
    String[] names = p.channels() == 1 ? new String[] {"Y"} : new String[] {"B", "G", "R"};
    ByteArrayOutputStream head = new ByteArrayOutputStream();
    head.writeBytes(new byte[] {0x76, 0x2F, 0x31, 0x01, 2, 0, 0, 0});
    ByteBuffer channels = little(names.length * 18 + 1);
    for (String n : names) {
      channels.put(n.getBytes(StandardCharsets.US_ASCII)).put((byte) 0);
      channels.putInt(2).putInt(0).putInt(1).putInt(1);
    }
    channels.put((byte) 0);
    attribute(head, "channels", "chlist", channels.array());
    attribute(head, "compression", "compression", new byte[] {0});
    byte[] window = little(16).putInt(0).putInt(0).putInt(w - 1).putInt(h - 1).array();
    attribute(head, "dataWindow", "box2i", window);
    attribute(head, "displayWindow", "box2i", window);
    attribute(head, "lineOrder", "lineOrder", new byte[] {0});
    attribute(head, "pixelAspectRatio", "float", little(4).putFloat(1).array());
    attribute(head, "screenWindowCenter", "v2f", new byte[8]);
    attribute(head, "screenWindowWidth", "float", little(4).putFloat(1).array());
    head.write(0);
    int line = 8 + 4 * w * names.length;
    ByteBuffer out = little(head.size() + 8 * h + line * h);
    out.put(head.toByteArray());
    for (int y = 0; y < h; y++) {
      out.putLong(head.size() + 8L * h + (long) line * y);
    }
    for (int y = 0; y < h; y++) {
      out.putInt(y).putInt(line - 8);
      for (int c = names.length - 1; c >= 0; c--) {
        for (int x = 0; x < w; x++) {
          out.putFloat(p.value(x, y, c));
        }
      }
    }
    return out.array();
  }

  private static ByteBuffer little(int bytes) {
    return ByteBuffer.allocate(bytes).order(ByteOrder.LITTLE_ENDIAN);
  }

  private static void attribute(ByteArrayOutputStream out, String name, String type, byte[] value) {
    out.writeBytes((name + "\0" + type + "\0").getBytes(StandardCharsets.US_ASCII));
    out.writeBytes(little(4).putInt(value.length).array());
    out.writeBytes(value);
  }
}
