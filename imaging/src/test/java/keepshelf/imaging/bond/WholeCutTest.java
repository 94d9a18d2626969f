package keepshelf.imaging.bond;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** Laid units that are whole units of their material. */
class WholeCutTest {
  private static final int SIDE = 400;

  /** Nine units of one grey each, 100 by 50 mm with a joint that is red, on a tile of 400 mm. */
  private static Stuff nine() {
    float[] colour = new float[SIDE * SIDE * 3];
    float[] rough = new float[SIDE * SIDE];
    for (int i = 0; i < rough.length; i++) {
      colour[3 * i] = 1;
    }
    List<Stuff.Cut> cuts = new ArrayList<>();
    for (int n = 0; n < 9; n++) {
      int left = 20 + n % 3 * 130;
      int top = 30 + n / 3 * 120;
      // What is found is a little less than what is there.
      cuts.add(new Stuff.Cut(left + 2, top + 2, 96, 46));
      for (int y = top; y < top + 50; y++) {
        for (int x = left; x < left + 100; x++) {
          for (int c = 0; c < 3; c++) {
            colour[3 * (y * SIDE + x) + c] = 0.1f + 0.09f * n;
          }
        }
      }
    }
    return new Stuff(SIDE, SIDE, SIDE, SIDE, colour, rough, null, null).of(cuts);
  }

  private static LaidMaps laid(Bond b, double length, double height, Stuff stuff) {
    BondSpec s =
        Closing.nearest(
            new BondSpec(
                b,
                length,
                height,
                4,
                4,
                0.5,
                new Joint(6, 4, Joint.Profile.FLAT),
                Variety.NONE,
                5));
    return LaidMaps.of(s, stuff, Stuff.plain(0x0000FF, 0.9), 256, () -> false);
  }

  @ParameterizedTest
  @EnumSource(
      value = Bond.class,
      names = {"RUNNING", "STACK", "HERRINGBONE", "HERRINGBONE_45", "HEADER_COURSES"})
  void everyUnitIsOneUnitWithoutItsJoints(Bond b) {
    LaidMaps m = laid(b, 90, 42, nine());
    Pixels colour = m.colour();
    Set<Integer> greys = new HashSet<>();
    java.util.Map<Integer, Integer> ofUnit = new java.util.HashMap<>();
    int edge = 0;
    for (int i = 0; i < colour.width() * colour.height(); i++) {
      int id = rgb(m.ids(), i);
      int rgb = rgb(colour, i);
      boolean grey = (rgb >> 16) == (rgb & 255) && (rgb >> 8 & 255) == (rgb & 255);
      if (id == 0) {
        continue;
      }
      if (!grey) {
        edge++;
        continue;
      }
      greys.add(rgb);
      assertThat(ofUnit.merge(id, rgb, (x, y) -> Math.abs((x & 255) - (y & 255)) < 2 ? x : -1))
          .as("one unit has one grey")
          .isNotEqualTo(-1);
    }
    assertThat(greys).as("by the dice").hasSizeGreaterThan(2);
    // Where joint and unit go over into each other.
    assertThat(edge).isLessThan(colour.width() * colour.height() / 5);
    assertThat(m.stretched()).isEqualTo(1);
  }

  private static int rgb(Pixels p, int i) {
    return p.level(3 * i) << 16 | p.level(3 * i + 1) << 8 | p.level(3 * i + 2);
  }

  @ParameterizedTest
  @CsvSource({"90, 42, 1", "96, 46, 1", "144, 46, 1.5", "96, 92, 2", "46, 96, 1", "40, 20, 1"})
  void stretchingIsSaid(double length, double height, double times) {
    assertThat(laid(Bond.STACK, length, height, nine()).stretched()).isCloseTo(times, within(1e-6));
  }

  @Test
  void whatLiesAcrossIsTakenAcross() {
    LaidMaps m = laid(Bond.STACK, 44, 92, nine());
    assertThat(m.stretched()).as("a quarter of a turn fits").isEqualTo(1);
  }

  @Test
  void withoutWholeUnitsAllIsAsItWas() {
    Stuff any = nine().of(List.of());
    assertThat(laid(Bond.RUNNING, 90, 42, any).stretched()).isEqualTo(1);
    Set<Integer> seen = new HashSet<>();
    Pixels c = laid(Bond.RUNNING, 90, 42, any).colour();
    for (int i = 0; i < c.width() * c.height(); i++) {
      seen.add(rgb(c, i));
    }
    assertThat(seen).as("joints of the material are cut too").contains(0xFF0000);
  }
}
