package keepshelf.imaging.likeness;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import keepshelf.imaging.fingerprint.Fingerprint;

/**
 * What a picture looks like: its colours, its grain and how regular it is, as small numbers whose
 * distance says how unlike two pictures are. It stays nearly the same for another part of the same
 * texture, and when the picture is shifted, turned or mirrored.
 *
 * @param numbers {@link #LENGTH} of -127..127; -128 where nothing is known
 */
public record Look(byte[] numbers) {
  /** Changes when looks made before can no longer be compared. */
  public static final int VERSION = 2;

  /** How many numbers say what the picture looks like. */
  static final int PICTURE = ColourLook.LENGTH + GrainLook.LENGTH + SpectrumLook.LENGTH;

  /** How many numbers there are. */
  public static final int LENGTH = PICTURE + Surface.LENGTH;

  /** Root mean square distance at which two are as much alike as not. */
  private static final double HALF = 9;

  private static final float[][] SCALE = scale();

  /**
   * Checks the length.
   *
   * @throws IllegalArgumentException when there are fewer or more numbers
   */
  public Look {
    if (numbers.length != LENGTH) {
      throw new IllegalArgumentException("not a look: " + numbers.length + " numbers");
    }
  }

  /** Of the picture that a fingerprint is kept of, on a surface of which nothing else is known. */
  public static Look of(Fingerprint f) {
    return of(f, Surface.NONE);
  }

  /** Of the picture that a fingerprint is kept of, on a surface. */
  public static Look of(Fingerprint f, Surface surface) {
    SmallView v = SmallView.of(f);
    float[] raw = new float[PICTURE];
    SpectrumLook.of(v, raw, GrainLook.of(v, raw, ColourLook.of(v, raw, 0)));
    byte[] out = new byte[LENGTH];
    for (int i = 0; i < PICTURE; i++) {
      out[i] = (byte) Math.clamp(Math.round((raw[i] - SCALE[i][0]) * SCALE[i][1]), -127, 127);
    }
    surface.put(out, PICTURE);
    return new Look(out);
  }

  /** How much alike two are: 1 for the same, about 0.9 for two parts of one texture, to 0. */
  public double likeness(Look o) {
    return likeness(apart(numbers, 0, o.numbers));
  }

  /** The sum of squared differences between a look in {@code all} at {@code at} and {@code one}. */
  static int apart(byte[] all, int at, byte[] one) {
    int sum = 0;
    for (int i = 0; i < PICTURE; i++) {
      int d = all[at + i] - one[i];
      sum += d * d;
    }
    for (int i = PICTURE; i < LENGTH; i++) {
      sum += Surface.apart(all[at + i], one[i]);
    }
    return sum;
  }

  /** Of a sum of squared differences. */
  static double likeness(int squares) {
    double far = Math.sqrt((double) squares / PICTURE) / HALF;
    return 1 / (1 + far * far * far);
  }

  private static float[][] scale() {
    try (BufferedReader in =
        new BufferedReader(
            new InputStreamReader(
                Look.class.getResourceAsStream("scale.txt"), StandardCharsets.US_ASCII))) {
      List<String> lines = in.lines().filter(l -> !l.startsWith("#")).toList();
      float[][] out = new float[PICTURE][2];
      for (int i = 0; i < PICTURE; i++) {
        String[] two = lines.get(i).split(" ");
        out[i][0] = Float.parseFloat(two[0]);
        out[i][1] = Float.parseFloat(two[1]);
      }
      return out;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
