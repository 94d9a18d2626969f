package keepshelf.imaging.convert;

import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.resample.Resampler;

/**
 * Roughness that keeps the look of relief which a smaller normal map cannot show any more: bumps
 * within a pixel scatter light as roughness does (M. Toksvig, "Mipmapping normal maps", 2005; the
 * Phong exponent s of a GGX roughness r by r⁴ = 2 / (s + 2)).
 */
public final class NormalVariance {
  private NormalVariance() {}

  /**
   * Length of the mean normal within each pixel of a smaller picture: 1 where all normals agree.
   *
   * @param normals tangent-space normals, either handedness
   */
  public static float[] lengths(Pixels normals, int w, int h) {
    int n = normals.width() * normals.height();
    float[][] unit = new float[3][n];
    for (int i = 0; i < n; i++) {
      float x = 2 * normals.at(i * normals.channels()) - 1;
      float y = 2 * normals.at(i * normals.channels() + 1) - 1;
      float z =
          normals.channels() > 2
              ? 2 * normals.at(i * normals.channels() + 2) - 1
              : (float) Math.sqrt(Math.max(0, 1 - x * x - y * y));
      float l = (float) Math.sqrt(x * x + y * y + z * z);
      if (l > 1e-6f) {
        unit[0][i] = x / l;
        unit[1][i] = y / l;
        unit[2][i] = z / l;
      }
    }
    float[] out = new float[w * h];
    float[][] mean = new float[3][];
    for (int c = 0; c < 3; c++) {
      mean[c] = Resampler.area(unit[c], normals.width(), normals.height(), w, h);
      unit[c] = null;
    }
    for (int i = 0; i < out.length; i++) {
      out[i] =
          (float)
              Math.sqrt(
                  mean[0][i] * mean[0][i] + mean[1][i] * mean[1][i] + mean[2][i] * mean[2][i]);
    }
    return out;
  }

  /**
   * The roughness (0..1, perceptual) of a pixel whose normals have a mean of {@code length}: never
   * below {@code roughness}.
   */
  public static float raised(float roughness, float length) {
    if (!(length > 1e-3f) || length >= 1) {
      return length >= 1 ? roughness : 1;
    }
    double a2 = Math.pow(Math.max(roughness, 1e-2), 4);
    double s = Math.max(0, 2 / a2 - 2);
    double less = s * length / (length + s * (1 - length));
    return (float) Math.max(roughness, Math.pow(2 / (less + 2), 0.25));
  }

  /**
   * {@code p} with the roughness in one of its channels raised; the same depth.
   *
   * @param channel of {@code p} that holds it
   * @param gloss whether that channel holds gloss instead
   * @param lengths for each pixel, see {@link #lengths}
   */
  public static Pixels applied(Pixels p, int channel, boolean gloss, float[] lengths) {
    int n = p.channels();
    float[] out = new float[p.sampleCount()];
    for (int i = 0; i < out.length; i++) {
      out[i] = p.at(i);
    }
    for (int i = 0; i < lengths.length; i++) {
      float v = out[i * n + channel];
      float r = raised(gloss ? 1 - v : v, lengths[i]);
      out[i * n + channel] = gloss ? 1 - r : r;
    }
    // Sixteen bits until the last step, as with every conversion that is not exact.
    return Maps.quantised(Pixels.f32(p.width(), p.height(), n, out));
  }
}
