package keepshelf.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;

class PlacementTest {
  private static void same(double[] found, double u, double v) {
    assertThat(found[0]).isCloseTo(u, within(1e-9));
    assertThat(found[1]).isCloseTo(v, within(1e-9));
  }

  @Test
  void tilesAreScaledShiftedAndTurnedAboutTheShiftedCorner() {
    same(Placement.of(0.5, 0.25).texture(1, 1), 2, 4);
    same(new Placement(0.5, 0.25, 0, 0.5, 0.25).texture(1, 1), 1, 3);
    // Turned a quarter counter-clockwise, what lies above the corner was right of it.
    same(new Placement(0.5, 0.25, 90, 0, 0).texture(0, 0.5), 1, 0);
    same(new Placement(0.5, 0.25, 90, 0.1, 0).texture(0.1, 0.5), 1, 0);
  }

  @Test
  void scalingFirstGivesTheSameWhereItCan() {
    Random r = new Random(8);
    for (int i = 0; i < 400; i++) {
      boolean square = r.nextBoolean();
      double w = 0.1 + r.nextDouble();
      double turn = square ? r.nextDouble() * 720 - 360 : 90 * (r.nextInt(9) - 4);
      Placement p =
          new Placement(
              w, square ? w : 0.1 + r.nextDouble(), turn, r.nextDouble() - 0.5, r.nextDouble());
      assertThat(p.scalesFirst()).isTrue();
      Placement.ScaledFirst f = p.scaledFirst();
      double u = r.nextDouble() * 4 - 2;
      double v = r.nextDouble() * 4 - 2;
      double c = Math.cos(Math.toRadians(f.turnDegrees()));
      double s = Math.sin(Math.toRadians(f.turnDegrees()));
      double x = u * f.scaleU();
      double y = v * f.scaleV();
      same(p.texture(u, v), c * x - s * y + f.shiftU(), s * x + c * y + f.shiftV());
    }
  }

  @Test
  void tilesThatAreNoSquaresWouldBeSlanted() {
    Placement p = new Placement(0.5, 0.25, 30, 0, 0);
    assertThat(p.scalesFirst()).isFalse();
    assertThatThrownBy(p::scaledFirst).isInstanceOf(IllegalStateException.class);
  }
}
