package keepshelf.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import keepshelf.imaging.fingerprint.Fingerprint;
import keepshelf.imaging.pixel.Pixels;

/**
 * Any number of maps with a structure of their own, each of one to three layers: noise of any slope
 * and direction, cells, courses of stones, weaves, bent by noise. One in ten has a smudge laid over
 * that others have too, as vendors do.
 */
final class StructuredMaps {
  private static final int SIDE = StructuredLayer.SIDE;
  private static final int SMUDGES = 150;

  private final List<float[]> smudges = new ArrayList<>();

  StructuredMaps() {
    SplittableRandom r = new SplittableRandom(3);
    for (int i = 0; i < SMUDGES; i++) {
      smudges.add(StructuredLayer.any(r));
    }
  }

  /** Of the map that {@code seed} makes. */
  Fingerprint fingerprint(long seed) {
    return Fingerprint.of(map(seed));
  }

  /** The map that {@code seed} makes, 128 x 128 in three channels of a byte. */
  Pixels map(long seed) {
    SplittableRandom r = new SplittableRandom(seed);
    float[] v = StructuredLayer.any(r);
    for (int more = r.nextInt(3); more > 0; more--) {
      float[] o = StructuredLayer.any(r);
      float share = 0.2f + 0.5f * r.nextFloat();
      boolean masked = r.nextBoolean();
      float[] mask = masked ? StructuredLayer.noise(r) : null;
      for (int i = 0; i < v.length; i++) {
        float by = masked ? (mask[i] > 0.5f ? share : 0) : share;
        v[i] += by * (o[i] - v[i]);
      }
    }
    if (r.nextInt(10) == 0) {
      smudge(v, r);
    }
    return coloured(v, r);
  }

  private void smudge(float[] v, SplittableRandom r) {
    float[] sheet = smudges.get(r.nextInt(smudges.size()));
    int x = r.nextInt(SIDE);
    int y = r.nextInt(SIDE);
    float share = 0.1f + 0.3f * r.nextFloat();
    for (int i = 0; i < v.length; i++) {
      float o = sheet[(y + i / SIDE & SIDE - 1) * SIDE + (x + i % SIDE & SIDE - 1)];
      v[i] += share * (o - v[i]);
    }
  }

  /** Between two colours, or grey; somewhere between dull and full of contrast. */
  private static Pixels coloured(float[] v, SplittableRandom r) {
    float[] dark = new float[3];
    float[] light = new float[3];
    for (int c = 0; c < 3; c++) {
      dark[c] = 0.6f * r.nextFloat();
      light[c] = 0.4f + 0.6f * r.nextFloat();
    }
    boolean grey = r.nextInt(3) == 0;
    double gamma = 0.6 + 0.9 * r.nextDouble();
    float contrast = 0.25f + 0.75f * r.nextFloat();
    float[] tones = new float[1024];
    for (int i = 0; i < tones.length; i++) {
      tones[i] = (float) Math.pow(i / (tones.length - 1.0), gamma);
    }
    byte[] out = new byte[SIDE * SIDE * 3];
    for (int i = 0; i < v.length; i++) {
      float t = tones[Math.round(Math.clamp(v[i], 0f, 1f) * (tones.length - 1))];
      for (int c = 0; c < 3; c++) {
        float level =
            grey
                ? 0.5f + contrast * (t - 0.5f)
                : 0.5f + contrast * (dark[c] + t * (light[c] - dark[c]) - 0.5f);
        out[3 * i + c] = (byte) Math.round(255 * level);
      }
    }
    return Pixels.u8(SIDE, SIDE, 3, out);
  }
}
