package keepshelf.imaging.fingerprint;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.Random;
import java.util.stream.IntStream;
import keepshelf.imaging.Fields;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class PhaseClosuresTest {
  private static final int SIDE = 128;

  /**
   * What is done to a picture on its way; where its pixel (x, y) comes from and how light it is.
   */
  private enum Change {
    MOVED {
      @Override
      float at(float[] p, int x, int y, Random r) {
        return of(p, x + 37, y - 50);
      }
    },
    TURNED {
      @Override
      float at(float[] p, int x, int y, Random r) {
        return of(p, y, -x);
      }
    },
    MIRRORED {
      @Override
      float at(float[] p, int x, int y, Random r) {
        return of(p, -x, y);
      }
    },
    NEGATIVE {
      @Override
      float at(float[] p, int x, int y, Random r) {
        return 1 - of(p, x, y);
      }
    },
    DULLER {
      @Override
      float at(float[] p, int x, int y, Random r) {
        return 0.3f + 0.4f * of(p, x, y);
      }
    },
    ANOTHER_GAMMA {
      @Override
      float at(float[] p, int x, int y, Random r) {
        return (float) Math.pow(Math.clamp(of(p, x, y), 0f, 1f), 1.4);
      }
    },
    NOISY {
      @Override
      float at(float[] p, int x, int y, Random r) {
        return of(p, x, y) + 0.08f * (r.nextFloat() - 0.5f);
      }
    },
    COARSE {
      @Override
      float at(float[] p, int x, int y, Random r) {
        int a = x & ~3;
        int b = y & ~3;
        float sum = 0;
        for (int i = 0; i < 16; i++) {
          sum += of(p, a + i % 4, b + i / 4);
        }
        return sum / 16;
      }
    };

    abstract float at(float[] p, int x, int y, Random r);

    static float of(float[] p, int x, int y) {
      return p[(y & SIDE - 1) * SIDE + (x & SIDE - 1)];
    }

    Pixels of(float[] p) {
      Random r = new Random(2);
      byte[] out = new byte[SIDE * SIDE];
      for (int i = 0; i < out.length; i++) {
        out[i] = (byte) Math.clamp(Math.round(255 * at(p, i % SIDE, i / SIDE, r)), 0, 255);
      }
      return Pixels.u8(SIDE, SIDE, 1, out);
    }
  }

  /** Blotches with grain, of another place for each seed. */
  private static float[] field(long seed) {
    float[] h = Fields.bumpy(SIDE, seed);
    float[] tone = Fields.bumpy(SIDE, seed + 5000);
    Random r = new Random(seed);
    for (int i = 0; i < h.length; i++) {
      float blotch = Math.clamp(5 * (h[i] - 0.4f), 0f, 1f);
      h[i] = 0.1f + 0.5f * blotch * tone[i] + 0.2f * r.nextFloat();
    }
    return h;
  }

  private static Fingerprint print(float[] p) {
    byte[] out = new byte[SIDE * SIDE];
    for (int i = 0; i < out.length; i++) {
      out[i] = (byte) Math.clamp(Math.round(255 * p[i]), 0, 255);
    }
    return Fingerprint.of(Pixels.u8(SIDE, SIDE, 1, out));
  }

  private static float agreement(Fingerprint a, Fingerprint b) {
    return agreement(a.descriptor().closures(), b.descriptor().closures());
  }

  private static float agreement(PhaseClosures a, PhaseClosures b) {
    long[] one = new long[PhaseClosures.LONGS];
    long[] two = new long[PhaseClosures.LONGS + 3];
    a.copyTo(one, 0);
    b.copyTo(two, 3);
    return PhaseClosures.agreement(one, 0, two, 3);
  }

  @ParameterizedTest
  @EnumSource(Change.class)
  void aChangedCopyAgrees(Change change) {
    for (int seed = 1; seed <= 12; seed++) {
      float[] p = field(seed);
      assertThat(agreement(print(p), Fingerprint.of(change.of(p))))
          .as("%s of %d", change, seed)
          .isGreaterThan(0.6f);
    }
  }

  @Test
  void independentPicturesOfOneKindDoNot() {
    Fingerprint[] all =
        IntStream.range(0, 30).mapToObj(i -> print(field(100 + i))).toArray(Fingerprint[]::new);
    int agreeing = 0;
    for (int i = 0; i < all.length; i++) {
      for (int j = 0; j < i; j++) {
        agreeing += agreement(all[i], all[j]) >= 0.30f ? 1 : 0;
      }
    }
    // Of 435.
    assertThat(agreeing).isLessThanOrEqualTo(9);
  }

  @Test
  void ofAPlainPictureNothingCanBeSaid() {
    float[] plain = new float[SIDE * SIDE];
    Arrays.fill(plain, 0.5f);
    Fingerprint p = print(plain);
    assertThat(p.descriptor().closures().unknown()).isTrue();
    assertThat(agreement(p, print(field(1)))).isEqualTo(PhaseClosures.NOTHING_KNOWN);
    assertThat(agreement(PhaseClosures.UNKNOWN, PhaseClosures.UNKNOWN))
        .isEqualTo(PhaseClosures.NOTHING_KNOWN);
  }

  @Test
  void ofFewWavesTooLittleIsKnownToTellThemApart() {
    Fingerprint a = print(Fields.bumpy(SIDE, 1));
    Fingerprint b = print(Fields.bumpy(SIDE, 2));
    assertThat(agreement(a, b)).isEqualTo(PhaseClosures.NOTHING_KNOWN);
  }

  @Test
  void theyAreKeptWithTheDescriptor() {
    Fingerprint p = print(field(4));
    byte[] kept = p.descriptor().toBytes();
    assertThat(kept).hasSize(Descriptor.BYTES);
    Descriptor back = Descriptor.ofBytes(kept);
    assertThat(agreement(back.closures(), p.descriptor().closures())).isEqualTo(1);
    assertThat(back.closures().unknown()).isFalse();
  }

  @Test
  void whatWasKeptWithoutThemIsMadeUpFor() {
    Fingerprint p = print(field(4));
    byte[] before =
        Arrays.copyOf(p.descriptor().toBytes(), Descriptor.BYTES - 8 * PhaseClosures.LONGS);
    Descriptor old = Descriptor.ofBytes(before);
    assertThat(old.closures().unknown()).isTrue();
    Fingerprint whole = Fingerprint.of(old, p.comparedBy());
    assertThat(whole.descriptor().closures().unknown()).isFalse();
    assertThat(agreement(whole, p)).isGreaterThan(0.95f);
    assertThat(whole.descriptor().features()).isEqualTo(p.descriptor().features());
    assertThat(whole.descriptor().pixels()).isEqualTo(p.descriptor().pixels());
  }
}
