package keepshelf.imaging.parts;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import keepshelf.imaging.Fields;
import keepshelf.imaging.fingerprint.Fingerprint;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Parts of pictures, borders and marks are found; what only has a pattern in common is not. */
class PartsTest {
  private static final int SIDE = 256;

  private interface At {
    double level(int x, int y);
  }

  private static Pixels made(int w, int h, At at) {
    byte[] out = new byte[w * h];
    for (int i = 0; i < out.length; i++) {
      out[i] = (byte) Math.clamp(Math.round(at.level(i % w, i / w)), 0, 255);
    }
    return Pixels.u8(w, h, 1, out);
  }

  /** Lumps of several sizes with grain. */
  private static Pixels stone(long seed) {
    float[] h = Fields.bumpy(SIDE, seed);
    Random r = new Random(seed);
    float[] grain = new float[SIDE * SIDE / 16];
    for (int i = 0; i < grain.length; i++) {
      grain[i] = r.nextFloat();
    }
    return made(
        SIDE, SIDE, (x, y) -> 30 + 120 * h[y * SIDE + x] + 90 * grain[y / 4 * (SIDE / 4) + x / 4]);
  }

  private static Pixels framed(Pixels p, int border, int level) {
    int w = p.width();
    int h = p.height();
    return made(
        w + 2 * border,
        h + 2 * border,
        (x, y) -> {
          boolean in = x >= border && y >= border && x < w + border && y < h + border;
          return in ? p.level((y - border) * w + x - border) : level;
        });
  }

  private static Optional<Part> part(Pixels a, Pixels b) {
    List<Fingerprint> both = List.of(Fingerprint.of(a), Fingerprint.of(b));
    return new PartIndex(both)
        .candidates().stream()
            .findFirst()
            .flatMap(c -> new PartMatcher(both.get(0)).part(both.get(1), c.placement()));
  }

  @ParameterizedTest
  @CsvSource({
    "40, 20, 192, 192",
    "10, 60, 192, 128",
    "100, 90, 128, 128",
    "0, 0, 200, 256",
    "64, 64, 150, 190"
  })
  void aPartIsFoundWhereItIs(int x, int y, int w, int h) {
    for (long seed = 1; seed <= 3; seed++) {
      Pixels whole = stone(seed);
      Part p = part(whole, whole.cut(x, y, w, h)).orElseThrow();
      assertThat(p.secondIsPart()).isTrue();
      assertThat(p.inFirst().left()).isCloseTo(x / 256.0, within(0.02));
      assertThat(p.inFirst().top()).isCloseTo(y / 256.0, within(0.02));
      assertThat(p.inFirst().width()).isCloseTo(w / 256.0, within(0.03));
      assertThat(p.inFirst().height()).isCloseTo(h / 256.0, within(0.03));
      Part back = part(whole.cut(x, y, w, h), whole).orElseThrow();
      assertThat(back.firstIsPart()).isTrue();
      assertThat(back.scale()).isCloseTo(1 / p.scale(), within(0.02));
      assertThat(p.ofFirst(whole).width()).isCloseTo(w, within(6));
    }
  }

  @Test
  void twoPartsOfOnePictureThatOverlapAreFound() {
    Pixels whole = stone(7);
    Part p = part(whole.cut(0, 0, 190, 190), whole.cut(50, 40, 190, 190)).orElseThrow();
    assertThat(p.secondIsPart()).isFalse();
    assertThat(p.firstIsPart()).isFalse();
    assertThat(p.inFirst().left()).isCloseTo(50 / 190.0, within(0.03));
    assertThat(p.inSecond().top()).isZero();
  }

  @ParameterizedTest
  @CsvSource({"14, 255", "25, 12", "40, 128"})
  void aBorderIsLeftOut(int border, int level) {
    Pixels p = stone(4);
    Part found = part(p, framed(p, border, level)).orElseThrow();
    assertThat(found.whole()).isTrue();
    assertThat(found.secondFramed()).isTrue();
    assertThat(found.firstFramed()).isFalse();
    assertThat(found.ofSecond(framed(p, border, level)).width()).isCloseTo(256, within(8));
    // A common border is nothing that two designs have in common.
    assertThat(part(framed(stone(5), border, level), framed(p, border, level))).isEmpty();
  }

  @Test
  void whatWasLaidOnIsTold() {
    Pixels p = stone(6);
    Pixels marked =
        made(
            SIDE,
            SIDE,
            (x, y) ->
                x > 60 && x < 180 && y > 100 && y < 150 && x / 7 % 3 != 0
                    ? 250
                    : p.level(y * SIDE + x));
    Part found = part(p, marked).orElseThrow();
    assertThat(found.whole()).isTrue();
    assertThat(found.agreeing()).isBetween(0.75, 0.95);
    assertThat(found.likeness()).isGreaterThan(0.95);
  }

  @Test
  void otherStonesShareNothing() {
    List<Fingerprint> all = new ArrayList<>();
    for (long seed = 100; seed < 140; seed++) {
      all.add(Fingerprint.of(stone(seed)));
    }
    for (PartIndex.Candidate c : new PartIndex(all).candidates()) {
      assertThat(new PartMatcher(all.get(c.a())).part(all.get(c.b()), c.placement())).isEmpty();
    }
  }

  /** Courses of equal bricks, whose grids agree at many places, with bricks of other tones. */
  @ParameterizedTest
  @ValueSource(ints = {3, 4, 5, 6})
  void equalGridsAreNoCommonPart(int across) {
    List<Fingerprint> all = new ArrayList<>();
    for (int seed = 0; seed < 8; seed++) {
      Pixels wall = wall(across, seed);
      all.add(Fingerprint.of(wall));
      all.add(Fingerprint.of(wall.cut(seed * 3, seed * 5, 170, 140)));
    }
    int found = 0;
    for (PartIndex.Candidate c : new PartIndex(all).candidates()) {
      Optional<Part> p = new PartMatcher(all.get(c.a())).part(all.get(c.b()), c.placement());
      if (c.a() / 2 != c.b() / 2) {
        assertThat(p).as("%s", c).isEmpty();
      }
      found += p.isPresent() ? 1 : 0;
    }
    assertThat(found).isLessThanOrEqualTo(8);
  }

  private static Pixels wall(int across, int seed) {
    byte[] tone = new byte[400];
    new Random(seed).nextBytes(tone);
    return made(
        SIDE,
        SIDE,
        (x, y) -> {
          double v = y * across * 2 / 256.0;
          double u = x * across / 256.0 + (int) v % 2 * 0.5;
          boolean joint = u % 1 < 0.06 || v % 1 < 0.12;
          int t = tone[(int) v * 20 + (int) u % across] & 63;
          return joint ? 190 : 60 + t + (x * 7919 + y * 104729 + seed * 31) % 13;
        });
  }

  @Test
  void plainPicturesHaveNoSpots() {
    Pixels plain = made(SIDE, SIDE, (x, y) -> 90);
    assertThat(Spots.of(Fingerprint.of(plain))).isEmpty();
    assertThat(part(plain, plain)).isEmpty();
    assertThat(new PartIndex(List.of()).candidates()).isEmpty();
    assertThat(Spots.of(Fingerprint.of(made(3, 900, (x, y) -> x * y % 255)))).isEmpty();
  }

  @Test
  void thePatternOfAGridComesBack() {
    assertThat(Repetition.of(View.of(Fingerprint.of(made(SIDE, SIDE, (x, y) -> x / 16 % 2 * 200)))))
        .isGreaterThan(0.9);
    assertThat(Repetition.of(View.of(Fingerprint.of(stone(2))))).isLessThan(0.45);
  }
}
