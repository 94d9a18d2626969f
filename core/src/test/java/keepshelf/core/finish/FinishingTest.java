package keepshelf.core.finish;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Locale;
import java.util.Random;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.model.MapRole;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** What finishes do to single values, by seeds. */
class FinishingTest {
  private static Finish finish(String... settings) {
    Finish f = Finish.named("Weathered");
    for (String s : settings) {
      String[] kv = s.split("=");
      f = FinishSetting.ofId(kv[0]).orElseThrow().write(f, kv[1]);
    }
    return f;
  }

  private static float changed(Finish f, MapRole role, float v) {
    float[] one = {v};
    Finishing.of(f, role).ifPresent(c -> c.apply(one, 1));
    return one[0];
  }

  /** Any setting of the three that make a range. */
  private static Finish ranged(String of, Random r) {
    double from = r.nextInt(40) / 100.0;
    double to = from + (10 + r.nextInt(40)) / 100.0;
    return finish(
        of + "=" + two(r.nextInt(101) / 100.0) + ".." + two(r.nextInt(101) / 100.0),
        of + "-from=" + two(from) + ".." + two(to),
        of + "-curve=" + two(0.05 + r.nextInt(90) / 100.0));
  }

  private static String two(double v) {
    return String.format(Locale.ROOT, "%.2f", v);
  }

  @Test
  void glossIsRoughnessSeenFromTheOtherEnd() {
    Random r = new Random(71);
    for (int n = 0; n < 500; n++) {
      Finish f = ranged("roughness", r);
      float v = r.nextFloat();
      assertThat(changed(f, MapRole.GLOSS, 1 - v))
          .isCloseTo(1 - changed(f, MapRole.ROUGHNESS, v), within(1e-5f));
    }
  }

  @Test
  void rangesRunFromOneEndToTheOtherWithoutTurningBack() {
    Random r = new Random(72);
    for (int n = 0; n < 200; n++) {
      Finish f = ranged("height", r);
      Finish.Range range = f.others().height();
      double low = range == null ? 0 : range.low();
      double high = range == null ? 1 : range.high();
      float first = changed(f, MapRole.HEIGHT, 0);
      float last = changed(f, MapRole.HEIGHT, 1);
      assertThat(first).isCloseTo((float) low, within(1e-5f));
      assertThat(last).isCloseTo((float) high, within(1e-5f));
      float before = first;
      for (float v = 0; v <= 1; v += 0.05f) {
        float now = changed(f, MapRole.HEIGHT, v);
        assertThat(high >= low ? now - before : before - now).isGreaterThan(-1e-5f);
        before = now;
      }
    }
  }

  @ParameterizedTest
  @CsvSource({
    "0.25, 0.25, 0.75, 0.5, 0",
    "0.5, 0.25, 0.75, 0.5, 0.5",
    "0.75, 0.25, 0.75, 0.5, 1",
    "0.5, 0, 1, 0.3, 0.3",
    "0.25, 0, 1, 0.25, 0.0625"
  })
  void oneHalfBecomesTheMidpoint(float v, double from, double to, double middle, float wanted) {
    Finish f = finish("height-from=" + from + ".." + to, "height-curve=" + middle);
    assertThat(changed(f, MapRole.HEIGHT, v)).isCloseTo(wanted, within(1e-5f));
  }

  @Test
  void whatIsTurnedRoundIsTurnedBeforeItIsRanged() {
    Finish f = finish("inverted=roughness", "roughness=0.2..0.6");
    assertThat(changed(f, MapRole.ROUGHNESS, 0)).isCloseTo(0.6f, within(1e-6f));
    assertThat(changed(f, MapRole.ROUGHNESS, 1)).isCloseTo(0.2f, within(1e-6f));
    assertThat(changed(f, MapRole.METALLIC, 0.3f)).isEqualTo(0.3f);
    assertThat(changed(finish("inverted=metallic"), MapRole.METALLIC, 0.3f))
        .isCloseTo(0.7f, within(1e-6f));
  }

  @ParameterizedTest
  @EnumSource(MapRole.class)
  void aFinishThatSaysNothingLeavesEveryMapAlone(MapRole role) {
    assertThat(Finishing.of(Finish.named("Plain"), role)).isEmpty();
    assertThat(Finishing.of(null, role)).isEmpty();
  }

  @Test
  void opacityIsCutAndAlphaStays() {
    float[] pairs = {0.2f, 0.5f, 0.4f, 0.5f, 0.41f, 0.5f};
    Finishing.cut(finish("opacity-threshold=0.4")).orElseThrow().apply(pairs, 2);
    assertThat(pairs).containsExactly(0, 0.5f, 1, 0.5f, 1, 0.5f);
    assertThat(Finishing.cut(finish("emission=2"))).isEmpty();
  }

  @Test
  void whatGlowsIsMultipliedInLinearLight() {
    float[] grey = {0.5f, 0.5f, 0.5f};
    Finishing.glow(finish("emission=0.5")).orElseThrow().apply(grey, 3);
    // sRGB 0.5 is 0.2140 in linear light, half of that 0.3608 through the curve.
    assertThat(grey[0]).isCloseTo(0.3608f, within(1e-3f));
    assertThat(Finishing.glow(finish("emission=1"))).isEmpty();
  }
}
