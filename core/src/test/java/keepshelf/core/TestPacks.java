package keepshelf.core;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Random;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import keepshelf.imaging.convert.NormalMaps;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;

/** Small made-up texture sets and archives for tests. */
public final class TestPacks {
  private TestPacks() {}

  /** A height field of sums of waves, 0..1. */
  public static float[] field(int side, long seed) {
    Random r = new Random(seed);
    float[] h = new float[side * side];
    for (int w = 0; w < 12; w++) {
      int fx = r.nextInt(9) - 4;
      int fy = r.nextInt(9) - 4;
      double phase = r.nextDouble() * 6.28;
      for (int i = 0; i < h.length; i++) {
        h[i] +=
            (float) Math.sin(2 * Math.PI * (fx * (i % side) + fy * (i / side)) / side + phase) / 12;
      }
    }
    for (int i = 0; i < h.length; i++) {
      h[i] = Math.clamp(h[i] + 0.5f, 0f, 1f);
    }
    return h;
  }

  /** Grey, 8 bit. */
  public static Pixels grey(int side, long seed) {
    float[] h = field(side, seed);
    byte[] out = new byte[h.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = (byte) Math.round(h[i] * 255);
    }
    return Pixels.u8(side, side, 1, out);
  }

  /** Grey, 16 bit. */
  public static Pixels grey16(int side, long seed) {
    float[] h = field(side, seed);
    short[] out = new short[h.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = (short) Math.round(h[i] * 65535);
    }
    return Pixels.u16(side, side, 1, out);
  }

  /** A colour picture. */
  public static Pixels colour(int side, long seed) {
    float[] h = field(side, seed);
    byte[] out = new byte[h.length * 3];
    for (int i = 0; i < h.length; i++) {
      out[3 * i] = (byte) (70 + 120 * h[i]);
      out[3 * i + 1] = (byte) (60 + 60 * h[i]);
      out[3 * i + 2] = (byte) (90 - 50 * h[i]);
    }
    return Pixels.u8(side, side, 3, out);
  }

  /** A normal map of {@link #field}. */
  public static Pixels normal(int side, long seed, boolean yUp) {
    float[] n = NormalMaps.fromHeight(field(side, seed), side, side, 10);
    byte[] out = new byte[n.length];
    for (int i = 0; i < n.length; i++) {
      out[i] = (byte) Math.round(((i % 3 == 1 && !yUp ? -n[i] : n[i]) * 0.5f + 0.5f) * 255);
    }
    return Pixels.u8(side, side, 3, out);
  }

  /** The bytes of a PNG. */
  public static byte[] png(Pixels p) throws IOException {
    Path f = Files.createTempFile("keepshelf", ".png");
    try {
      ImageEncoder.png(p, f, 4);
      return Files.readAllBytes(f);
    } finally {
      Files.delete(f);
    }
  }

  /** A ZIP with these entries. */
  public static Path zip(Path to, Map<String, byte[]> entries) throws IOException {
    try (OutputStream out = Files.newOutputStream(to);
        ZipOutputStream zip = new ZipOutputStream(out)) {
      for (var e : entries.entrySet()) {
        zip.putNextEntry(new ZipEntry(e.getKey()));
        zip.write(e.getValue());
        zip.closeEntry();
      }
    }
    return to;
  }

  /** A set as a source would name it: colour, −Y normal, gloss, 16-bit height, a licence text. */
  public static Map<String, byte[]> kelpSet() throws IOException {
    Map<String, byte[]> m = new LinkedHashMap<>();
    m.put("Kelp/wet_kelp_Albedo.png", png(colour(64, 1)));
    m.put("Kelp/wet_kelp_Nrm.png", png(normal(128, 2, false)));
    m.put("Kelp/wet_kelp_Gloss.png", png(grey(64, 3)));
    m.put("Kelp/wet_kelp_Height.png", png(grey16(128, 2)));
    m.put(
        "Kelp/licence.txt",
        "SPDX-License-Identifier: CC-BY-4.0\nSource: Hollow Ash Scans\nTile size: 50 cm\n"
            .getBytes(StandardCharsets.UTF_8));
    m.put("__MACOSX/Kelp/._wet_kelp_Albedo.png", new byte[] {0, 5, 22});
    return m;
  }
}
