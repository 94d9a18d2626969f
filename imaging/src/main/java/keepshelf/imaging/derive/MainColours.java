package keepshelf.imaging.derive;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import keepshelf.imaging.colour.OkLab;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.resample.Resampler;
import org.jspecify.annotations.Nullable;

/**
 * The main colours of a picture: clusters of its colours in OKLab (S. Lloyd's algorithm, begun with
 * the colours that are farthest from each other, so that the same picture always gives the same).
 */
public final class MainColours {
  /** Most that are told apart. */
  public static final int MOST = 5;

  private static final int SIDE = 64;
  private static final int ROUNDS = 12;

  /** Clusters nearer to each other than this look alike. */
  private static final float ALIKE = 0.035f;

  private static final int SPOT = 3;

  private MainColours() {}

  /**
   * A main colour.
   *
   * @param rgb {@code 0xRRGGBB}
   * @param share of the picture, 0..1
   */
  public record Share(int rgb, double share) {}

  /** The main colours, the most frequent first; at least one. */
  public static List<Share> of(Pixels p) {
    float[] linear = Resampler.linear(p, Math.min(SIDE, p.width()), Math.min(SIDE, p.height()));
    OkLab[] all = new OkLab[linear.length / 3];
    for (int i = 0; i < all.length; i++) {
      all[i] = OkLab.ofLinear(linear[3 * i], linear[3 * i + 1], linear[3 * i + 2]);
    }
    List<OkLab> centres = farthest(all);
    int[] counts = new int[centres.size()];
    for (int r = 0; r < ROUNDS; r++) {
      counts = moved(all, centres);
    }
    List<Share> out = new ArrayList<>();
    for (int i = 0; i < counts.length; i++) {
      if (counts[i] > 0) {
        out.add(new Share(centres.get(i).toSrgb(), (double) counts[i] / all.length));
      }
    }
    out.sort(Comparator.comparingDouble(Share::share).reversed());
    return out;
  }

  /** The mean of all, then again and again what is farthest from those that were taken. */
  private static List<OkLab> farthest(OkLab[] all) {
    List<OkLab> out = new ArrayList<>(List.of(mean(all, null, 0)));
    while (out.size() < MOST) {
      OkLab far = null;
      float most = 2 * ALIKE;
      for (OkLab c : all) {
        float near = Float.MAX_VALUE;
        for (OkLab o : out) {
          near = Math.min(near, c.distance(o));
        }
        if (near > most) {
          most = near;
          far = c;
        }
      }
      if (far == null) {
        return out;
      }
      out.add(far);
    }
    return out;
  }

  private static int[] moved(OkLab[] all, List<OkLab> centres) {
    int[] of = new int[all.length];
    int[] counts = new int[centres.size()];
    for (int i = 0; i < all.length; i++) {
      for (int c = 1; c < centres.size(); c++) {
        if (all[i].distance(centres.get(c)) < all[i].distance(centres.get(of[i]))) {
          of[i] = c;
        }
      }
      counts[of[i]]++;
    }
    for (int c = 0; c < centres.size(); c++) {
      if (counts[c] > 0) {
        centres.set(c, mean(all, of, c));
      }
    }
    return counts;
  }

  private static OkLab mean(OkLab[] all, int @Nullable [] of, int which) {
    double l = 0;
    double a = 0;
    double b = 0;
    int n = 0;
    for (int i = 0; i < all.length; i++) {
      if (of == null || of[i] == which) {
        l += all[i].l();
        a += all[i].a();
        b += all[i].b();
        n++;
      }
    }
    return new OkLab((float) (l / n), (float) (a / n), (float) (b / n));
  }

  /** The mean in linear light of a small spot of a tiling picture, {@code 0xRRGGBB}. */
  public static int around(Pixels p, int x, int y) {
    double[] sum = new double[3];
    for (int dy = -SPOT; dy <= SPOT; dy++) {
      for (int dx = -SPOT; dx <= SPOT; dx++) {
        int sx = Math.floorMod(x + dx, p.width());
        int sy = Math.floorMod(y + dy, p.height());
        for (int c = 0; c < 3; c++) {
          sum[c] += Srgb.linear(p.value(sx, sy, p.channels() < 3 ? 0 : c));
        }
      }
    }
    int n = (2 * SPOT + 1) * (2 * SPOT + 1);
    int rgb = 0;
    for (double s : sum) {
      rgb = rgb << 8 | Srgb.linearToByte((float) (s / n));
    }
    return rgb;
  }
}
