package keepshelf.imaging.analyse;

import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.resample.Resampler;
import org.jspecify.annotations.Nullable;

/**
 * A small stand-in of a map, kept while its set is judged so that no picture is decoded twice: its
 * luma, and the slopes when it is a normal map, both averaged over whole squares of pixels down to
 * about 512 a side.
 */
public final class Sketch {
  private static final int SIDE = 512;

  private final int width;
  private final int height;
  private final float @Nullable [] luma;
  private final @Nullable SlopeField slopes;

  private Sketch(int width, int height, float @Nullable [] luma, @Nullable SlopeField slopes) {
    this.width = width;
    this.height = height;
    this.luma = luma;
    this.slopes = slopes;
  }

  /** The luma of any map. */
  public static Sketch of(Pixels p) {
    int by = by(p);
    int w = Math.max(1, p.width() / by);
    int h = Math.max(1, p.height() / by);
    float[] out = new float[w * h];
    boolean colour = p.channels() >= 3;
    // A picture that is narrower than a step has fewer pixels in it.
    int down = Math.min(by, p.height());
    int across = Math.min(by, p.width());
    float[] row = new float[w * across * p.channels()];
    for (int y = 0; y < h; y++) {
      for (int j = 0; j < down; j++) {
        p.read(0, y * by + j, w * across, row);
        for (int x = 0, k = 0; x < w; x++) {
          float s = out[y * w + x];
          for (int i = 0; i < across; i++, k += p.channels()) {
            s += colour ? 0.2126f * row[k] + 0.7152f * row[k + 1] + 0.0722f * row[k + 2] : row[k];
          }
          out[y * w + x] = s;
        }
      }
      for (int x = 0; x < w; x++) {
        out[y * w + x] /= down * across;
      }
    }
    return new Sketch(w, h, out, null);
  }

  /** The slopes of a normal map with at least two channels. */
  public static Sketch ofNormal(Pixels p) {
    SlopeField f = SlopeField.averaged(p, by(p));
    return new Sketch(f.width, f.height, null, f);
  }

  /**
   * Of a picture that passed by in rows.
   *
   * @param vectors whether it is a normal map
   */
  public static Sketch of(LargePicture p, boolean vectors) {
    return vectors ? ofNormal(p.means()) : of(p.means());
  }

  private static int by(Pixels p) {
    return Math.max(1, (Math.max(p.width(), p.height()) + SIDE - 1) / SIDE);
  }

  @Nullable SlopeField slopes() {
    return slopes;
  }

  float @Nullable [] lumaAt(int w, int h) {
    return luma == null ? null : Resampler.area(luma, width, height, w, h);
  }

  /**
   * How the values of two maps go together, -1..1; 0 when either is a normal map or does not vary.
   */
  public double correlation(Sketch other) {
    if (luma == null || other.luma == null) {
      return 0;
    }
    float[] theirs = Resampler.area(other.luma, other.width, other.height, width, height);
    Correlation c = new Correlation();
    for (int i = 0; i < luma.length; i++) {
      c.add(luma[i], theirs[i]);
    }
    return c.value();
  }
}
