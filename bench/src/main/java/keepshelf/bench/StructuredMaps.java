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
  private static final int SHEET = 512;
  private static final int SIDE = 256;

  private final List<Pixels> sheets = new ArrayList<>();

  StructuredMaps() {
    for (Recipe r : Recipe.values()) {
      MapSet m = new MapSet(r, SHEET);
      sheets.addAll(List.of(m.baseColour(), m.roughness(), m.height16(), m.occlusion()));
    }
  }

  /** Of the map that {@code seed} makes. */
  Fingerprint fingerprint(long seed) {
    Random r = new Random(seed);
    Place one = new Place(sheets.get(r.nextInt(sheets.size())), r);
    Place two = new Place(sheets.get(r.nextInt(sheets.size())), r);
    double share = 0.3 + 0.4 * r.nextDouble();
    byte[] out = new byte[SIDE * SIDE * 3];
    for (int i = 0; i < SIDE * SIDE; i++) {
      for (int c = 0; c < 3; c++) {
        double v =
            share * one.at(i % SIDE, i / SIDE, c) + (1 - share) * two.at(i % SIDE, i / SIDE, c);
        out[3 * i + c] = (byte) Math.round(255 * v);
      }
    }
    return Fingerprint.of(Pixels.u8(SIDE, SIDE, 3, out));
  }

  /** A place of a sheet, which repeats; whole turns, so that what repeats still does. */
  private static final class Place {
    private final Pixels of;
    private final int x;
    private final int y;
    private final int acrossX;
    private final int acrossY;
    private final double light;

    Place(Pixels of, Random r) {
      this.of = of;
      x = r.nextInt(SHEET);
      y = r.nextInt(SHEET);
      int by = 1 + r.nextInt(2);
      boolean turned = r.nextBoolean();
      acrossX = turned ? 0 : by * (r.nextBoolean() ? 1 : -1);
      acrossY = turned ? by * (r.nextBoolean() ? 1 : -1) : 0;
      light = 0.6 + 0.8 * r.nextDouble();
    }

    double at(int u, int v, int c) {
      int px = Math.floorMod(x + acrossX * u - acrossY * v, SHEET);
      int py = Math.floorMod(y + acrossY * u + acrossX * v, SHEET);
      int channel = of.channels() < 3 ? 0 : c;
      return Math.pow(of.value(px, py, channel), light);
    }
  }
}
