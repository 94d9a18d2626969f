package keepshelf.imaging.bond;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import java.util.concurrent.CancellationException;
import keepshelf.imaging.analyse.SeamTest;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** Units cover their tile exactly once, close over its edges, and are as large as was said. */
class BondTest {
  private static final Stuff SLATE = speckled(0x5A6068);
  private static final Stuff MORTAR = Stuff.plain(0xB9B2A0, 0.9);

  private static Stuff speckled(int rgb) {
    Stuff one = Stuff.plain(rgb, 0.6);
    Random r = new Random(3);
    float[] colour = new float[64 * 64 * 3];
    float[] rough = new float[64 * 64];
    float[] relief = new float[64 * 64];
    for (int i = 0; i < rough.length; i++) {
      float v = 0.8f + 0.4f * r.nextFloat();
      for (int c = 0; c < 3; c++) {
        colour[3 * i + c] = one.colour()[c] * v;
      }
      rough[i] = 0.5f + 0.2f * r.nextFloat();
      relief[i] = r.nextFloat() - 0.5f;
    }
    return new Stuff(64, 64, 300, 300, colour, rough, null, relief);
  }

  private static BondSpec spec(Bond b, double joint, Variety v) {
    double height =
        b == Bond.HERRINGBONE || b == Bond.HERRINGBONE_45 || b == Bond.BASKET_WEAVE
            ? (200 + joint) / 2 - joint
            : 80;
    return new BondSpec(b, 200, height, 4, 4, 0.5, new Joint(joint, 5, Joint.Profile.FLAT), v, 11);
  }

  @ParameterizedTest
  @EnumSource(Bond.class)
  void cellsCoverTheTileExactlyOnce(Bond b) {
    BondSpec s = spec(b, 0, Variety.NONE);
    Layout l = Layout.of(s);
    double area = l.units().stream().mapToDouble(Unit::area).sum();
    if (b != Bond.FISH_SCALE) {
      assertThat(area).isCloseTo(l.width() * l.height(), within(1e-6 * area));
    }
    Random r = new Random(5);
    for (int i = 0; i < 300; i++) {
      double x = r.nextDouble() * l.width();
      double y = r.nextDouble() * l.height();
      int in = 0;
      for (Unit u : l.units()) {
        in += covers(u, x, y, l);
      }
      if (b == Bond.FISH_SCALE) {
        assertThat(in).as("scales lie over each other").isPositive();
      } else {
        assertThat(in).as(b + " at " + x + ", " + y).isEqualTo(1);
      }
    }
  }

  private static int covers(Unit u, double x, double y, Layout l) {
    int n = 0;
    for (int i = -2; i <= 2; i++) {
      for (int j = -2; j <= 2; j++) {
        boolean inside = true;
        for (int k = 0, p = u.x().length - 1; k < u.x().length; p = k++) {
          double ex = u.x()[k] - u.x()[p];
          double ey = u.y()[k] - u.y()[p];
          double dx = x + i * l.width() - u.x()[p];
          double dy = y + j * l.height() - u.y()[p];
          inside &= ex * dy - ey * dx >= 0;
        }
        n += inside ? 1 : 0;
      }
    }
    return n;
  }

  @ParameterizedTest
  @EnumSource(Bond.class)
  void everyBondClosesWithoutASeamAndIsTheSameAgain(Bond b) {
    BondSpec s = spec(b, 8, new Variety(2, 2, 6, 0.1, 0.8, true));
    LaidMaps m = LaidMaps.of(s, SLATE, MORTAR, 256, () -> false);
    for (Pixels p : new Pixels[] {m.colour(), m.roughness(), m.heights()}) {
      assertThat(SeamTest.test(p, false).answer())
          .as(b + " " + p)
          .isNotEqualTo(SeamTest.Answer.SEAM);
    }
    LaidMaps again = LaidMaps.of(s, SLATE, MORTAR, 256, () -> false);
    assertThat(again.colour().rawBytes()).isEqualTo(m.colour().rawBytes());
    assertThat(again.relief()).isEqualTo(m.relief());
    LaidMaps other = LaidMaps.of(s.thrown(12), SLATE, MORTAR, 256, () -> false);
    assertThat(other.colour().rawBytes()).isNotEqualTo(m.colour().rawBytes());
  }

  @Test
  void jointsTakeTheShareOfTheTileThatTheirWidthSays() {
    BondSpec s = spec(Bond.RUNNING, 10, Variety.NONE);
    LaidMaps m = LaidMaps.of(s, SLATE, MORTAR, 1024, () -> false);
    int joint = 0;
    for (int i = 0; i < m.ids().sampleCount(); i += 3) {
      boolean black =
          m.ids().level(i) == 0 && m.ids().level(i + 1) == 0 && m.ids().level(i + 2) == 0;
      joint += black ? 1 : 0;
    }
    double share = 1 - 200.0 * 80 / (210 * 90);
    assertThat(joint * 3.0 / m.ids().sampleCount()).isCloseTo(share, within(0.01));
    assertThat(m.width()).isEqualTo(840);
    assertThat(m.height()).isEqualTo(360);
    assertThat(m.colour().width()).isEqualTo(1024);
    assertThat(m.colour().height()).isEqualTo(439);
    // From a joint's floor to the highest speck of a face.
    assertThat(m.reliefMillimetres()).isBetween(5.0, 6.2);
  }

  @ParameterizedTest
  @CsvSource({
    "RUNNING, 200, 80, 4, 3, 0.5, they do with 2",
    "RUNNING, 200, 80, 4, 4, 0.333, offset of 0.25",
    "HERRINGBONE, 200, 90, 2, 2, 0, a height of 95",
    "HERRINGBONE_45, 210, 100, 2, 2, 0, a height of 100",
    "BASKET_WEAVE, 200, 95, 3, 2, 0, even number of columns",
    "HEXAGON, 200, 80, 4, 3, 0, take 4",
    "FISH_SCALE, 200, 80, 4, 5, 0, take 6",
    "HEADER_COURSES, 200, 80, 4, 5, 0, take 6",
    "HEADERS_AND_STRETCHERS, 200, 80, 4, 1, 0, take 2"
  })
  void whatCannotCloseIsRefusedWithTheNearestThatCan(
      Bond b, double length, double height, int columns, int rows, double offset, String says) {
    BondSpec s =
        new BondSpec(
            b,
            length,
            height,
            columns,
            rows,
            offset,
            new Joint(10, 5, Joint.Profile.FLAT),
            Variety.NONE,
            1);
    if (b == Bond.HERRINGBONE_45) {
      // 220 to 110: it closes as it is.
      assertThat(LaidMaps.tile(s)[0]).isPositive();
      return;
    }
    assertThatThrownBy(() -> LaidMaps.tile(s))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining(says);
  }

  @ParameterizedTest
  @CsvSource({
    "0, 80, 1, 1, 0, 5, 0",
    "200, 30000, 1, 1, 0, 5, 0",
    "200, 80, 0, 1, 0, 5, 0",
    "200, 80, 100, 100, 0, 5, 0",
    "200, 80, 4, 4, 1.5, 5, 0",
    "200, 80, 4, 4, 0, 90, 0",
    "200, 80, 4, 4, 0, 5, 50",
    "NaN, 80, 4, 4, 0, 5, 0"
  })
  void sizesThatMakeNoSenseAreRefused(
      double length,
      double height,
      int columns,
      int rows,
      double offset,
      double joint,
      double worn) {
    assertThatThrownBy(() ->
            new BondSpec(
                Bond.RUNNING,
                length,
                height,
                columns,
                rows,
                offset,
                new Joint(joint, 5, Joint.Profile.HOLLOW),
                new Variety(worn, 0, 0, 0, 0, false),
                1))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageEndingWith(".");
  }

  @Test
  void jointsHaveTheirProfile() {
    Joint hollow = new Joint(10, 4, Joint.Profile.HOLLOW);
    Joint raised = new Joint(10, 4, Joint.Profile.RAISED);
    Joint flat = new Joint(10, 4, Joint.Profile.FLAT);
    assertThat(flat.height(0)).isEqualTo(flat.height(1)).isEqualTo(-4);
    assertThat(hollow.height(1)).isEqualTo(-4);
    assertThat(hollow.height(0)).isGreaterThan(hollow.height(0.5));
    assertThat(raised.height(1)).isGreaterThan(raised.height(0)).isLessThan(0);
  }

  @Test
  void itStopsAtOnceWhenNobodyWantsItAnyMore() {
    BondSpec s = spec(Bond.COBBLES, 8, Variety.NONE);
    assertThatThrownBy(() -> LaidMaps.of(s, SLATE, MORTAR, 2048, () -> true))
        .isInstanceOf(CancellationException.class);
  }

  @Test
  void unitsOfSeveralMaterialsAreMixedAndOneAloneIsAsBefore() {
    BondSpec s =
        new BondSpec(
            Bond.STACK, 50, 50, 8, 8, 0, new Joint(4, 2, Joint.Profile.FLAT), Variety.NONE, 3);
    Stuff red = Stuff.plain(0xC03020, 0.4);
    Stuff blue = Stuff.plain(0x2030C0, 0.8);
    LaidMaps one = LaidMaps.of(s, List.of(red), MORTAR, 256, () -> false);
    LaidMaps plain = LaidMaps.of(s, red, MORTAR, 256, () -> false);
    LaidMaps two = LaidMaps.of(s, List.of(red, blue), MORTAR, 256, () -> false);
    int reds = 0;
    int blues = 0;
    for (int i = 0; i < 256 * 256; i++) {
      assertThat(one.colour().level(3 * i)).isEqualTo(plain.colour().level(3 * i));
      reds += two.colour().level(3 * i) > 150 && two.colour().level(3 * i + 2) < 60 ? 1 : 0;
      blues += two.colour().level(3 * i + 2) > 150 && two.colour().level(3 * i) < 60 ? 1 : 0;
    }
    double share = reds / (double) (reds + blues);
    assertThat(share).as("about half of 64 units each").isBetween(0.3, 0.7);
    assertThat(reds + blues).as("units cover most of it").isGreaterThan(256 * 256 * 7 / 10);
  }
}
