package keepshelf.imaging.units;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import keepshelf.imaging.bond.Bond;
import keepshelf.imaging.bond.BondSpec;
import keepshelf.imaging.bond.Closing;
import keepshelf.imaging.bond.Joint;
import keepshelf.imaging.bond.LaidMaps;
import keepshelf.imaging.bond.Stuff;
import keepshelf.imaging.bond.Variety;
import keepshelf.imaging.colour.OkLab;
import keepshelf.imaging.derive.PeriodicBlur;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Units that were laid here are found again, and nothing is found where there are none. */
class UnitFinderTest {
  private static LaidMaps wall(Bond bond, double length, double height, long seed, int unitRgb) {
    BondSpec s =
        Closing.nearest(
            new BondSpec(
                bond,
                length,
                height,
                4,
                6,
                bond == Bond.RUNNING ? 0.5 : 0,
                new Joint(10, 6, Joint.Profile.FLAT),
                new Variety(3, 1.5, 6, 0.15, 0.5, true),
                seed));
    return LaidMaps.of(s, grain(unitRgb, seed), grain(0xB9B2A0, seed + 9), 320, () -> false);
  }

  /** Stuff with grain, as bricks and mortar have. */
  private static Stuff grain(int rgb, long seed) {
    int side = 128;
    Stuff plain = Stuff.plain(rgb, 0.7);
    float[] noise = noise(side, seed, 1.2);
    float[] colour = new float[side * side * 3];
    float[] rough = new float[side * side];
    float[] relief = new float[side * side];
    for (int i = 0; i < rough.length; i++) {
      for (int c = 0; c < 3; c++) {
        colour[3 * i + c] = Math.clamp(plain.colour()[c] * (1 + 0.25f * noise[i]), 0f, 1f);
      }
      rough[i] = 0.7f;
      relief[i] = noise[i] * 0.4f;
    }
    return new Stuff(side, side, 500, 500, colour, rough, null, relief);
  }

  /** About nought, of spread 1. */
  private static float[] noise(int side, long seed, double soft) {
    SplittableRandom r = new SplittableRandom(seed);
    float[] raw = new float[side * side];
    for (int i = 0; i < raw.length; i++) {
      raw[i] = (float) (r.nextDouble() - 0.5);
    }
    float[] out = PeriodicBlur.of(raw, side, side, soft);
    double sum = 0;
    for (float v : out) {
      sum += v * v;
    }
    float spread = (float) Math.sqrt(sum / out.length);
    for (int i = 0; i < out.length; i++) {
      out[i] /= spread;
    }
    return out;
  }

  private static List<float[]> colours(Pixels p) {
    float[][] lab = new float[3][p.width() * p.height()];
    for (int i = 0; i < lab[0].length; i++) {
      int rgb = p.level(3 * i) << 16 | p.level(3 * i + 1) << 8 | p.level(3 * i + 2);
      OkLab c = OkLab.ofSrgb(rgb);
      lab[0][i] = c.l();
      lab[1][i] = c.a();
      lab[2][i] = c.b();
    }
    return List.of(lab);
  }

  @ParameterizedTest
  @CsvSource({
    "RUNNING, 215, 65, 1",
    "RUNNING, 215, 65, 2",
    "RUNNING, 400, 200, 3",
    "STACK, 300, 300, 4",
    "HEADERS_AND_STRETCHERS, 215, 65, 5",
    "BASKET_WEAVE, 210, 105, 6",
    "HEXAGON, 150, 150, 7",
    "RANDOM_COURSES, 300, 120, 8",
    "COBBLES, 100, 100, 9"
  })
  void laidUnitsAreFoundByHeightOrByColourAlone(
      Bond bond, double length, double height, long seed) {
    LaidMaps m = wall(bond, length, height, seed, 0x8C4632);
    int w = m.colour().width();
    int h = m.colour().height();
    for (List<float[]> planes : List.of(List.of(m.relief()), colours(m.colour()))) {
      List<FoundUnit> found = UnitFinder.find(w, h, planes);
      assertThat(found.size())
          .as(bond + " of " + m.units())
          .isCloseTo(m.units(), within(Math.max(1, m.units() / 8)));
      assertThat(found).allSatisfy(f -> inOneUnit(m, f));
    }
  }

  /** Nearly all of a box lies in one unit, as the mask of units says. */
  private static void inOneUnit(LaidMaps m, FoundUnit f) {
    int w = m.ids().width();
    int h = m.ids().height();
    int middle = id(m, f.left() + f.width() / 2, f.top() + f.height() / 2, w, h);
    int same = 0;
    int all = 0;
    for (double y = 0.05; y < 1; y += 0.1) {
      for (double x = 0.05; x < 1; x += 0.1) {
        all++;
        same += id(m, f.left() + x * f.width(), f.top() + y * f.height(), w, h) == middle ? 1 : 0;
      }
    }
    assertThat(same).isGreaterThan(all * 85 / 100);
  }

  private static int id(LaidMaps m, double u, double v, int w, int h) {
    int x = Math.floorMod((int) Math.floor(u * w), w);
    int y = Math.floorMod((int) Math.floor(v * h), h);
    int i = 3 * (y * w + x);
    return m.ids().level(i) << 16 | m.ids().level(i + 1) << 8 | m.ids().level(i + 2);
  }

  @Test
  void sizesAreThoseThatWereLaid() {
    LaidMaps m = wall(Bond.RUNNING, 215, 65, 11, 0x9A5040);
    List<FoundUnit> found =
        UnitFinder.find(m.colour().width(), m.colour().height(), List.of(m.relief()));
    double length = found.stream().mapToDouble(f -> f.width() * m.width()).average().orElseThrow();
    double height =
        found.stream().mapToDouble(f -> f.height() * m.height()).average().orElseThrow();
    // A joint of 10 mm and worn edges of 3 mm are not theirs.
    assertThat(length).isCloseTo(205, within(9.0));
    assertThat(height).isCloseTo(55, within(7.0));
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 4, 5, 6})
  void nothingIsFoundInNoise(int seed) {
    List<float[]> planes = new ArrayList<>();
    for (double soft : new double[] {0.6, 2, 6, 14}) {
      planes.add(noise(160, seed * 31L + (long) soft, soft));
    }
    float[] waves = new float[160 * 160];
    for (int i = 0; i < waves.length; i++) {
      waves[i] =
          (float) Math.sin(2 * Math.PI * (seed + 1) * (i % 160) / 160) + planes.get(1)[i] / 3;
    }
    planes.add(waves);
    planes.add(new float[160 * 160]);
    assertThat(UnitFinder.find(160, 160, planes)).isEmpty();
  }
}
