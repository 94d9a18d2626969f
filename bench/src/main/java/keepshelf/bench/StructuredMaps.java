package keepshelf.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import keepshelf.demo.texture.MapSet;
import keepshelf.demo.texture.Recipe;
import keepshelf.imaging.fingerprint.Fingerprint;
import keepshelf.imaging.pixel.Pixels;

/**
 * Any number of maps with structure: each shows a place of one of the demo's maps, stretched and
 * turned, through a place of another.
 */
final class StructuredMaps {
  private static final int SHEET = 256;
  private static final int SIDE = 128;

  /** Three bytes a pixel. */
  private final List<byte[]> sheets = new ArrayList<>();

  StructuredMaps() {
    for (Recipe r : Recipe.values()) {
      MapSet m = new MapSet(r, SHEET);
      for (Pixels p : List.of(m.baseColour(), m.roughness(), m.height16(), m.occlusion())) {
        byte[] sheet = new byte[SHEET * SHEET * 3];
        for (int i = 0; i < sheet.length; i++) {
          int channel = p.channels() < 3 ? 0 : i % 3;
          sheet[i] = (byte) Math.round(255 * p.at(i / 3 * p.channels() + channel));
        }
        sheets.add(sheet);
      }
    }
  }

  /** Of the map that {@code seed} makes. */
  Fingerprint fingerprint(long seed) {
    Random r = new Random(seed);
    Place one = new Place(sheets.get(r.nextInt(sheets.size())), r);
    Place two = new Place(sheets.get(r.nextInt(sheets.size())), r);
    float share = 0.3f + 0.4f * r.nextFloat();
    byte[] out = new byte[SIDE * SIDE * 3];
    for (int i = 0; i < SIDE * SIDE; i++) {
      int a = one.at(i % SIDE, i / SIDE);
      int b = two.at(i % SIDE, i / SIDE);
      for (int c = 0; c < 3; c++) {
        float v =
            share * one.tone[one.of[a + c] & 0xFF] + (1 - share) * two.tone[two.of[b + c] & 0xFF];
        out[3 * i + c] = (byte) Math.round(v);
      }
    }
    return Fingerprint.of(Pixels.u8(SIDE, SIDE, 3, out));
  }

  /** A place of a sheet, which repeats, in another light. */
  private static final class Place {
    final byte[] of;
    final float[] tone = new float[256];
    private final int x;
    private final int y;
    private final int acrossX;
    private final int acrossY;

    Place(byte[] of, Random r) {
      this.of = of;
      x = r.nextInt(SHEET);
      y = r.nextInt(SHEET);
      int by = 1 + r.nextInt(2);
      boolean turned = r.nextBoolean();
      acrossX = turned ? 0 : by * (r.nextBoolean() ? 1 : -1);
      acrossY = turned ? by * (r.nextBoolean() ? 1 : -1) : 0;
      double light = 0.6 + 0.8 * r.nextDouble();
      for (int i = 0; i < tone.length; i++) {
        tone[i] = (float) (255 * Math.pow(i / 255.0, light));
      }
    }

    /** Where the first sample of what lies at (u, v) stands. */
    int at(int u, int v) {
      int px = x + acrossX * u - acrossY * v & SHEET - 1;
      int py = y + acrossY * u + acrossX * v & SHEET - 1;
      return (py * SHEET + px) * 3;
    }
  }
}
